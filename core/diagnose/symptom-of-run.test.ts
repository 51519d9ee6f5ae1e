/**
 * What an ended run shows, as a person would put it: from its checks, what was watched, its end,
 * and what is not what it says.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { symptomsOfRun } from './symptom-of-run';

const sound = {
	...{ endReason: 'full' as const, outcome: 'sound' as const, family: 'lithium' as const },
	...{ watched: [], against: [], cellsZero: false, cellTooHigh: false }
};

test('a sound full charge shows nothing', () => {
	assert.deepEqual(symptomsOfRun(sound), []);
});

test('a full that is none came too early: nickel by its dip or its warmth, the others with few mAh', () => {
	const early = { ...sound, outcome: 'not what it says' as const };
	assert.deepEqual(symptomsOfRun(early), ['few-mah']);
	assert.deepEqual(symptomsOfRun({ ...early, family: 'nickel' }), ['nickel-early']);
	assert.deepEqual(symptomsOfRun({ ...early, family: 'nickel', endReason: 'temperature rise' }), [
		'nickel-early'
	]);
	assert.ok(
		!symptomsOfRun({ ...early, endReason: 'timer' }).includes('few-mah'),
		'a timer says nothing of full'
	);
	assert.deepEqual(symptomsOfRun({ ...early, outcome: 'doubtful' }), []);
});

test('what was seen first stands first, and nothing stands twice', () => {
	const seen = symptomsOfRun({
		...sound,
		against: ['at the check: cells'],
		watched: ['cells part', 'cell falls', 'plug'],
		outcome: 'not what it says'
	});
	assert.deepEqual(seen, ['cell-low', 'cells-part', 'hot-plug', 'few-mah']);
});

test('wires that show every cell at zero are another thing than one that is odd', () => {
	const wires = { ...sound, against: ['at the check: wires' as const] };
	assert.deepEqual(symptomsOfRun(wires), ['cell-odd']);
	assert.deepEqual(symptomsOfRun({ ...wires, cellsZero: true }), ['cells-zero']);
	const count = { ...sound, against: ['at the check: count' as const], cellsZero: true };
	assert.deepEqual(symptomsOfRun(count), ['count-differs']);
});

test('a cell that ended above its limit is what shows, whatever the end was called', () => {
	const high = { ...sound, outcome: 'not what it says' as const, cellTooHigh: true };
	assert.deepEqual(symptomsOfRun({ ...high, endReason: 'timer' }), ['ends-high', 'stopped-at-limit']);
	assert.equal(symptomsOfRun({ ...high, endReason: 'stopped' })[0], 'ends-high');
});
