/** Which of the settings that a charger keeps bears on a program: the nearest. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { held } from '../../tests/support/bench-chargers';
import { heldFor, heldOf } from './charger';

const timer = (heldValue: number, change: object = {}) =>
	held({ kind: 'safetyTimerMin', heldValue, ...change });
const for_ = {
	all: timer(100),
	task: timer(200, { task: 'charge' }),
	chemistry: timer(300, { chemistry: 'lipo' })
};
const both = timer(400, { task: 'charge', chemistry: 'lipo' });
const value = (list: ReturnType<typeof held>[], task: 'charge' | 'storage' = 'charge', chemistry = 'lipo') =>
	heldOf({ held: list }, 'a', 'safetyTimerMin', task, chemistry)?.heldValue ?? null;

test('one kept for task and chemistry before one for the task, that before one for the chemistry, that before all', () => {
	const { all, task, chemistry } = for_;
	for (const list of [
		[all, task, chemistry, both],
		[both, chemistry, task, all]
	]) {
		assert.equal(value(list), 400);
		assert.equal(value(list.filter((h) => h !== both)), 200);
		assert.equal(value(list.filter((h) => h !== both && h !== task)), 300);
		assert.equal(value(list, 'storage'), 300, 'what is kept for another task does not bear on it');
		assert.equal(value(list, 'charge', 'nimh'), 200);
		assert.equal(value(list, 'storage', 'nimh'), 100);
	}
	assert.equal(value([both], 'storage'), null);
	assert.equal(value([timer(5, { kind: 'capacityLimitAh' })]), null);
});

test('another channel’s own is not this one’s; the charger’s is', () => {
	const own = timer(1, { scope: 'channel', channelId: 'a' });
	const other = timer(2, { scope: 'channel', channelId: 'b' });
	assert.deepEqual(heldFor({ held: [own, other, for_.all] }, 'a'), [own, for_.all]);
	assert.equal(value([other]), null);
});
