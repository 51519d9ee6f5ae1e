/** Steps and slips of the finger, at every figure where the answer changes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
	askAboutSlip,
	USUAL_CAPACITY_MAH,
	USUAL_CELL_RESISTANCE_MOHM,
	USUAL_CHANNEL_CURRENT_A,
	USUAL_CHANNEL_POWER_W
} from './plausible';
import { ceilToStep, floorToStep, isOnStep, roundToStep } from './step';

test('down, up and to the nearest step, free of binary noise', () => {
	assert.deepEqual(
		[2.39, 2.3, 0.3, 0.7].map((v) => floorToStep(v, 0.1)),
		[2.3, 2.3, 0.3, 0.7]
	);
	assert.deepEqual(
		[2.31, 2.3, 0.3, 0.1 + 0.2].map((v) => ceilToStep(v, 0.1)),
		[2.4, 2.3, 0.3, 0.3]
	);
	assert.deepEqual(
		[2.34, 2.35, 2.36].map((v) => roundToStep(v, 0.1)),
		[2.3, 2.4, 2.4]
	);
	assert.equal(floorToStep(0.1234567, 1e-7), 0.1234567, 'a step that is written with an exponent');
	assert.equal(ceilToStep(1.00000001, 1), 1, 'a hundred-millionth is noise');
	assert.equal(ceilToStep(1.00001, 1), 2);
	assert.equal(floorToStep(1.99999999, 1), 2);
	assert.equal(floorToStep(1.9999, 1), 1);
	assert.equal(floorToStep(17, 5), 15);
});

test('whether a figure stands on a step', () => {
	assert.deepEqual(
		[2.3, 2.35, 2.300005, 2.30002].map((v) => isOnStep(v, 0.1)),
		[true, false, true, false]
	);
	assert.equal(isOnStep(15, 5), true);
	assert.equal(isOnStep(16, 5), false);
});

test('a slip by ten, a hundred or a thousand is asked about, the largest that explains it first; what is usual is not', () => {
	const meant = (value: number, usual = USUAL_CAPACITY_MAH) => askAboutSlip(value, usual)?.meant ?? null;
	assert.deepEqual(
		[50, 30000, 2200].map((v) => meant(v)),
		[null, null, null]
	);
	assert.equal(meant(2.2), 2200);
	assert.equal(meant(49), 4900, 'a thousand would be beyond the usual');
	assert.equal(meant(30001), 300.01);
	assert.equal(meant(2_200_000), 2200);
	assert.equal(meant(0), null);
	assert.equal(meant(-5), null);
	assert.equal(meant(0.01), null, 'no slip explains it');
	assert.equal(meant(450, USUAL_CHANNEL_CURRENT_A), 4.5);
	assert.equal(meant(41, USUAL_CHANNEL_CURRENT_A), 4.1);
	assert.equal(meant(5000, USUAL_CHANNEL_POWER_W), 50);
	assert.equal(meant(0.0041, USUAL_CELL_RESISTANCE_MOHM), 4.1);
	assert.equal(
		askAboutSlip(2.2, USUAL_CAPACITY_MAH)!.question,
		'A capacity of 2.2 mAh is unusual. Was 2200 mAh meant?'
	);
});
