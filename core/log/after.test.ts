import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aReading } from '../../tests/support/bench-chargers';
import { judgeAfter } from './after';

const END = '2026-05-02T17:00:00.000Z';
const at = (h: number): string => new Date(Date.parse(END) + h * 3600e3).toISOString();
const FULL = [4.2, 4.2, 4.198];
const read = (h: number, cells: number[]) => aReading(cells, { takenAt: at(h) });
const state = (readings: ReturnType<typeof read>[], now: string, end = FULL) =>
	judgeAfter(end, END, readings, now)?.state;

test('it is asked an hour later, and for three days', () => {
	assert.equal(state([], at(0.99)), 'too soon');
	assert.equal(judgeAfter(FULL, END, [], at(0.5))!.askFrom, at(1));
	assert.equal(state([], at(1)), 'ask');
	assert.equal(state([], at(72)), 'ask');
	assert.equal(state([], at(72.1)), undefined);
	assert.equal(state([read(0.5, [4.19, 4.19, 4.19])], at(2)), 'ask', 'too early to count');
	assert.equal(judgeAfter([4.2], END, [], at(2)), null, 'a lone cell has no fellows');
});

test('cells that fall alike are sound; one that falls 10 mV more is measured again a day later', () => {
	assert.equal(state([read(1, [4.18, 4.181, 4.178])], at(2)), 'sound');
	assert.equal(state([read(1, [4.18, 4.1711, 4.178])], at(2)), 'sound', '8.9 mV more');
	assert.equal(state([read(1, [4.18, 4.17, 4.178])], at(2)), 'again');
	const again = judgeAfter(FULL, END, [read(1, [4.18, 4.165, 4.178])], at(2))!;
	assert.match(again.sentence, /^Cell 2 fell 15 mV more than its fellows in 1 h/);
	assert.equal(again.askFrom, at(24));
});

test('still falling a day later it is flagged; level by then it had not settled; falling only later counts too', () => {
	const first = read(1, [4.18, 4.165, 4.178]);
	assert.equal(state([first, read(25, [4.17, 4.12, 4.168])], at(26)), 'flagged');
	assert.match(
		judgeAfter(FULL, END, [read(25, [4.17, 4.12, 4.168]), first], at(26))!.sentence,
		/^Cell 2 fell 50 mV more than its fellows in 25 h.*soft short/
	);
	assert.equal(state([first, read(25, [4.17, 4.169, 4.168])], at(26)), 'sound');
	assert.equal(state([read(1, [4.18, 4.18, 4.178]), read(20, [4.17, 4.15, 4.168])], at(26)), 'flagged');
	assert.equal(state([first, read(17, [4.17, 4.12, 4.168])], at(26)), 'again', 'not yet a day');
});

test('a cell is held against the middle one of its fellows: where most fell, those that did not are no measure', () => {
	const full = [4.2, 4.2, 4.2, 4.2, 4.2];
	const one = [4.199, 4.199, 4.187, 4.187, 4.187];
	assert.equal(state([read(1, one)], at(2), full), 'sound');
	assert.equal(state([read(1, [4.199, 4.199, 4.199, 4.187, 4.187])], at(2), full), 'again');
	assert.equal(state([read(1, [4.199, 4.187])], at(2), [4.2, 4.2]), 'again', 'of two each against the other');
	assert.equal(state([read(1, [4.19, 4.187])], at(2), [4.2, 4.2]), 'sound');
	assert.equal(
		state([read(1, [4.199, 4.199, 4.187, 4.187])], at(2), [4.2, 4.2, 4.2, 4.2]),
		'again',
		'two of four'
	);
});

test('a reading after a use, or without cells, says nothing of it', () => {
	assert.equal(state([{ ...read(1, [3.7, 3.6, 3.7]), usedSince: 'used' }], at(2)), 'ask');
	assert.equal(state([{ ...read(1, []), cellVoltagesV: null, packVoltageV: 12.5 }], at(2)), 'ask');
});
