import assert from 'node:assert/strict';
import { test } from 'node:test';
import { TASKS } from '../request/task';
import { END_REASONS } from '../pack/end-reason';
import { endedWell } from './run';
import { LookSchema, RunResultSchema } from './run-schema';

test('a run ended well when it got where its program goes; a limit counts only where it is the program', () => {
	for (const { id: task } of TASKS) {
		for (const endReason of ['full', 'end voltage', 'temperature rise'] as const)
			assert.ok(endedWell({ task, endReason }));
		for (const endReason of [
			'stopped',
			'charger error',
			'input low',
			'cell error',
			'restarted',
			'link lost',
			'temperature'
		] as const)
			assert.ok(!endedWell({ task, endReason }), `${task}, ${endReason}`);
		const byLimit = task === 'recover' || task === 'storage';
		for (const endReason of ['timer', 'capacity limit'] as const)
			assert.equal(endedWell({ task, endReason }), byLimit, `${task}, ${endReason}`);
		assert.ok(!endedWell({ task, endReason: null }));
	}
	assert.equal(END_REASONS.length, 17);
});

test('what a person writes down is checked in words', () => {
	const end = RunResultSchema.safeParse({
		endReason: 'full',
		durationMin: -1,
		chargeAh: 2,
		endCellVoltagesV: [9]
	});
	assert.ok(!end.success);
	assert.match(JSON.stringify(end.error.issues), /Minutes must be at least 0 min.*above 6 V is not a cell/);
	assert.ok(!LookSchema.safeParse({ minute: 5, what: 'currentA', value: -1 }).success);
	assert.ok(!LookSchema.safeParse({ minute: 5, what: 'smell', value: 1 }).success);
	assert.ok(LookSchema.safeParse({ minute: 5, what: 'currentA', value: 1 }).success);
});
