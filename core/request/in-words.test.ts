import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import { doing, inOneLine, movedWord } from './in-words';
import { solve } from '../program/solve';
import type { TaskId } from './task';

const line = (task: TaskId, nickel = false) => {
	const pack = nickel
		? { pack: nimhPack(), reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.4 }) }
		: { reading: aReading([4, 4, 4]) };
	const s = solve(aContext({ ...pack, charger: aMultiCharger(), task }));
	return inOneLine(task, s.resolved.chemistry.id, s.settings);
};

test('a program in one line says what is set and where it ends', () => {
	assert.equal(line('balance'), '2.6 A to 4.20 V per cell, balancing');
	assert.equal(line('discharge'), '0.5 A down to 3.30 V per cell');
	assert.equal(line('charge', true), '1.2 A until the dip of 5 mV/cell');
	assert.match(line('storage'), /^up at 2.6 A or down at 0.9 A to 3.80 V/);
	assert.match(line('cycle'), /^1 × down first: 0.5 A down to 3.30 V per cell; 2.6 A to 4.20 V/);
});

test('what is moved and done has a word for every direction', () => {
	assert.deepEqual((['balance', 'discharge', 'storage', 'cycle'] as const).map(movedWord), [
		'Put in',
		'Taken out',
		'Moved',
		'Moved'
	]);
	assert.equal(doing('discharge'), 'discharging');
});
