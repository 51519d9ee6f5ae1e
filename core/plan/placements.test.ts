/**
 * Where a job may be put: what is watched, who plugs, what is left off and gone on with. Worked
 * by hand.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { day } from '../../tests/support/day-in-marks';
import { nextHands, placedCost, placementsOf } from './placements';
import { TASTES, type Problem, type Step } from './problem';

const starts = (problem: Problem) =>
	placementsOf(problem)[0]
		.map((p) => p.start)
		.sort((a, b) => a - b);

test('a run is watched to the slot that is kept for it, the connecting included', () => {
	// One slot to connect and four kept: five watched slots.
	assert.deepEqual(starts(day('wwwww', [{}])), [0]);
	assert.deepEqual(starts(day('wwww.', [{}])), []);
	assert.deepEqual(starts(day('..wwwwww', [{}])), [2, 3]);
	assert.deepEqual(starts(day('www..wwwww', [{}])), [5]);
});

test('it begins with hands, and is unplugged by hands within the hour', () => {
	assert.deepEqual(starts(day('ooowwwww', [{}])), [3]);
	// Likely over in slot 4: the one who leaves then pulls the plug; kept until 5 is watched.
	assert.deepEqual(starts(day('wwwwo', [{}])), [0]);
	const [p] = placementsOf(day('wwwwwoooooowww', [{ pinnedAt: 0 }]))[0];
	assert.deepEqual(p.acts, [0, 4]);
	// Nobody with hands for seventy minutes after it is likely over.
	assert.deepEqual(starts(day('wooooooooooowww', [{ pinnedAt: 0 }])), []);
	const [late] = placementsOf(day('woooooowww', [{ pinnedAt: 0 }]))[0];
	assert.deepEqual(late.acts, [0, 7]);
	const channel = late.uses.find((u) => u.limit === 0)!;
	assert.equal(channel.amounts.length, 8, 'it stays connected until then');
});

test('what may be left off is left off when everybody goes, and gone on with', () => {
	// Nine slots kept: the first evening has four after connecting, the second five.
	const [p] = placementsOf(
		day('wwwww..wwwwwwww', [{ pinnedAt: 0 }], { likely: 8, kept: 9, divisible: true })
	)[0];
	assert.deepEqual(
		p.spans.map((s) => [s.from, s.likely, s.to]),
		[
			[0, 5, 5],
			[7, 12, 13]
		]
	);
	// Plugged, unplugged by who goes, plugged again, unplugged when it is likely full.
	assert.deepEqual(p.acts, [0, 4, 7, 12]);
	assert.equal(placementsOf(day('wwwww..www', [{}], { likely: 8, kept: 9, divisible: true }))[0].length, 0);
	// Nobody who pulls the plug at the end of the evening.
	assert.equal(
		placementsOf(day('wwwwo..wwwwwwww', [{ pinnedAt: 0 }], { likely: 8, kept: 9, divisible: true }))[0]
			.length,
		0
	);
});

test('several runs of one job follow each other with their rest, the next on another day where this one is over', () => {
	const steps: Step[] = [2, 3].map((kept) => ({
		likely: kept,
		kept,
		rest: 2,
		divisible: false,
		draws: [],
		stores: []
	}));
	const way = { channel: 0, place: 0, holds: [2], steps, wear: 1 };
	const [p] = placementsOf(day('wwwwwwwwww', [{ ways: [way], pinnedAt: 0 }]))[0];
	assert.deepEqual(
		p.spans.map((s) => [s.step, s.from, s.to]),
		[
			[0, 0, 3],
			[1, 5, 9]
		]
	);
	const stands = (placement: typeof p) =>
		placement.uses.filter((u) => u.limit === 0).map((u) => [u.at, u.amounts.length]);
	assert.deepEqual(stands(p), [[0, 10]], 'it stays on its channel while it rests, and until it is unplugged');
	const [split] = placementsOf(day('wwwwww..wwwww', [{ ways: [way], pinnedAt: 0 }]))[0];
	assert.deepEqual([split.spans[1].from, split.spans[1].to], [8, 12]);
	assert.deepEqual(
		stands(split),
		[
			[0, 3],
			[8, 5]
		],
		'over night it does not'
	);
});

test('what alone would be too much is no place', () => {
	const draws = [{ limit: 3, amounts: [90, 120, 60, 30] }];
	assert.deepEqual(starts(day('wwwwwww', [{}], { draws })), []);
	const less = [{ limit: 3, amounts: [90, 100, 60, 30] }];
	assert.deepEqual(starts(day('wwwww', [{}], { draws: less })), [0]);
	// The channel is taken in the first two slots.
	const taken = day('wwwwwwww', [{}]);
	const limits = taken.limits.map((l, n) => (n === 0 ? { ...l, taken: [1, 1] } : l));
	assert.deepEqual(starts({ ...taken, limits }), [2, 3]);
});

test('late costs half its weight and more each day; too late to be of use is no place', () => {
	const cost = (end: number) =>
		placedCost({ due: 6, weight: 60, from: 0 }, 1, { start: 0, end }, { slotMin: 10, taste: TASTES.usual });
	assert.deepEqual(cost(6), { inTime: true, cost: 1 });
	assert.ok(Math.abs(cost(7).cost - (1 + 60 * (0.5 + 0.3 / 144))) < 1e-9);
	assert.equal(cost(6 + 2 * 144 * 5).cost, 61, 'never more than leaving it undone');
	assert.deepEqual(starts(day('wwwwwww', [{ due: 6, lateIsUseful: false }])), [0, 1]);
	assert.deepEqual(starts(day('wwwwwww', [{ due: 6 }])), [0, 1, 2]);
	// Full two days before it is used: a day of standing counts.
	const early = placedCost(
		{ due: 288, weight: 60, from: 0 },
		1,
		{ start: 0, end: 0 },
		{ slotMin: 10, taste: TASTES.usual }
	);
	assert.ok(Math.abs(early.cost - 1 - 24 * 0.02) < 1e-9);
});

test('the cheapest come first', () => {
	const slow = {
		channel: 0,
		place: 0,
		holds: [2],
		steps: [{ likely: 5, kept: 6, rest: 0, divisible: false, draws: [], stores: [] }],
		wear: 0.4
	};
	const fast = {
		channel: 0,
		place: 0,
		holds: [2],
		steps: [{ likely: 2, kept: 3, rest: 0, divisible: false, draws: [], stores: [] }],
		wear: 1.6
	};
	const [first] = placementsOf(day('wwwwwwwwwwww', [{ ways: [fast, slow] }]))[0];
	assert.equal(first.way, 1);
	assert.equal(first.start, 0);
});

test('the next hands are those of the slot itself or of the first after it; after the last there are none', () => {
	assert.deepEqual(nextHands([false, true, false, false]), [1, 1, Infinity, Infinity, Infinity]);
	assert.deepEqual(nextHands([true]), [0, Infinity]);
});
