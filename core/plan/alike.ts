/**
 * Channels that are as good as one another for some jobs: the same ways at the same starts for
 * the same cost. Of several that nothing is planned on, one is tried; on the others everything
 * would come out the same.
 */
import type { Board } from './board';
import type { Placement, Problem } from './problem';

/**
 * What a job's places on each channel are, as a number that is the same where they are; lists are
 * not changed while they are searched.
 */
const known = new WeakMap<readonly Placement[], Map<number, number>>();
/** The numbers that there are, by what they stand for. */
const numbers = new WeakMap<Problem, Map<string, number>>();

function kindsOf(problem: Problem, list: readonly Placement[], j: number): Map<number, number> {
	const before = known.get(list);
	if (before) return before;
	const all = numbers.get(problem) ?? new Map<string, number>();
	numbers.set(problem, all);
	const { ways } = problem.jobs[j];
	const way = ways.map(({ place, holds, steps, wear }) => JSON.stringify([place, holds, steps, wear]));
	const first = way.map((w) => way.indexOf(w));
	const parts = new Map<number, string[]>();
	for (const p of list) {
		const { channel } = ways[p.way];
		const own = parts.get(channel) ?? [];
		own.push(`${first[p.way]} ${p.start} ${p.cost}`);
		parts.set(channel, own);
	}
	const found = new Map<number, number>();
	for (const [channel, own] of parts) {
		// Of equal cost, channels may take turns in any order.
		const word = own.sort().join();
		const number = all.get(word) ?? all.size;
		all.set(word, number);
		found.set(channel, number);
	}
	known.set(list, found);
	return found;
}

export class Alike {
	/** For each channel that nothing was on, the first that is like it; itself where none is. */
	private readonly group = new Map<number, number>();

	/** `board` has everything on it but `jobs`; `placements` are of all jobs. */
	constructor(
		private readonly board: Board,
		jobs: readonly number[],
		placements: readonly (readonly Placement[])[]
	) {
		const { problem } = board;
		const own = jobs.map((j) => kindsOf(problem, placements[j], j));
		const firsts = new Map<string, number>();
		problem.limits.forEach((limit, channel) => {
			if (limit.kind !== 'channel' || !board.idle(channel)) return;
			const key = [limit.cap, ...own.map((kinds) => kinds.get(channel) ?? '')].join();
			const first = firsts.get(key) ?? channel;
			firsts.set(key, first);
			this.group.set(channel, first);
		});
	}

	/**
	 * The channels that need not be tried beside what is `chosen`: an earlier one like them is as
	 * idle.
	 */
	spare(chosen: readonly (Placement | null)[]): Set<number> {
		const { jobs } = this.board.problem;
		const used = new Set(chosen.map((p) => (p ? jobs[p.job].ways[p.way].channel : -1)));
		const idle = new Set<number>();
		const spare = new Set<number>();
		for (const [channel, first] of this.group) {
			if (used.has(channel)) continue;
			if (idle.has(first)) spare.add(channel);
			idle.add(first);
		}
		return spare;
	}
}
