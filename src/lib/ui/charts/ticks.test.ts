import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { minuteTicks, roundTicks } from './ticks';

test('ticks cover the data on round figures, in about the number asked for', () => {
	fc.assert(
		fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 5000 }), (a, b) => {
			const low = a / 100;
			const high = low + b / 100;
			const t = roundTicks(low, high);
			assert.ok(t.min <= low + 1e-9 && t.max >= high - 1e-9);
			assert.ok(t.count >= 1 && t.count <= 12);
			const step = (t.max - t.min) / t.count;
			assert.ok(
				Math.abs(Number(step.toFixed(t.decimals)) - step) < 1e-9,
				`step ${step} needs more than ${t.decimals} decimals`
			);
		})
	);
	assert.deepEqual(roundTicks(0, 9.3), { min: 0, max: 10, count: 5, decimals: 0 });
});

test('minutes step as a clock does', () => {
	assert.deepEqual(minuteTicks(38), { min: 0, max: 40, count: 4, decimals: 0 });
	assert.deepEqual(minuteTicks(90), { min: 0, max: 90, count: 6, decimals: 0 });
	assert.equal(minuteTicks(0.5).max, 1);
});
