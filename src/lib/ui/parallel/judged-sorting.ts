/**
 * A pile sorted at once, every batch of it judged in full: what turns out too hard is forbidden
 * and the rest sorted again.
 */
import { sortWithin, type Sorted } from '$core/parallel/batches';
import { batchKey, type Sorting } from '$core/parallel/sorter';
import type { ResolvedPractice } from '$core/practice/practice';
import { mayJoin } from '$core/simulate/joining/may-join';
import type { Member } from '$core/simulate/joining/member';

/** At once, ms: a page answers in the frame it is asked in. */
const AT_ONCE_MS = 25;
/**
 * Quick figures and the full judgement differ at the edge alone: more rounds than this are a bug,
 * and then single packs are left.
 */
const MOST_ROUNDS = 12;

export interface JudgedSorting {
	sorted: Sorted | null;
	forbidden: ReadonlySet<string>;
}

/** Groups that were found too hard are remembered in `forbidden` from one call to the next. */
export function sortJudged(
	sorting: Sorting,
	members: ReadonlyMap<string, Member>,
	practice: ResolvedPractice,
	now: string
): JudgedSorting {
	let forbidden: ReadonlySet<string> = new Set(sorting.forbidden);
	for (let round = 0; round < MOST_ROUNDS; round++) {
		const sorted = sortWithin({ ...sorting, forbidden }, AT_ONCE_MS, () => performance.now());
		const hard = (sorted?.batches ?? [])
			.filter((b) => b.ids.length > 1)
			.map((b) => b.ids.map((id) => members.get(id)!))
			.filter((batch) => !mayJoin(batch, practice, now).may)
			.map((batch) => batchKey(batch.map((m) => m.pack)));
		if (hard.length === 0) return { sorted, forbidden };
		forbidden = new Set([...forbidden, ...hard]);
	}
	const alone = sorting.places.map((p) => ({ ...p, places: 1 }));
	return {
		sorted: sortWithin({ ...sorting, places: alone, pinned: [] }, AT_ONCE_MS, () => performance.now()),
		forbidden
	};
}
