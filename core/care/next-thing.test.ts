/** What comes after a run; common practice, no source, worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, NOW } from '../../tests/support/bench-chargers';
import type { TaskId } from '../charger/programs';
import type { PracticeLayer } from '../practice/practice';
import { nextThing } from './next-thing';

const ago = (min: number) => new Date(Date.parse(NOW) - min * 60e3).toISOString();
const days = (d: number) => new Date(Date.parse(NOW) + d * 86400e3).toISOString();
const when = (at: string) => `<${at}>`;
const next = (task: TaskId, min: number, change: Record<string, unknown> = {}, person: PracticeLayer = {}) =>
	nextThing(aPack(change), task, 'sound', ago(min), NOW, when, person);

test('full: used by a day, or brought to storage, as its owner says; then at once', () => {
	const day = next('balance', 0)!;
	assert.equal(day.task, 'storage');
	assert.ok(day.sentence.includes(`not used by <${days(5)}>`), day.sentence);
	assert.match(day.sentence, /full for 5 d at most, by the usual practice/);
	assert.ok(next('charge', 0, {}, { storageAfterDays: 1 })!.sentence.includes(when(days(1))));
	const late = next('balance', 6 * 1440)!;
	assert.match(late.sentence, /It has been full since .*bring it to storage/);
	assert.equal(late.task, 'storage');
	assert.match(next('balance', 5 * 1440)!.sentence, /It has been full since/, 'the day itself is late');
});

test('lead stays full', () => {
	const lead = next('charge', 10, { chemistry: 'lead', cells: 6, balanceLead: false })!;
	assert.equal(lead.task, null);
	assert.match(lead.sentence, /put away as it is now, full/);
});

test('empty: cools for half an hour, and does not lie so', () => {
	assert.ok(next('discharge', 10)!.sentence.startsWith(`Let it cool until <${ago(-20)}>`));
	assert.match(next('discharge', 30)!.sentence, /It has cooled: bring it to storage/);
	assert.equal(next('discharge', 30)!.task, 'storage');
	const lead = next('discharge', 30, { chemistry: 'lead', cells: 6, balanceLead: false })!;
	assert.deepEqual([lead.task, /charge it: it does not lie empty/.test(lead.sentence)], ['charge', true]);
});

test('at storage nothing is to be run; a doubtful end and a pack out of service say nothing', () => {
	assert.equal(next('storage', 10)!.task, null);
	assert.equal(nextThing(aPack({}), 'balance', 'doubtful', ago(1), NOW, when), null);
	assert.equal(next('balance', 1, { condition: 'swollen' }), null);
});
