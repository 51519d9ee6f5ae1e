/** Figures as people type them. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { parseFigure, soFar, type FigureRange } from './parse';

const volts: FigureRange = { label: 'Cell', unit: 'V', min: 0, max: 6 };
const mah: FigureRange = { label: 'Capacity', unit: 'mAh', min: 10, max: 500_000 };
const read = (typed: string, range = volts) => {
	const parsed = parseFigure(typed, range);
	return parsed.ok ? parsed.value : parsed.message;
};

test('a comma is a decimal, and parts thousands only where nothing else fits', () => {
	assert.equal(read('3,82'), 3.82);
	assert.equal(read('3,815'), 3.815, 'no cell has 3815 V');
	assert.equal(read('0,350'), 0.35);
	assert.equal(read('−0,5', { ...volts, min: -3 }), -0.5);
	assert.equal(read('3,300', mah), 3300, 'no pack has 3.3 mAh');
	assert.equal(read('12,500', mah), 'Capacity: 12,500 may be 12.500 or 12500; write one of them.');
	assert.equal(read('1,2,3'), 'Cell must be a number, not "1,2,3".');
	assert.equal(read('3,', volts), 'Cell must be a number, not "3,".');
});

test('what is no figure, not whole or outside is refused with the reason', () => {
	assert.equal(read(''), 'Cell is missing.');
	assert.equal(read('3.8 V'), 'Cell must be a number, not "3.8 V".');
	assert.equal(read('7'), 'Cell must be at most 6 V; 7 V is above it.');
	assert.equal(read('9,5', mah), 'Capacity must be at least 10 mAh; 9.5 mAh is below it.');
	assert.equal(read('2,5', { ...volts, whole: true }), 'Cell must be a whole number, not 2.5.');
	assert.equal(read(' 3.80 '), 3.8);
});

test('as far as it is typed: a comma too, nothing is no figure', () => {
	assert.equal(soFar('1,4'), 1.4);
	assert.equal(soFar(' 3 '), 3);
	assert.ok(Number.isNaN(soFar('')) && Number.isNaN(soFar('1,4,')));
});
