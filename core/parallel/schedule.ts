/**
 * Batches on channels: how long each takes, and in what order on which channel they are done
 * soonest.
 */
import type { PileItem } from './pile';

/** A channel with what is put on it. */
export interface Place {
	channelId: string;
	/** Packs that its board takes; 1 without a board. */
	places: number;
	/**
	 * The most that it gives packs of this cell count, A: channel, watts at their full volts, board.
	 */
	mostA: number;
	/** Until it is free, min. */
	freeInMin: number;
}

export interface Timed {
	ids: string[];
	channelId: string;
	startMin: number;
	endMin: number;
}

/** Hands and the wait until level, for one batch, min (common practice, no source). */
export const SETUP_MIN = 5;

/**
 * Minutes that a batch takes on a channel, for sorting: what is missing to full by the current,
 * at most each pack's rate and what the channel gives. The taper is left out: it is alike for
 * all. What a batch really takes is forecast afterwards.
 */
export function batchMinutes(batch: readonly PileItem[], place: Pick<Place, 'mostA'>): number {
	let [need, capacity, rate] = [0, 0, Infinity];
	for (const m of batch) {
		need += m.needAh;
		capacity += m.capacityAh;
		rate = Math.min(rate, m.rateC);
	}
	const alone = batch.length === 1 ? 1 : SETUP_MIN;
	return alone + (60 * need) / Math.min(rate * capacity, place.mostA);
}

/** More batches than this are laid on channels by the longest first alone. */
const EXACT_BATCHES = 9;

/**
 * Lays batches on channels so that the last is done soonest: exactly for up to {@link
 * EXACT_BATCHES}, else the longest first (Graham 1969, SIAM J. Appl. Math. 17, 416-429). Null
 * where a batch has no channel with room for it, or where none is below `limitMin`.
 */
export function schedule(
	batches: readonly (readonly PileItem[])[],
	places: readonly Place[],
	limitMin = Infinity
): { timed: Timed[]; doneMin: number } | null {
	const order = batches
		.map((batch, n) => ({
			n,
			takes: places.map((p) => (p.places >= batch.length ? batchMinutes(batch, p) : Infinity))
		}))
		.sort((a, b) => Math.min(...b.takes) - Math.min(...a.takes));
	const free = places.map((p) => p.freeInMin);
	const at = batches.map(() => -1);
	let best: { at: number[]; doneMin: number } | null = null;
	let bound = limitMin;
	const exact = batches.length <= EXACT_BATCHES;
	const place = (k: number, done: number): boolean => {
		if (done >= bound) return false;
		if (k === order.length) {
			best = { at: [...at], doneMin: done };
			bound = done;
			return true;
		}
		const { n, takes } = order[k];
		const ends = places
			.map((_, c) => ({ c, end: free[c] + takes[c] }))
			.filter(({ end }) => end < bound)
			.sort((a, b) => a.end - b.end);
		const tried = new Set<string>();
		for (const { c, end } of ends) {
			// Channels that are alike and stand alike are tried once.
			const like = `${free[c]} ${places[c].mostA} ${places[c].places}`;
			if (tried.has(like)) continue;
			tried.add(like);
			const before = free[c];
			free[c] = end;
			at[n] = c;
			const found = place(k + 1, Math.max(done, end));
			free[c] = before;
			if (found && !exact) return true;
		}
		return best !== null;
	};
	place(0, 0);
	if (best === null) return null;
	const { at: on, doneMin } = best as { at: number[]; doneMin: number };
	const clock = places.map((p) => p.freeInMin);
	const timed = order.map(({ n, takes }): Timed => {
		const c = on[n];
		const startMin = clock[c];
		clock[c] += takes[c];
		return { ids: batches[n].map((m) => m.id), channelId: places[c].channelId, startMin, endMin: clock[c] };
	});
	return { timed: timed.sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin), doneMin };
}
