/**
 * Dangers put into the simulated charger, its packs and what was keyed, followed by typed
 * figures: whatever moves beyond what a sound pack shows says stop, and sound charges are left
 * alone. `npm run dangers` does the same at length; its figures stand in docs/figures.md.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DANGERS, typedRun } from '../../scripts/follow/typed';
import { programsFor } from '../../scripts/watch/case';

test('every figure that a danger moves beyond the band of sound packs says stop, whatever earlier looks taught', () => {
	const programs = [...programsFor('lipo', 1), ...programsFor('life', 1), ...programsFor('lead', 1)];
	let moved = 0;
	for (const [n, danger] of DANGERS.entries())
		for (const [k, program] of programs.entries()) {
			// The flat and the slow one take long: each of them meets every fourth danger.
			if (k > 0 && (n + k) % 4) continue;
			const run = typedRun(program, danger, 500 + 10 * n + k);
			if (!run) continue;
			moved += run.moved;
			assert.deepEqual(run.missed, [], danger.name);
			assert.equal(run.stopped, run.moved);
			if (danger.keyed && k < 1) assert.equal(run.told, 'stop now', `${danger.name}, charge ${k}`);
		}
	assert.ok(moved >= 40, `${moved} figures moved`);
});

test('sound charges are not told to stop, and lithium is asked for its cell page', () => {
	for (const id of ['lipo', 'nimh'])
		for (const [k, program] of programsFor(id, 4).entries()) {
			const run = typedRun(program, null, 700 + k)!;
			assert.notEqual(run.told, 'stop now', `${id} ${k}`);
			assert.equal(run.moved, 0, `${id} ${k}`);
			assert.equal(run.askedForCells, id === 'lipo');
		}
});

test('a sound pack whose volts rise further than its first look taught is no reason to stop', () => {
	// One of the two of 24 that were cried at while a figure was judged as narrowly as looks are
	// weighed.
	const [program] = programsFor('nicd', 1);
	assert.notEqual(typedRun(program, null, 3000)!.told, 'stop now');
});
