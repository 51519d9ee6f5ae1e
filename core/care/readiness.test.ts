import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, aReading } from '../../tests/support/bench-chargers';
import { readinessOf } from './readiness';

const NOW = '2026-05-02T18:00:00.000Z';
const daysAgo = (n: number) => new Date(Date.parse(NOW) - n * 86400e3).toISOString();
const state = (cells: number[], days = 0.1, change: Record<string, unknown> = {}) =>
	readinessOf(aPack({ cells: cells.length, ...change }), aReading(cells, { takenAt: daysAgo(days) }), NOW);

test('each state follows from volts and time (common practice, no source)', () => {
	assert.equal(state([4.19, 4.19, 4.19]).state, 'ready');
	assert.equal(state([4.19, 4.19, 4.19], 6).state, 'look');
	assert.match(state([4.19, 4.19, 4.19], 21).sentence, /Full for 21 days/);
	assert.equal(state([3.8, 3.81, 3.8]).state, 'storage');
	assert.equal(state([3.95, 3.96, 3.95]).state, 'part charged');
	assert.equal(state([3.6, 3.61, 3.6]).state, 'low');
	assert.match(state([3.8, 3.7, 3.8]).sentence, /100 mV apart, cell 2 lowest/);
	assert.match(state([3.4, 2.9, 3.4]).sentence, /Cell 2 read 2.90 V, below the floor/);
	assert.match(state([4.26, 4.2, 4.2]).sentence, /above its limit/);
	assert.equal(state([3.8, 3.8, 3.8], 0, { condition: 'swollen' }).state, 'out of service');
	assert.equal(readinessOf(aPack(), null, NOW).state, 'not read');
});

test('the charge has a band, and it is wider where the curve is flat', () => {
	const width = (v: number) => {
		const { band } = state([v, v, v]);
		return band!.high - band!.low;
	};
	assert.ok(width(3.78) > width(4.0));
});
