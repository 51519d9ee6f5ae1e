import assert from 'node:assert/strict';
import { test } from 'node:test';
import { median, upperMiddle } from './middle';

test('the middle one, whatever their order; of two in the middle the mean, or the higher where it has to be one of them', () => {
	const values = [4.2, 3.1, 3.8, 0.2];
	assert.deepEqual([median([3, 1, 2]), upperMiddle([3, 1, 2])], [2, 2]);
	assert.ok(Math.abs(median(values) - 3.45) < 1e-12);
	assert.equal(upperMiddle(values), 3.8);
	assert.deepEqual([median([5]), upperMiddle([5])], [5, 5]);
	assert.ok(Number.isNaN(median([])) && Number.isNaN(upperMiddle([])));
	assert.deepEqual(values, [4.2, 3.1, 3.8, 0.2], 'they are left in their order');
});
