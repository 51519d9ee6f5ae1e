/** What runs a goal takes: common practice, no source. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, NOW } from '../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../tests/support/rule-cases';
import type { Pack } from '../pack/pack';
import { tasksOf } from './goal';
import type { Goal } from './plan';

const of = (goal: Goal, pack: Pack, volts: number) =>
	tasksOf(goal, {
		pack,
		full: volts > 4.1,
		history: { emptiedAt: null, filledAt: null },
		person: {},
		now: NOW
	});

test('a capacity check begins with a full charge, which a full pack needs no more', () => {
	assert.deepEqual(of('capacity check', aPack(), 3.8), ['balance', 'discharge', 'storage']);
	assert.deepEqual(of('capacity check', aPack(), 4.19), ['discharge', 'storage']);
	assert.equal(of('capacity check', aPack({ condition: 'retired' }), 3.8), 'It is marked retired.');
});

test('ready is charged as such a pack is charged; storage is by its chemistry', () => {
	assert.deepEqual(of('ready', aPack(), 3.8), ['balance']);
	assert.deepEqual(of('ready', nimhPack(), 1.25), ['charge']);
	assert.deepEqual(of('storage', aPack(), 3.8), ['storage']);
	assert.deepEqual(of('discharge', aPack(), 3.8), ['discharge']);
	assert.deepEqual(of('storage', leadPack(), 2.05), ['charge'], 'lead is put away full');
	assert.match(String(of('storage', nimhPack(), 1.25)), /there is no storage voltage/);
});
