/** What a run has left, by task and by the charger's own word. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { JudgedEnd } from '../pack/known-charge';
import { TASK_IDS } from '../request/task';
import { empties, judgedEnd } from './judged-end';
import { END_REASONS, type EndReason } from './run';

/** By task: the ends that say something; every other says nothing. */
const SAYS: Record<string, Partial<Record<EndReason, JudgedEnd>>> = {
	balance: { full: 'filled', 'temperature rise': 'filled' },
	charge: { full: 'filled', 'temperature rise': 'filled' },
	fast: { full: 'nearly filled', 'temperature rise': 'nearly filled' },
	storage: {},
	discharge: { 'end voltage': 'emptied' },
	cycle: { full: 'filled', 'temperature rise': 'filled', 'end voltage': 'emptied' },
	recover: {}
};

test('only an end that the task was meant to have says what is left', () => {
	for (const task of TASK_IDS) {
		for (const endReason of END_REASONS)
			assert.equal(
				judgedEnd({ task, endReason, dischargeEndV: null }, 'lipo'),
				SAYS[task][endReason] ?? null,
				`${task}, ${endReason}`
			);
		assert.equal(judgedEnd({ task, endReason: null, dischargeEndV: 3.3 }, 'lipo'), null);
	}
});

test('a discharge that had to end higher has not emptied the pack', () => {
	const after = (dischargeEndV: number) =>
		judgedEnd({ task: 'discharge', endReason: 'end voltage', dischargeEndV }, 'lipo');
	assert.equal(after(3.0), 'emptied');
	assert.equal(after(3.35), 'emptied');
	assert.equal(after(3.36), null);
	assert.ok(empties('life', 2.85) && !empties('life', 3.05));
});
