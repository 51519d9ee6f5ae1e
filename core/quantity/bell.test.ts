import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normalBelow } from './bell';

test('as much of a bell lies below as the tables say (Abramowitz and Stegun 1964, table 26.1, from memory)', () => {
	for (const [z, below] of [
		[0, 0.5],
		[1, 0.8413447],
		[1.6448536, 0.95],
		[1.959964, 0.975],
		[3, 0.9986501]
	] as const) {
		assert.ok(Math.abs(normalBelow(z) - below) < 3e-7, `${z}: ${normalBelow(z)}`);
		assert.ok(Math.abs(normalBelow(-z) - (1 - below)) < 3e-7, `${-z}: ${normalBelow(-z)}`);
	}
});
