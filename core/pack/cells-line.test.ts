import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isCellsLine, readCellsLine } from './cells-line';

test('commas, points and millivolts, by spaces, slashes, semicolons or lines', () => {
	assert.deepEqual(readCellsLine('3,82 3.83 3791'), ['3.82', '3.83', '3.791']);
	assert.deepEqual(readCellsLine('3.82, 3.83, 3.81'), ['3.82', '3.83', '3.81']);
	assert.deepEqual(readCellsLine('3,82, 3,83'), ['3.82', '3.83']);
	assert.deepEqual(readCellsLine('3820/3830 /3791'), ['3.82', '3.83', '3.791']);
	assert.deepEqual(readCellsLine('3.82 V; 3.83 V\n3791 mV'), ['3.82', '3.83', '3.791']);
	assert.deepEqual(readCellsLine('3,815 3,820'), ['3.815', '3.82'], 'volts to the millivolt, not thousands');
	assert.deepEqual(readCellsLine('3.8 what 3.7'), ['3.8', 'what', '3.7']);
});

test('one figure is no line', () => {
	assert.equal(isCellsLine('3.82'), false);
	assert.equal(isCellsLine('3,82'), false);
	assert.equal(isCellsLine('3,82 '), false);
	assert.equal(isCellsLine('3,82 3'), true);
	assert.equal(isCellsLine(''), false);
});
