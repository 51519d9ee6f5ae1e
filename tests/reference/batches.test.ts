/**
 * Batches against every way there is, and against a linear program with whole numbers (HiGHS);
 * the whole sets: `npm run batches`.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { sortWithin } from '../../core/parallel/batches';
import { Exact } from '../../core/parallel/exact';
import { batchMinutes } from '../../core/parallel/schedule';
import { Sorter, type Sorting } from '../../core/parallel/sorter';
import { fits, widthV } from '../../core/parallel/fits';
import { byBruteForce, byHighs, drawnPile, type Optimum } from '../support/piles';

const PATIENT_MS = 20_000;
const sorted = (sorting: Sorting) => sortWithin(sorting, PATIENT_MS, () => performance.now())!;

/**
 * Nothing twice, nothing left out, every batch within its window and its board, no channel used
 * twice at once.
 */
function sound(sorting: Sorting): ReturnType<typeof sorted> {
	const found = sorted(sorting);
	const ids = found.batches.flatMap((b) => b.ids);
	assert.deepEqual([...ids].sort(), sorting.items.map((m) => m.id).sort());
	for (const batch of found.batches) {
		const packs = batch.ids.map((id) => sorting.items.find((m) => m.id === id)!);
		assert.ok(fits(packs, sorting.fitting));
		assert.ok(widthV(packs) <= sorting.fitting.windowV + 1e-9, 'a window, not a chain');
		const place = sorting.places.find((p) => p.channelId === batch.channelId)!;
		assert.ok(packs.length <= place.places && batch.startMin >= place.freeInMin);
		for (const other of found.batches)
			if (other !== batch && other.channelId === batch.channelId)
				assert.ok(other.startMin >= batch.endMin - 1e-9 || other.endMin <= batch.startMin + 1e-9);
	}
	assert.ok(found.bound.batches <= found.batches.length);
	assert.ok(found.bound.doneMin <= found.doneMin + 1e-6);
	return found;
}

const agrees = (found: ReturnType<typeof sorted>, best: Optimum, what: string) => {
	assert.equal(found.batches.length, best.batches, what);
	// Half a minute is nobody's.
	assert.ok(
		Math.abs(found.doneMin - best.doneMin) <= 0.5 + 1e-6,
		`${what}: ${found.doneMin} and ${best.doneMin} min`
	);
	assert.ok(found.proved, what);
	assert.ok(found.bound.doneMin <= best.doneMin + 1e-6, `${what}: the bound is one`);
};

test('40 piles of up to nine packs: as good as the best of every way there is', () => {
	for (let seed = 1; seed <= 40; seed++) {
		const sorting = drawnPile(seed, 3 + (seed % 7));
		agrees(sound(sorting), byBruteForce(sorting), `pile ${seed}`);
	}
});

test('piles of 14 to 18 packs: as good as the optimum of another solver', async () => {
	for (const seed of [2001, 2002, 2003, 2004]) {
		const sorting = drawnPile(seed, 14 + (seed % 5));
		agrees(sound(sorting), await byHighs(sorting), `pile ${seed}`);
	}
});

test('stopped early it has a sorting all the same, and a bound', () => {
	const sorting = drawnPile(7, 40);
	const quick = sortWithin(sorting, 0, () => performance.now())!;
	assert.equal(quick.batches.flatMap((b) => b.ids).length, 40);
	assert.ok(quick.bound.batches >= 1 && quick.bound.batches <= quick.batches.length);
});

test('all sortings by their states: fewest, a bound that holds, and the soonest end, as every way there is says', () => {
	/** What a generator returns, and what it hands over on its way. */
	const through = <T, R>(work: Generator<T, R>, each: (found: T) => void = () => {}): R => {
		for (;;) {
			const step = work.next();
			if (step.done) return step.value;
			each(step.value);
		}
	};
	let close = 0;
	const SEEDS = 24;
	for (let seed = 1; seed <= SEEDS; seed++) {
		const sorting = drawnPile(500 + seed, 4 + (seed % 5));
		const { places } = sorting;
		const sorter = new Sorter(sorting);
		const best = byBruteForce(sorting);
		const exact = new Exact(sorter, places);
		assert.ok(through(exact.explore()));
		assert.equal(exact.fewest, best.batches, `pile ${seed}`);
		const takes = (blocks: readonly number[], channel: number) =>
			batchMinutes(sorter.packs(blocks), places[channel]);
		const cheapest: number[][][] = [];
		const bound = through(exact.bound(best.batches, Infinity), (found) => cheapest.push(found));
		for (const partition of cheapest) {
			assert.equal(partition.length, best.batches);
			assert.deepEqual(
				partition.flat().sort((a, b) => a - b),
				[...sorter.blocks.keys()]
			);
		}
		assert.ok(bound <= best.doneMin + 1e-6, `pile ${seed}: ${bound} bounds ${best.doneMin}`);
		if (bound > 0.9 * best.doneMin) close++;
		let soonest = Infinity;
		through(
			exact.search(best.batches, () => soonest),
			(found) => {
				if (!found) return;
				const clock = places.map((p) => p.freeInMin);
				const used = new Set<number>();
				for (const { blocks, channel } of found) {
					clock[channel] += takes(blocks, channel);
					used.add(channel);
				}
				const done = Math.max(...[...used].map((c) => clock[c]));
				assert.ok(done < soonest, 'each is sooner than the last');
				soonest = done;
			}
		);
		assert.ok(Math.abs(soonest - best.doneMin) < 1e-6, `pile ${seed}: ${soonest}, every way ${best.doneMin}`);
	}
	assert.ok(close >= SEEDS / 2, `the bound is close in ${close} of ${SEEDS}`);
});
