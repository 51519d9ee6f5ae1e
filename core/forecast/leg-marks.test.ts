import assert from 'node:assert/strict';
import { test } from 'node:test';
import { legMarks, timedLegFromMin } from './leg-marks';

const legs = [
	{ kind: 'discharge' as const, fromS: 0, timeS: 1200 },
	{ kind: 'rest' as const, fromS: 1200, timeS: 9000 },
	{ kind: 'charge' as const, fromS: 10200, timeS: 3600 }
];

test('each leg is marked with its number and where it begins; one leg alone is not', () => {
	assert.deepEqual(legMarks(legs), [
		{ label: '1 · discharge', fromMin: 0 },
		{ label: '2 · rest', fromMin: 20 },
		{ label: '3 · charge', fromMin: 170 }
	]);
	assert.deepEqual(legMarks(legs.slice(0, 1)), []);
});

test('a timer counts anew in each leg: it is drawn from the longest with current, and a rest is no such leg', () => {
	assert.equal(timedLegFromMin(legs), 170);
	assert.equal(timedLegFromMin(legs.slice(0, 1)), 0);
	assert.equal(timedLegFromMin([]), 0);
	assert.equal(
		timedLegFromMin([legs[0], { ...legs[2], timeS: 1200 }]),
		0,
		'of two that are as long the first'
	);
});

test('two legs are marked as well', () => {
	assert.deepEqual(
		legMarks(legs.slice(1)).map((m) => m.label),
		['1 · rest', '2 · charge']
	);
});
