import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import { countFromVolts, voltsFitCells } from './cell-count';

test('lithium and lead are counted from volts, and the count can be wrong for an empty pack', () => {
	const lipo = chemistryOf('lipo');
	assert.equal(countFromVolts(lipo, 11.4), 3);
	assert.equal(countFromVolts(lipo, 16.77), 4);
	// An empty 4S reads like a full 3S: that is why a count that agrees still proves little.
	assert.equal(countFromVolts(lipo, 12.4), 3);
	assert.equal(countFromVolts(chemistryOf('lead'), 12.1), 6);
	assert.equal(countFromVolts(chemistryOf('lead'), 6.3), 3);
});

test('nickel is not counted; its volts only fit or do not', () => {
	const nimh = chemistryOf('nimh');
	assert.equal(countFromVolts(nimh, 7.8), null);
	assert.ok(voltsFitCells(nimh, 6, 7.8));
	assert.ok(!voltsFitCells(nimh, 6, 5.4));
	assert.ok(!voltsFitCells(nimh, 4, 7.8));
});
