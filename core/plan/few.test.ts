/** A few jobs put in the best way there is, against every way there is; visits counted as they come against those of the whole. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { day } from '../../tests/support/day-in-marks';
import { leastOfAll } from '../../tests/support/plans';
import { uniform } from '../simulate/random';
import { Board } from './board';
import { bestOfFew } from './few';
import { placementsOf } from './placements';
import { TASTES, type Placement, type Problem } from './problem';
import { costOf } from './search';

/** Three jobs, two channels, one pair of hands that leaves now and then, visits dear. */
function drawn(seed: number): Problem {
	const random = uniform(seed);
	const marks = Array.from({ length: 16 }, () => (random() < 0.75 ? 'w' : 'o')).join('');
	const job = (id: string, channel: number) => ({
		id,
		weight: 4 + 6 * random(),
		ways: [
			{
				...{ channel, place: 0, holds: [], wear: random() },
				steps: [{ likely: 2, kept: 2, rest: 0, divisible: false, draws: [], stores: [] }]
			}
		]
	});
	const limit = (id: string, kind: 'channel' | 'hands') => ({ id, name: id, kind, cap: 1, taken: [] });
	return day(
		marks,
		[job('j', 0), job('k', 0), job('l', 1)],
		{},
		{
			limits: [limit('a', 'channel'), limit('b', 'channel'), limit('hands', 'hands')],
			handsLimit: 2,
			taste: { ...TASTES['fewest visits'], visit: 1 + random() }
		}
	);
}

test('three jobs: as good as the best of every way to place them', () => {
	let joined = 0;
	for (let seed = 1; seed <= 60; seed++) {
		const problem = drawn(seed);
		const placements = placementsOf(problem);
		const { best, whole } = bestOfFew(new Board(problem), [0, 1, 2], placements, [null, null, null], 1e6);
		assert.ok(whole);
		const { cost, visits } = costOf(problem, best);
		assert.ok(Math.abs(cost - leastOfAll(problem, placements)) < 1e-9, `seed ${seed}`);
		if (visits < best.reduce((sum, p) => sum + (p ? p.acts.length : 0), 0)) joined++;
	}
	assert.ok(joined > 20, `acts beside others are one visit in ${joined} of them`);
});

test('what a job adds to the visits is what the whole has more of them with it', () => {
	for (let seed = 100; seed < 140; seed++) {
		const problem = drawn(seed);
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
