/**
 * How many visits jobs that are still to be put must bring at least, or can save at most. Acts in
 * neighbouring slots are one visit: two visits become one only where every slot between them gets
 * an act, and an act that is too far from all others is a visit of its own.
 */
import type { Board } from './board';
import type { Placement } from './problem';

export class VisitsAhead {
	/** By so many at most the visits that are there become fewer. */
	readonly mostFewer: number;
	/** For each slot whether an act there could still come to be one visit with one that is there. */
	private readonly near: Uint8Array;

	/** `acts` is the most that all jobs to come have together. */
	constructor(
		board: Board,
		private readonly acts: number
	) {
		const { slots } = board;
		this.near = new Uint8Array(slots);
		const gaps: number[] = [];
		let last = -Infinity;
		for (let s = 0; s < slots; s++) {
			if (!board.busy(s)) continue;
			// So many acts at most: one of them here, the others fill what lies between.
			this.near.fill(1, Math.max(0, s - acts), Math.min(slots, s + acts + 1));
			if (s > last + 1 && Number.isFinite(last)) gaps.push(s - last - 1);
			last = s;
		}
		let [left, fewer] = [acts, 0];
		for (const gap of gaps.sort((a, b) => a - b)) {
			if (gap > left) break;
			left -= gap;
			fewer++;
		}
		this.mostFewer = fewer;
	}

	/**
	 * Visits of a placement's own that nothing that is there, and nothing that comes, can be one
	 * with.
	 */
	newFor({ acts }: Pick<Placement, 'acts'>): number {
		let count = 0;
		let last = -Infinity;
		for (const s of acts) {
			if (this.near[s] > 0) continue;
			// Its own acts that others could still join are one.
			if (s - last >= this.acts) count++;
			last = s;
		}
		return count;
	}
}
