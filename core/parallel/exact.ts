/**
 * Every sorting of a pile at once. Blocks lie in the order of their volts and the lowest that has
 * no batch yet is always next, so what is left is that block and which of those just above it are
 * gone: some thousand states where there are millions of sortings. How few batches there can be
 * is then exact, and how soon the last is done has a bound that is close (a price for each
 * channel's minutes, as in Lagrangian relaxation: Fisher 1981, Management Science 27, 1-18, from
 * memory).
 */
import type { Sorter } from './sorter';
import { batchMinutes, type Place } from './schedule';

/** Beyond so many batches or states a pile is too dense for this. */
const MOST_BATCHES = 12_000;
const MOST_STATES = 120_000;
/** What may be gone above the lowest block is kept as the bits of one number. */
const MOST_REACH = 30;
const PRICE_ROUNDS = 40;
/** Work between two looks at the clock. */
const SLICE = 2000;

interface Batch {
	/** Blocks in order, the lowest first. */
	blocks: number[];
	/** The blocks above the lowest, as bits: the one next to it is bit 0. */
	above: number;
	/** Minutes on each channel, Infinity where it has no room. */
	takes: Float64Array;
}

/** A batch with the channel that it is on, by its place in the list. */
export interface OnChannel {
	blocks: readonly number[];
	channel: number;
}

interface State {
	lowest: number;
	gone: number;
	/** What may come next: a batch of its lowest block, and what is left then (−1: nothing). */
	ways: { batch: Batch; next: number }[];
	/** Fewest batches for what is left, and fewest that lead here. */
	fewest: number;
	before: number;
	/** Least price of what is left in `fewest`, `fewest` + 1 … batches. */
	price: Float64Array;
}

export class Exact {
	private readonly states: State[] = [];
	private readonly known = new Map<number, number>();
	private prices: Float64Array;

	constructor(
		private readonly sorter: Sorter,
		private readonly places: readonly Place[]
	) {
		const speed = places.reduce((sum, p) => sum + p.mostA, 0);
		this.prices = Float64Array.from(places, (p) => p.mostA / speed);
	}

	/** Fewest batches that there are. */
	get fewest(): number {
		return this.states[0].fewest;
	}

	/** Every batch that `lowest` may be in with blocks above it. */
	private batchesOf(lowest: number): Batch[] {
		const { sorter, places } = this;
		const near = sorter.close[lowest].flatMap((close, n) => (close && n > lowest ? [n] : []));
		const most = Math.max(...places.map((p) => p.places));
		const out: Batch[] = [];
		const grow = (blocks: number[], from: number, packs: number): void => {
			if (out.length > MOST_BATCHES) return;
			if (sorter.may(blocks)) {
				const members = sorter.packs(blocks);
				out.push({
					blocks,
					above: blocks.slice(1).reduce((bits, n) => bits | (1 << (n - lowest - 1)), 0),
					takes: Float64Array.from(places, (p) =>
						p.places >= members.length ? batchMinutes(members, p) : Infinity
					)
				});
			}
			// A meeting that is too hard may become gentle with more between them, so only room and window
			// end it.
			for (let k = from; k < near.length; k++) {
				const n = near[k];
				const more = packs + sorter.blocks[n].length;
				if (more <= most && blocks.every((o) => sorter.close[o][n])) grow([...blocks, n], k + 1, more);
			}
		};
		grow([lowest], 0, sorter.blocks[lowest].length);
		return out;
	}

	/**
	 * Finds every state and how few batches it needs. False where there are too many, or a block has
	 * no batch at all.
	 */
	*explore(): Generator<void, boolean> {
		const { sorter, states, known } = this;
		const n = sorter.blocks.length;
		const reach = sorter.close.map((row, k) => row.lastIndexOf(true) - k);
		if (n === 0 || Math.max(...reach) > MOST_REACH) return false;
		const batches: Batch[][] = [];
		let many = 0;
		for (let k = 0; k < n; k++) {
			batches.push(this.batchesOf(k));
			many += batches[k].length;
			if (many > MOST_BATCHES) return false;
			yield;
		}
		// Keyed by the lowest block and what is gone above it: no number is met twice, and none is
		// beyond 2^53.
		const stateOf = (lowest: number, gone: number): number => {
			const key = lowest * 2 ** 31 + (gone >>> 0);
			let at = known.get(key);
			if (at === undefined) {
				at = states.length;
				known.set(key, at);
				states.push({
					lowest,
					gone,
					ways: [],
					fewest: Infinity,
					before: Infinity,
					price: new Float64Array(0)
				});
			}
			return at;
		};
		stateOf(0, 0);
		let work = 0;
		for (let at = 0; at < states.length; at++) {
			if (states.length > MOST_STATES) return false;
			const { lowest, gone, ways } = states[at];
			for (const batch of batches[lowest]) {
				if (++work % SLICE === 0) yield;
				if (gone & batch.above) continue;
				let rest = (gone | batch.above) >>> 0;
				let next = lowest + 1;
				while (rest & 1) {
					rest >>>= 1;
					next++;
				}
				ways.push({ batch, next: next >= n ? -1 : stateOf(next, rest >>> 1) });
			}
		}
		// A batch leads from a lower block to a higher one, so in the order of their lowest block each
		// state comes before what follows it.
		const order = [...states].sort((a, b) => a.lowest - b.lowest);
		for (const s of [...order].reverse())
			for (const { next } of s.ways) s.fewest = Math.min(s.fewest, 1 + (next < 0 ? 0 : states[next].fewest));
		states[0].before = 0;
		for (const s of order)
			for (const { next } of s.ways)
				if (next >= 0) states[next].before = Math.min(states[next].before, s.before + 1);
		this.order = order;
		return Number.isFinite(states[0].fewest);
	}
	private order: State[] = [];

	private least(takes: Float64Array, usable: readonly boolean[]): number {
		let least = Infinity;
		for (let c = 0; c < takes.length; c++)
			if (usable[c] && takes[c] < Infinity) least = Math.min(least, this.prices[c] * takes[c]);
		return least;
	}

	/**
	 * The least price of everything that is left, for each number of batches that may still lead to
	 * `count`.
	 */
	private price(count: number, usable: readonly boolean[]): void {
		for (const s of [...this.order].reverse()) {
			const slack = count - s.before - s.fewest;
			s.price = new Float64Array(Math.max(0, slack + 1)).fill(Infinity);
			if (slack < 0) continue;
			for (const { batch, next } of s.ways) {
				const own = this.least(batch.takes, usable);
				for (let j = 0; j <= slack; j++) {
					const rest = this.priceOf(next, s.fewest + j - 1);
					if (own + rest < s.price[j]) s.price[j] = own + rest;
				}
			}
		}
	}

	private priceOf(state: number, batches: number): number {
		if (state < 0) return batches === 0 ? 0 : Infinity;
		const s = this.states[state];
		return s.price[batches - s.fewest] ?? Infinity;
	}

	/** Blocks of the cheapest sorting into `count`, at the prices of now. */
	private cheapest(count: number, usable: readonly boolean[]): Batch[] {
		const out: Batch[] = [];
		for (let at = 0, left = count; at >= 0; left--) {
			const s = this.states[at];
			let best = s.ways[0];
			let least = Infinity;
			for (const way of s.ways) {
				const all = this.least(way.batch.takes, usable) + this.priceOf(way.next, left - 1);
				if (all < least) [least, best] = [all, way];
			}
			out.push(best.batch);
			at = best.next;
		}
		return out;
	}

	/** When the channels, each from when it is free, have given so much at these prices, min. */
	private when(price: number, free: readonly number[], usable: readonly boolean[]): number {
		const by = free
			.map((f, c) => ({ f, w: usable[c] ? this.prices[c] : 0 }))
			.filter(({ w }) => w > 0)
			.sort((a, b) => a.f - b.f);
		let [w, sum] = [0, 0];
		for (let k = 0; k < by.length; k++) {
			w += by[k].w;
			sum += by[k].w * by[k].f;
			const t = (price + sum) / w;
			if (k + 1 === by.length || t <= by[k + 1].f) return t;
		}
		return 0;
	}

	/**
	 * No `count` batches are done sooner than what this ends with, min, on channels that are free
	 * before `doneMin`. Prices move towards the channels that would be done last; each round's
	 * cheapest sorting is handed over as a beginning for others.
	 */
	*bound(count: number, doneMin: number): Generator<number[][], number> {
		const free = this.places.map((p) => p.freeInMin);
		const usable = free.map((f) => f < doneMin);
		let bound = 0;
		let best = this.prices;
		for (let round = 0; round < (usable.filter(Boolean).length > 1 ? PRICE_ROUNDS : 1); round++) {
			this.price(count, usable);
			const total = this.priceOf(0, count);
			if (!Number.isFinite(total)) return doneMin;
			const t = this.when(total, free, usable);
			if (t > bound) [bound, best] = [t, this.prices];
			const cheapest = this.cheapest(count, usable);
			const ends = [...free];
			for (const { takes } of cheapest) {
				let on = 0;
				let least = Infinity;
				takes.forEach((min, c) => {
					const price = usable[c] && min < Infinity ? this.prices[c] * min : Infinity;
					if (price < least) [least, on] = [price, c];
				});
				ends[on] += takes[on];
			}
			yield cheapest.map((b) => b.blocks);
			const step = 0.5 / (1 + round / 4);
			const moved = this.prices.map((w, c) => w * Math.exp((step * (ends[c] - t)) / Math.max(1, t)));
			const sum = moved.reduce((a, b) => a + b, 0);
			this.prices = moved.map((w) => w / sum);
		}
		this.prices = best;
		this.price(count, usable);
		return bound;
	}

	/**
	 * Looks through every sorting into `count` on every channel, leaving each branch as soon as it
	 * cannot be done before `sooner()`. Hands over each one that is, as blocks. {@link bound} was
	 * asked before, for this count.
	 */
	*search(count: number, sooner: () => number): Generator<OnChannel[] | null, void> {
		const { places, states } = this;
		const loads = places.map((p) => p.freeInMin);
		const usable = loads.map((f) => f < sooner());
		const chosen: OnChannel[] = [];
		let work = 0;
		const priceOf = (at: number, left: number) => this.priceOf(at, left);
		const when = (price: number) => this.when(price, loads, usable);
		const { prices } = this;
		/** `reached`: when the last of those that are chosen ends, min. */
		function* from(at: number, left: number, reached: number): Generator<OnChannel[] | null, void> {
			if (++work % SLICE === 0) yield null;
			if (at < 0) {
				if (left === 0) yield [...chosen];
				return;
			}
			const ways = states[at].ways
				.map((way) => ({ ...way, rest: priceOf(way.next, left - 1) }))
				.filter(({ rest }) => rest < Infinity);
			const on: { blocks: number[]; next: number; c: number; load: number; price: number }[] = [];
			for (const { batch, next, rest } of ways) {
				const tried = new Set<string>();
				for (let c = 0; c < places.length; c++) {
					const load = loads[c] + batch.takes[c];
					if (!usable[c] || load >= sooner()) continue;
					const like = `${loads[c]} ${places[c].mostA} ${places[c].places}`;
					if (tried.has(like)) continue;
					tried.add(like);
					on.push({ blocks: batch.blocks, next, c, load, price: rest + prices[c] * batch.takes[c] });
				}
			}
			on.sort((a, b) => a.price - b.price);
			for (const { blocks, next, c, load } of on) {
				// Something sooner may have been found since these were chosen.
				if (reached >= sooner()) return;
				if (load >= sooner()) continue;
				const before = loads[c];
				loads[c] = load;
				if (when(priceOf(next, left - 1)) < sooner()) {
					chosen.push({ blocks, channel: c });
					yield* from(next, left - 1, Math.max(reached, load));
					chosen.pop();
				}
				loads[c] = before;
			}
		}
		yield* from(0, count, 0);
	}
}
