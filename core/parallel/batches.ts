/**
 * A pile sorted into batches: the fewest, and of those the ones that are done soonest on the channels there are. A batch is a window
 * and not a chain: every two of its packs lie within it, at every cell position.
 */
import { closeTogether, fits, type Fitting } from './fits';
import { uniform } from '../simulate/random';
import type { PileItem } from './pile';
import { batchMinutes, schedule, SETUP_MIN, type Place, type Timed } from './schedule';

export interface Sorting {
	items: readonly PileItem[];
	places: readonly Place[];
	fitting: Fitting;
	/** Packs that a person wants in one batch: each list together, whatever else goes with them. */
	pinned?: readonly (readonly string[])[];
	/** Groups that turned out not to be good after all, each as its ids in order. */
	forbidden?: ReadonlySet<string>;
}

export interface Sorted {
	batches: Timed[];
	doneMin: number;
	/** No sorting has fewer batches, and none of as few is done sooner. */
	bound: { batches: number; doneMin: number };
	/** Nothing better exists: everything was looked at, or the bound is met. */
	proved: boolean;
}

/** A sooner end by less than this is none, min: people see whole minutes. With {@link EVEN_MIN} it is half a minute. */
const WORTH_MIN = 0.3;
/** For so little more, batches are evened out: even ones ask least of every lead, min. */
const EVEN_MIN = 0.2;

/** Times that the best is shaken before everything is looked at, and the seed of the shaking. */
const SHAKES = 120;
const SEED = 5;

/** A name for a batch, whatever its order. */
export const batchKey = (batch: readonly Pick<PileItem, 'id'>[]): string =>
	batch
		.map((m) => m.id)
		.sort()
		.join(' ');

/** Packs that go together are one: what a person pinned is moved as a block. */
type Block = readonly PileItem[];

const meanV = (block: Block): number =>
	block.reduce((sum, m) => sum + m.cellV.reduce((a, b) => a + b, 0) / m.cellV.length, 0) / block.length;

class Sorter {
	readonly blocks: Block[];
	private readonly mostPlaces: number;
	private readonly known = new Map<string, boolean>();
	readonly close: boolean[][];
	private readonly cells: number;

	constructor(private readonly s: Sorting) {
		const byId = new Map(s.items.map((m) => [m.id, m]));
		const pinned = (s.pinned ?? []).map((ids) => ids.flatMap((id) => byId.get(id) ?? []));
		const held = new Set(pinned.flat().map((m) => m.id));
		this.blocks = [
			...pinned.filter((b) => b.length),
			...s.items.filter((m) => !held.has(m.id)).map((m) => [m])
		].sort((a, b) => meanV(a) - meanV(b));
		this.mostPlaces = Math.max(1, ...s.places.map((p) => p.places));
		this.cells = s.items[0]?.cellV.length ?? 0;
		this.close = this.blocks.map((a) => this.blocks.map((b) => closeTogether([...a, ...b], s.fitting)));
	}

	packs = (block: readonly number[]): PileItem[] => block.flatMap((n) => [...this.blocks[n]]);

	/** Whether these blocks may be one batch: room, window, meeting. */
	may(batch: readonly number[]): boolean {
		const packs = this.packs(batch);
		if (packs.length > this.mostPlaces) return false;
		const key = batch.join(' ');
		let ok = this.known.get(key);
		if (ok === undefined) {
			ok = fits(packs, this.s.fitting) && !this.s.forbidden?.has(batchKey(packs));
			this.known.set(key, ok);
		}
		return ok;
	}

	/**
	 * At least so many batches for these blocks. Held against one cell position alone, packs in the order of their volts are covered
	 * best by taking from the lowest as many as fit; no position can do with fewer, so the most demanding one is a bound. Packs of which
	 * no two may be together need one each, too.
	 */
	least(blocks: readonly number[]): number {
		if (blocks.length === 0) return 0;
		let most = 1;
		for (let i = 0; i < this.cells; i++) {
			const volts = blocks.flatMap((n) => this.blocks[n].map((m) => m.cellV[i])).sort((a, b) => a - b);
			let count = 0;
			for (let at = 0; at < volts.length; count++) {
				const from = at;
				while (
					at < volts.length &&
					at - from < this.mostPlaces &&
					volts[at] - volts[from] <= this.s.fitting.windowV + 1e-9
				)
					at++;
			}
			most = Math.max(most, count);
		}
		let apart: number[] = [];
		for (const n of blocks) if (apart.every((o) => !this.close[n][o])) apart = [...apart, n];
		return Math.max(most, apart.length);
	}

	/**
	 * No `count` batches of these blocks are done sooner, min. The channels give all they have from when each is free, less what hands
	 * take; a channel whose board takes fewer packs can have only so many batches, or too few places would be left for the others.
	 */
	soonest(count: number): number {
		const { places } = this.s;
		const packs = this.blocks.flat();
		const need = packs.reduce((sum, m) => sum + m.needAh, 0);
		const mostNeed = Math.max(...packs.map((m) => m.needAh));
		const most = this.mostPlaces;
		/** Batches of at most `size` that there may be, and still room for all. */
		const spare = (size: number) =>
			size >= most
				? count
				: Math.max(0, Math.min(count, Math.floor((count * most - packs.length) / (most - size))));
		const alone = spare(1);
		const setupMin = (count - alone) * SETUP_MIN + alone;
		const least = Math.min(...places.filter((p) => spare(p.places) > 0).map((p) => p.mostA));
		const wanted = need + (setupMin * least) / 60;
		const given = (doneMin: number) =>
			places.reduce(
				(sum, p) =>
					sum +
					Math.min(
						(Math.max(0, doneMin - p.freeInMin) * p.mostA) / 60,
						p.places >= most ? Infinity : spare(p.places) * (p.places * mostNeed + (SETUP_MIN * p.mostA) / 60)
					),
				0
			);
		let [low, high] = [0, 1e6];
		for (let n = 0; n < 60; n++) {
			const middle = (low + high) / 2;
			if (given(middle) < wanted) low = middle;
			else high = middle;
		}
		// One batch at least has the mean of what is missing, at each pack's own rate.
		const capacity = packs.reduce((sum, m) => sum + m.capacityAh * m.rateC, 0);
		return Math.max(high, Math.min(...places.map((p) => p.freeInMin)) + (60 * need) / capacity);
	}

	/** The first of `order` and with it whatever fits, the nearest first, at most `size` packs: few batches, at once. */
	greedy(order: readonly number[], size: number): number[][] {
		const left = new Set(order);
		const out: number[][] = [];
		while (left.size) {
			const [first, ...rest] = left;
			const batch = [first];
			for (const n of rest)
				if (
					this.packs([...batch, n]).length <= size &&
					batch.every((o) => this.close[n][o]) &&
					this.may([...batch, n].sort((a, b) => a - b))
				)
					batch.push(n);
			batch.sort((a, b) => a - b);
			batch.forEach((n) => left.delete(n));
			out.push(batch);
		}
		return out;
	}
}

export interface Progress {
	/** Sortings looked at. */
	seen: number;
	best: Sorted | null;
}

/**
 * The search, handing over what it has from time to time. It takes the lowest pack that has no batch yet and tries every batch it
 * may be in, the largest first; a branch is left where what remains needs more batches than are left, or cannot be done sooner.
 */
export function* sortPile(sorting: Sorting): Generator<Progress, Sorted | null> {
	if (sorting.items.length === 0) return null;
	const sorter = new Sorter(sorting);
	const all = [...sorter.blocks.keys()];
	const { places } = sorting;
	const bound = sorter.least(all);
	let best: Sorted | null = null;
	let seen = 0;
	let count = Infinity;
	let placed: readonly (readonly number[])[] = [];
	const laidOut = (partition: readonly (readonly number[])[], limitMin: number) =>
		schedule(
			partition.map((b) => sorter.packs(b)),
			places,
			limitMin
		);
	const record = (
		partition: readonly (readonly number[])[],
		laid: NonNullable<ReturnType<typeof laidOut>>
	): void => {
		const fewer = partition.length < count;
		if (partition.length > count || (!fewer && best && laid.doneMin > best.doneMin - WORTH_MIN)) return;
		count = partition.length;
		placed = partition;
		best = {
			batches: laid.timed,
			doneMin: laid.doneMin,
			bound: { batches: bound, doneMin: sorter.soonest(partition.length) },
			proved: false
		};
	};
	const offer = (partition: readonly (readonly number[])[]): void => {
		if (partition.length > count) return;
		const laid = laidOut(partition, partition.length < count || !best ? Infinity : best.doneMin - WORTH_MIN);
		if (laid) record(partition, laid);
	};
	const met = () =>
		best !== null && count <= bound && best.doneMin - WORTH_MIN <= Math.max(best.bound.doneMin, 0);

	/** Packs moved between batches, or changed for one another, as long as it ends sooner or with fewer. */
	const improve = function* (first: readonly (readonly number[])[]): Generator<Progress, void> {
		let partition = first;
		const begun = laidOut(partition, Infinity);
		if (!begun) return;
		let own = begun;
		record(partition, own);
		for (let improved = true; improved;) {
			improved = false;
			outer: for (let a = 0; a < partition.length; a++)
				for (let b = 0; b < partition.length; b++) {
					if (a === b) continue;
					for (const x of partition[a])
						for (const y of [null, ...partition[b]]) {
							const rest = partition[a].filter((n) => n !== x);
							const from = (y === null ? rest : [...rest, y]).sort((p, q) => p - q);
							const to = [...partition[b].filter((n) => n !== y), x].sort((p, q) => p - q);
							if (!sorter.may(to) || (from.length && !sorter.may(from))) continue;
							const next = partition
								.map((p, n) => (n === a ? from : n === b ? to : p))
								.filter((p) => p.length);
							if (++seen % 64 === 0) yield { seen, best };
							const laid = laidOut(next, next.length < partition.length ? Infinity : own.doneMin - 1e-6);
							if (!laid) continue;
							partition = next;
							own = laid;
							record(partition, laid);
							improved = true;
							break outer;
						}
				}
		}
	};
	/** The best, with packs moved from large batches to small ones where it ends no later for that. */
	const evened = (proved: boolean): Sorted => {
		const found = best as unknown as Sorted;
		let partition = placed;
		let laid: ReturnType<typeof laidOut> = null;
		const limit = found.doneMin + EVEN_MIN;
		for (let moved = true; moved;) {
			moved = false;
			outer: for (let a = 0; a < partition.length; a++)
				for (let b = 0; b < partition.length; b++)
					for (const x of partition[a]) {
						const size = (n: number) => sorter.packs(partition[n]).length;
						if (size(a) < size(b) + 1 + sorter.packs([x]).length) continue;
						const from = partition[a].filter((n) => n !== x);
						const to = [...partition[b], x].sort((p, q) => p - q);
						if (!from.length || !sorter.may(from) || !sorter.may(to)) continue;
						const next = partition.map((p, n) => (n === a ? from : n === b ? to : p));
						const tried = laidOut(next, limit);
						if (!tried) continue;
						[partition, laid, moved] = [next, tried, true];
						break outer;
					}
		}
		return laid === null
			? { ...found, proved }
			: { ...found, proved, batches: laid.timed, doneMin: laid.doneMin };
	};
	const sizes = [...new Set(places.map((p) => p.places))].filter((p) => p > 1);
	const even = Math.ceil(sorting.items.length / Math.max(1, bound));
	const down = [...all].reverse();
	const most = Math.max(...places.map((p) => p.places));
	// Even batches first: where others are no sooner, they ask least of every lead.
	for (const size of new Set([Math.min(even, most), most, ...sizes]))
		for (const order of [all, down]) {
			yield* improve(sorter.greedy(order, size));
			if (met()) return evened(true);
		}
	// From what is best so far some packs go elsewhere by chance, and it is improved again: few sortings are far from the best then.
	const chance = uniform(SEED);
	const pick = (n: number) => Math.min(n - 1, Math.floor(chance() * n));
	for (let round = 0; round < SHAKES && all.length > 3; round++) {
		const from: number[][] = placed.map((b) => [...b]);
		for (let moves = 1 + pick(3); moves > 0; moves--) {
			const a = pick(from.length);
			if (from[a].length === 0) continue;
			const [x] = from[a].splice(pick(from[a].length), 1);
			const to = from
				.map((_, n) => n)
				.filter((n) => n !== a && sorter.may([...from[n], x].sort((p, q) => p - q)));
			const n = to.length ? to[pick(to.length)] : a;
			from[n] = [...from[n], x].sort((p, q) => p - q);
		}
		const whole = from.filter((b) => b.length);
		if (whole.length <= count && whole.every((b) => sorter.may(b))) yield* improve(whole);
		if (met()) break;
	}
	yield { seen, best };
	if (met()) return evened(true);

	const usable = places.length;
	const firstFree = Math.min(...places.map((p) => p.freeInMin));
	const mostA = Math.max(...places.map((p) => p.mostA));
	const fastest = { mostA };
	/** Every batch that the lowest of `left` may be in, the largest first. */
	function batchesFor(left: readonly number[]): number[][] {
		const [head, ...rest] = left;
		const near = rest.filter((n) => sorter.close[head][n]);
		const out: number[][] = [];
		const grow = (batch: number[], from: number) => {
			if (sorter.may(batch)) out.push(batch);
			// A meeting that is too hard may become gentle with more between them, so only room and window end it.
			for (let k = from; k < near.length; k++) {
				const n = near[k];
				if (!batch.every((o) => sorter.close[o][n])) continue;
				if (sorter.packs([...batch, n]).length > Math.max(...places.map((p) => p.places))) continue;
				grow([...batch, n], k + 1);
			}
		};
		grow([head], 0);
		return out.sort((a, b) => b.length - a.length);
	}
	function* search(left: readonly number[], chosen: number[][], minutes: number): Generator<Progress, void> {
		if (++seen % 256 === 0) yield { seen, best };
		if (left.length === 0) {
			offer(chosen);
			return;
		}
		if (met()) return;
		for (const batch of batchesFor(left)) {
			const taken = new Set(batch);
			const after = left.filter((n) => !taken.has(n));
			const more = sorter.least(after);
			if (chosen.length + 1 + more > count) continue;
			const takes = minutes + batchMinutes(sorter.packs(batch), fastest);
			if (chosen.length + 1 + more === count && best) {
				// What is left takes at least what the strongest channel needs for its charge, spread over all of them.
				const need = sorter.packs(after).reduce((sum, m) => sum + m.needAh, 0);
				const least = firstFree + (takes + more + (60 * need) / mostA) / usable;
				if (least >= (best as Sorted).doneMin - WORTH_MIN) continue;
			}
			yield* search(after, [...chosen, batch], takes);
		}
	}
	yield* search(all, [], 0);
	return best ? evened(true) : null;
}

/** The best that is found within `ms` by `clock`, with what it may be short of. At least one sorting is always found. */
export function sortWithin(sorting: Sorting, ms: number, clock: () => number): Sorted | null {
	const until = clock() + ms;
	const work = sortPile(sorting);
	let best: Sorted | null = null;
	for (;;) {
		const step = work.next();
		if (step.done) return step.value ?? best;
		best = step.value.best ?? best;
		if (clock() > until && best) return best;
	}
}
