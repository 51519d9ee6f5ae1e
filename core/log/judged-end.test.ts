/** What a run has left, by task and by the charger's own word. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import { TASK_IDS } from '../request/task';
import type { EndSeen } from './end-judgement';
import { END_REASONS, type EndReason } from '../pack/end-reason';
import { empties, judgedEnd, type JudgedEnd } from './judged-end';

/** A run of which nothing but task and end is known. */
const seen = (
	task: EndSeen['task'],
	endReason: EndSeen['endReason'],
	dischargeEndV: number | null
): EndSeen => ({
	task,
	endReason,
	durationS: null,
	chargeAh: null,
	expectedAh: null,
	endCellVoltagesV: null,
	settings: {
		currentA: 3,
		dischargeA: null,
		endVoltageV: 4.2,
		safetyTimerMin: null,
		capacityLimitAh: null,
		dischargeEndV
	},
	pack: { chemistry: 'lipo', cells: 3, capacityAh: 3, measuredCapacityAh: null }
});

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
				judgedEnd(seen(task, endReason, null)),
				SAYS[task][endReason] ?? null,
				`${task}, ${endReason}`
			);
		assert.equal(judgedEnd(seen(task, null, 3.3)), null);
	}
});

test('a discharge that had to end higher has not emptied the pack', () => {
	const after = (dischargeEndV: number) => judgedEnd(seen('discharge', 'end voltage', dischargeEndV));
	assert.equal(after(3.0), 'emptied');
	assert.equal(after(3.35), 'emptied');
	assert.equal(after(3.36), null);
	assert.ok(empties('life', 2.85) && !empties('life', 3.05));
});

test('a "full" that does not fit its figures leaves nothing known', () => {
	const full = (chargeAh: number) =>
		judgedEnd({ ...seen('charge', 'full', null), chargeAh, expectedAh: 2, durationS: 3600 });
	assert.equal(full(1.9), 'filled');
	assert.equal(full(0.2), null);
});

test('a discharge to a twentieth of a volt above the everyday end empties still, further above it does not', () => {
	const { dischargeEndV } = chemistryOf('lipo').voltages;
	assert.equal(empties('lipo', dischargeEndV + 0.05), true);
	assert.equal(empties('lipo', dischargeEndV + 0.051), false);
	assert.equal(empties('lipo', null), true);
});
