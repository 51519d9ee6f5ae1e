/**
 * Thin: sorts a pile, and steps what a batch does as it meets and as it is charged, off the main
 * thread. Core computes.
 */
import './no-eval';
import { expose } from 'comlink';
import { sortPile, type Sorted } from '$core/parallel/batches';
import type { Sorting } from '$core/parallel/sorter';
import { hiddenIn, sharesOver, type GroupShares, type Hidden } from '$core/parallel/group';
import { joiningOrder, type JoinOrder } from '$core/parallel/order';
import type { GroupControl } from '$core/simulate/joining/group-charge';
import type { Member } from '$core/simulate/joining/member';

/**
 * Time between looks at whether the job is still wanted, ms, and how long it is looked for
 * something better at all.
 */
const SLICE_MS = 40;
const PATIENCE_MS = 20_000;

let wanted = -1;
const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

export interface BatchDetail {
	order: JoinOrder;
	shares: GroupShares | null;
	hidden: Hidden[];
}

const api = {
	cancel(): void {
		wanted = -1;
	},
	/**
	 * Looks on for something better, handing over what is found; null where it was cancelled or a
	 * newer job came.
	 */
	async sort(
		job: number,
		sorting: Sorting,
		onbetter: (best: Sorted, seen: number, share: number) => void
	): Promise<Sorted | null> {
		wanted = job;
		const began = performance.now();
		const work = sortPile(sorting);
		let best: Sorted | null = null;
		for (let slice = began; ;) {
			const step = work.next();
			if (step.done) return step.value ?? best;
			best = step.value.best ?? best;
			const now = performance.now();
			if (now - slice < SLICE_MS) continue;
			slice = now;
			if (best) onbetter(best, step.value.seen, (now - began) / PATIENCE_MS);
			await breathe();
			if (wanted !== job) return null;
			if (now - began > PATIENCE_MS) return best;
		}
	},
	/** What a batch does; shares only once it is known what it is charged at. */
	detail(members: Member[], control: GroupControl | null): BatchDetail {
		return {
			order: joiningOrder(members),
			shares: control ? sharesOver(members, control) : null,
			hidden: hiddenIn(members, control?.currentA ?? 0)
		};
	}
};

export type ParallelWorker = typeof api;
expose(api);
