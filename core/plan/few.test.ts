/**
 * A few jobs put in the best way there is, against every way there is; visits counted as they
 * come against those of the whole.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { day } from '../../tests/support/day-in-marks';
import { leastOfAll } from '../../tests/support/plans';
import { uniform } from '../simulate/random';
import { Alike } from './alike';
import { Board } from './board';
import { bestOfFew } from './few';
import { placementsOf } from './placements';
import { TASTES, type Placement, type Problem } from './problem';
import { costOf } from './search';

type Ways = (random: () => number, job: number) => { channel: number; wear: number; kept: number }[];

/** Three jobs, two channels, one pair of hands that leaves now and then, visits dear. */
function drawn(seed: number, waysOf: Ways, slots = 16): Problem {
	const random = uniform(seed);
	const marks = Array.from({ length: slots }, () => (random() < 0.75 ? 'w' : 'o')).join('');
	const job = (id: string, n: number) => ({
		id,
		weight: 4 + 6 * random(),
		ways: waysOf(random, n).map(({ channel, wear, kept }) => ({
			...{ channel, place: 0, holds: [], wear },
			steps: [{ likely: kept, kept, rest: 0, divisible: false, draws: [], stores: [] }]
		}))
	});
	const limit = (id: string, kind: 'channel' | 'hands') => ({ id, name: id, kind, cap: 1, taken: [] });
	return day(
		marks,
		[job('j', 0), job('k', 1), job('l', 2)],
		{},
		{
			limits: [limit('a', 'channel'), limit('b', 'channel'), limit('hands', 'hands')],
			handsLimit: 2,
			taste: { ...TASTES['fewest visits'], visit: 1 + random() }
		}
	);
}
const onOne: Ways = (random, job) => [{ channel: job < 2 ? 0 : 1, wear: random(), kept: 2 }];
/** Either channel is as good; in every other day one job likes one of them better. */
const onEither =
	(seed: number): Ways =>
	(random, job) => {
		const [wear, kept] = [random(), 2 + Math.floor(2 * random())];
		const rather = job === 1 && seed % 2 === 0 ? 0.3 : 0;
		return [
			{ channel: 0, wear: wear + rather, kept },
			{ channel: 1, wear, kept }
		];
	};

test('three jobs: as good as the best of every way to place them', () => {
	let joined = 0;
	for (let seed = 1; seed <= 60; seed++) {
		const problem = drawn(seed, onOne);
		const placements = placementsOf(problem);
		const { best, whole } = bestOfFew(new Board(problem), [0, 1, 2], placements, [null, null, null], {});
		assert.ok(whole);
		const { cost, visits } = costOf(problem, best);
		assert.ok(Math.abs(cost - leastOfAll(problem, placements)) < 1e-9, `seed ${seed}`);
		if (visits < best.reduce((sum, p) => sum + (p ? p.acts.length : 0), 0)) joined++;
	}
	assert.ok(joined > 20, `acts beside others are one visit in ${joined} of them`);
});

test('channels that are alike: one of them is tried, and nothing better is passed over', () => {
	let spared = 0;
	for (let seed = 1; seed <= 60; seed++) {
		const problem = drawn(seed, onEither(seed), 11);
		const placements = placementsOf(problem);
		const { best, whole } = bestOfFew(new Board(problem), [0, 1, 2], placements, [null, null, null], {});
		assert.ok(whole);
		const { cost } = costOf(problem, best);
		assert.ok(Math.abs(cost - leastOfAll(problem, placements)) < 1e-9, `seed ${seed}`);
		if (new Alike(new Board(problem), [0, 1, 2], placements).spare([]).size > 0) spared++;
	}
	assert.equal(spared, 30);
});

test('a channel is spare only while it is as idle as one like it, for these jobs at this cost', () => {
	const problem = drawn(1, onEither(1), 11);
	const placements = placementsOf(problem);
	const board = new Board(problem);
	const spare = (jobs: number[], lists = placements, chosen: Placement[] = []) => [
		...new Alike(board, jobs, lists).spare(chosen)
	];
	const onA = placements[0].find((p) => problem.jobs[0].ways[p.way].channel === 0)!;
	assert.deepEqual(spare([0, 1, 2]), [1]);
	assert.deepEqual(spare([0, 1, 2], placements, [onA]), [], 'the first is taken: the other is not the same');
	const dearer = placements[0].map((p) =>
		problem.jobs[0].ways[p.way].channel === 1 ? { ...p, cost: p.cost + 0.1 } : p
	);
	assert.deepEqual(spare([0, 1, 2], [dearer, placements[1], placements[2]]), [], 'it costs more there');
	assert.deepEqual(spare([1, 2], [dearer, placements[1], placements[2]]), [1], 'not for the others');
	board.put(onA);
	assert.deepEqual(spare([1, 2]), [], 'something is planned on it');
	board.take(onA);
	assert.deepEqual(spare([1, 2]), [1]);
});

test('given up after so many jobs put or places looked at, it says that something better may be left', () => {
	const problem = drawn(3, onEither(3), 40);
	const placements = placementsOf(problem);
	const put = (most: { tried?: number; looks?: number; thorough?: boolean }) => {
		const { best, whole } = bestOfFew(new Board(problem), [0, 1, 2], placements, [null, null, null], most);
		return { whole, cost: costOf(problem, best).cost };
	};
	const through = put({});
	assert.ok(through.whole);
	for (const few of [{ tried: 1 }, { looks: 20 }]) {
		const { whole, cost } = put(few);
		assert.ok(!whole && cost > through.cost, JSON.stringify(few));
	}
	assert.deepEqual(put({ tried: 1e6, looks: 1e7 }), through);
	assert.deepEqual(put({ thorough: false }), { ...through, whole: false }, 'as good, and not proved');
});

test('what a job adds to the visits is what the whole has more of them with it', () => {
	for (let seed = 100; seed < 140; seed++) {
		const problem = drawn(seed, onOne);
		const random = uniform(seed);
		const board = new Board(problem);
		const placed: (Placement | null)[] = [null, null, null];
		for (const [j, list] of placementsOf(problem).entries()) {
			const room = list.filter((p) => board.fits(p));
			if (room.length === 0) continue;
			const p = room[Math.floor(room.length * random())];
			const before = costOf(problem, placed).visits;
			const more = board.visitsFor(p);
			board.put(p);
			placed[j] = p;
			const after = costOf(problem, placed).visits;
			assert.ok(Math.abs(more - (after - before) * problem.taste.visit) < 1e-9, `seed ${seed}, job ${j}`);
		}
	}
});
