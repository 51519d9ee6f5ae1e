/**
 * What a sorting is made of: blocks that stay together, which of them may be one batch, and how
 * few or how soon it can be at least.
 */
import { closeTogether, fits, type Fitting } from './fits';
import type { PileItem } from './pile';
import { SETUP_MIN, type Place } from './schedule';

export interface Sorting {
	items: readonly PileItem[];
	places: readonly Place[];
	fitting: Fitting;
	/** Packs that a person wants in one batch: each list together, whatever else goes with them. */
	pinned?: readonly (readonly string[])[];
	/** Groups that turned out not to be good after all, each as its ids in order. */
	forbidden?: ReadonlySet<string>;
}

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

export class Sorter {
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
	 * At least so many batches for these blocks. Held against one cell position alone, packs in the
	 * order of their volts are covered best by taking from the lowest as many as fit; no position
	 * can do with fewer, so the most demanding one is a bound. Packs of which no two may be together
	 * need one each, too.
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
	 * No `count` batches of these blocks are done sooner, min. The channels give all they have from
	 * when each is free, less what hands take; a channel whose board takes fewer packs can have only
	 * so many batches, or too few places would be left for the others.
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

	/**
	 * The first of `order` and with it whatever fits, the nearest first, at most `size` packs: few
	 * batches, at once.
	 */
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
