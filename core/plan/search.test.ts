/**
 * Parts of the search against every way there is, on days small enough for that; what holds a
 * plan up, and why not.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { drawnDay, foundPlan, leastOfAll } from '../../tests/support/plans';
import { Board } from './board';
import { pricesFor } from './bound';
import { bestOfFew } from './few';
import { placementsOf } from './placements';
import { placeCount, visitsOf, type Placement } from './problem';
import { costOf, searchPlan, type Planned } from './search';
import { atOwnCost, nearTo } from './stay';
import { faultsOf } from './verify';
import { bindingsOf, helpOf, variantsOf, whyNot } from './why';

const day = (seed: number, jobs = 3) => drawnDay(seed, { jobs, channels: 2, slotMin: 10, hours: 3 });

test('three jobs: as good as every way there is, by the search and by a handful put back', () => {
	let days = 0;
	for (let seed = 1; seed <= 30; seed++) {
		const problem = day(seed);
		const placements = placementsOf(problem);
		if (placements.reduce((n, list) => n * (1 + list.length), 1) > 150_000) continue;
		days++;
		const best = leastOfAll(problem, placements);
		assert.ok(Math.abs(foundPlan(problem, placements, { rounds: 1500 }).cost - best) < 1e-6, `day ${seed}`);
		const put = bestOfFew(new Board(problem), [0, 1, 2], placements, [null, null, null], {}).best;
		assert.ok(
			costOf(problem, put).cost <= best + 3 * 2 * problem.taste.visit + 1e-6,
			`a handful of day ${seed}`
		);
		assert.deepEqual(faultsOf(problem, put), []);
		assert.ok(pricesFor(problem, placements, best).bound <= best + 1e-6);
	}
	assert.ok(days >= 10);
});

test('a day of few jobs is gone through whole, and not looked at any longer', () => {
	let whole = 0;
	for (let seed = 1; seed <= 10; seed++) {
		const problem = day(seed);
		const placements = placementsOf(problem);
		if (placements.reduce((n, list) => n * (1 + list.length), 1) > 150_000) continue;
		// So many rounds would take hours.
		const work = searchPlan(problem, placements, { rounds: 1e7 });
		let seen = 0;
		let step = work.next();
		for (; !step.done && seen < 1000; step = work.next()) seen = step.value.seen;
		if (!step.done) continue;
		whole++;
		assert.ok(Math.abs((step.value as Planned).cost - leastOfAll(problem, placements)) < 1e-6, `day ${seed}`);
	}
	assert.ok(whole >= 4, `${whole} days`);
});

test('hands walk between two places: what the search takes and what the checker lets pass are the same', () => {
	let [apart, near] = [0, 0];
	for (let seed = 1; seed <= 12; seed++) {
		const problem = drawnDay(seed, { jobs: 2, channels: 3, slotMin: 10, hours: 5, walk: 1 + (seed % 2) });
		const [first, second] = placementsOf(problem);
		const placeOf = (p: Placement) => problem.jobs[p.job].ways[p.way].place;
		for (const a of first.filter((_, n) => n % 3 === 0))
			for (const b of second.filter((_, n) => n % 3 === 0)) {
				const board = new Board(problem);
				board.put(a);
				const fits = board.fits(b);
				assert.equal(fits, faultsOf(problem, [a, b]).length === 0, `day ${seed}, ${a.start} and ${b.start}`);
				board.put(b);
				board.take(a);
				board.take(b);
				assert.ok(board.fits(a) && board.fits(b), 'the board is as it was');
				const gap = Math.min(...a.acts.flatMap((s) => b.acts.map((t) => Math.abs(s - t))));
				if (placeOf(a) === placeOf(b) || gap === 0) continue;
				if (gap > problem.walk) apart++;
				else {
					assert.ok(!fits);
					near++;
				}
			}
	}
	assert.ok(apart > 50 && near > 50, `${apart} apart, ${near} near`);
	const stay = { ...drawnDay(3, { jobs: 2, channels: 3, slotMin: 10, hours: 3, walk: 1 }), walk: 0 };
	assert.equal(placeCount(stay), 1, 'without a walk all is one place');
});

test('visits are runs of slots with an act', () => {
	assert.equal(visitsOf([1, 1, 0, 1, 0, 0, 1, 1]), 3);
	assert.equal(visitsOf([]), 0);
	const problem = day(2);
	const [p] = placementsOf(problem).flat();
	const board = new Board(problem);
	assert.ok(
		Math.abs(
			board.visitsFor(p) -
				problem.taste.visit *
					visitsOf(Array.from({ length: problem.slots }, (_, s) => (p.acts.includes(s) ? 1 : 0)))
		) < 1e-9
	);
	board.put(p);
	board.take(p);
	assert.ok(board.fits(p), 'as it was');
});

test('a plan that is kept stays where nothing is gained by moving, and its cost is its own', () => {
	const problem = day(4, 5);
	const placements = placementsOf(problem);
	const before = foundPlan(problem, placements, { rounds: 1500 });
	const near = nearTo(problem, placements, before.placed);
	const after = foundPlan(problem, near, { rounds: 1500, from: before.placed });
	const own = atOwnCost(placements, after.placed);
	assert.deepEqual(
		own.map((p) => p && [p.way, p.start]),
		before.placed.map((p) => p && [p.way, p.start])
	);
	assert.ok(Math.abs(costOf(problem, own).cost - before.cost) < 1e-9);
	for (const [j, list] of near.entries())
		for (const p of list) {
			const plain = placements[j].find((q) => q.way === p.way && q.start === p.start)!;
			assert.ok(p.cost >= plain.cost - 1e-12);
		}
});

test('what is short is named where it is short, and more of it helps', () => {
	let [held, helped] = [0, 0];
	for (let seed = 40; seed < 52; seed++) {
		const problem = day(seed, 8);
		const placements = placementsOf(problem);
		const planned = foundPlan(problem, placements, { rounds: 1500 });
		const prices = pricesFor(problem, placements, planned.cost);
		const bindings = bindingsOf(problem, prices);
		for (const b of bindings) {
			held++;
			assert.ok(b.from < b.to && b.to <= problem.slots && b.worth > 0);
			assert.ok(problem.watched.slice(b.from, b.to).some(Boolean), 'where somebody is there');
		}
		for (const variant of variantsOf(problem, bindings)) {
			const { help, better } = helpOf(problem, planned, variant, 300, prices);
			if (better) assert.ok(better.cost < planned.cost && faultsOf(problem, better.placed).length === 0);
			else if (help.gains.length) helped++;
		}
		planned.placed.forEach((p, j) => {
			if (p?.inTime) return;
			const why = whyNot(problem, placements, planned, j);
			if (why.kind === 'crowded out') assert.ok(why.by.every((k) => k !== j && planned.placed[k] !== null));
			else if (why.kind === 'too long') assert.ok(why.needsMin > 0 && placements[j].length === 0);
			else if (why.kind === 'too late') assert.ok(why.end > (problem.jobs[j].due as number));
			else assert.equal(problem.jobs[j].ways.length, 0);
		});
	}
	assert.ok(held > 10);
	assert.ok(helped > 3);
});
