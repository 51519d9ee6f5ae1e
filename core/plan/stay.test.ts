/** What it costs to tell a person something else than before. Worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Placement, Problem } from './problem';
import { atOwnCost, nearTo } from './stay';

const place = (way: number, start: number, cost = 1): Placement => ({
	...{ job: 0, way, start, cost, end: start + 4, inTime: true },
	...{ spans: [], acts: [], uses: [], stores: [] }
});
/** Ways 0 and 1 are two paces on one channel, 2 is another channel; slots of ten minutes. */
const problem = {
	slotMin: 10,
	jobs: [{ ways: [{ channel: 0 }, { channel: 0 }, { channel: 1 }] }]
} as unknown as Problem;
const costs = (list: Placement[], before: Placement | null) =>
	nearTo(problem, [list], [before])[0].map((p) => [p.way, p.start, Math.round(1000 * p.cost) / 1000]);

test('the same place costs what it costs, a slot away too; an hour away a quarter of a charge; at most two fifths', () => {
	const list = [
		place(0, 12),
		place(0, 13),
		place(0, 11),
		place(0, 14),
		place(0, 18),
		place(0, 6),
		place(0, 40)
	];
	assert.deepEqual(costs(list, place(0, 12)), [
		[0, 12, 1],
		[0, 13, 1],
		[0, 11, 1],
		[0, 14, 1.117],
		[0, 18, 1.25],
		[0, 6, 1.25],
		[0, 40, 1.4]
	]);
});

test('another pace costs a tenth, another channel four, whatever its pace; the cheapest stands first', () => {
	assert.deepEqual(costs([place(2, 12), place(1, 12), place(0, 12)], place(0, 12)), [
		[0, 12, 1],
		[1, 12, 1.1],
		[2, 12, 1.4]
	]);
	assert.deepEqual(costs([place(1, 12, 0.5), place(0, 12)], place(0, 12))[0], [1, 12, 0.6]);
});

test('a job that had no place before has its places as they are; what was found is told at its own cost', () => {
	const list = [place(2, 3, 0.2), place(0, 12, 0.1)];
	assert.deepEqual(costs(list, null), [
		[2, 3, 0.2],
		[0, 12, 0.1]
	]);
	const found = nearTo(problem, [list], [place(0, 3)])[0].find((p) => p.way === 2)!;
	assert.ok(found.cost > 0.5);
	assert.equal(atOwnCost([list], [found])[0], list[0]);
	assert.deepEqual(atOwnCost([list], [null]), [null]);
	assert.deepEqual(atOwnCost([list], [place(1, 3)]), [null], 'such a place there is not');
});
