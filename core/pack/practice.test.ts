import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { solve } from '../program/solve';
import { DEFAULT_PRACTICE, Practice, resolvePractice, SCHOOLS, usualPurpose, whose } from './practice';

test('every school has a default that the schema takes, a question and a reason', () => {
	assert.ok(Practice.safeParse(DEFAULT_PRACTICE).success);
	assert.deepEqual(SCHOOLS.map((s) => s.id).sort(), Object.keys(DEFAULT_PRACTICE).sort());
	for (const s of SCHOOLS) {
		assert.ok(s.question.length > 3 && s.why.length > 10);
		const value = DEFAULT_PRACTICE[s.id];
		if (Array.isArray(s.choices)) assert.ok(s.choices.includes(value as string), s.id);
	}
});

test('the nearest layer wins, and says whose it is', () => {
	const p = resolvePractice(
		{ purpose: 'gentle', hurryMaxC: 3, storageV: 3.85 },
		{ hurryMaxC: 1 },
		{ storageV: null }
	);
	assert.equal(p.values.purpose, 'gentle');
	assert.equal(whose(p, 'purpose'), 'your practice');
	assert.equal(p.values.hurryMaxC, 1);
	assert.equal(whose(p, 'hurryMaxC'), "this pack's practice");
	assert.equal(p.values.storageV, null);
	assert.equal(whose(p, 'storageV'), "this program's choice");
	assert.equal(whose(p, 'balance'), 'the usual practice');
	assert.equal(usualPurpose({ purpose: 'gentle' }, { purpose: 'hurry' }), 'hurry');
});

describe('every place that uses a school follows it and says so', () => {
	const at = (
		person: Parameters<typeof resolvePractice>[0],
		change: Parameters<typeof aContext>[0] = {},
		pack: Record<string, unknown> = {}
	) =>
		solve(
			aContext({
				charger: aMultiCharger(),
				pack: aPack(pack),
				...change,
				around: { practice: { person: person ?? {}, program: {} }, ...change.around }
			})
		);

	test('most in a hurry, rounding, a little less', () => {
		const hurry = at({ hurryMaxC: 3 }, { purpose: 'hurry' });
		assert.equal(hurry.settings.currentA, 7.8);
		assert.match(hurry.decisions.currentA.why, /at most 3C by your practice/);
		const nearest = at(
			{ stepRounding: 'nearest' },
			{ charger: aMultiCharger({}, { currentStepA: 0.5, minCurrentA: 0.5 }) }
		);
		assert.equal(nearest.settings.currentA, 2.5);
		const up = at(
			{ stepRounding: 'nearest' },
			{ charger: aMultiCharger({}, { currentStepA: 0.2, minCurrentA: 0.2 }) },
			{ capacityAh: 0.95, measuredCapacityAh: 0.95 }
		);
		assert.equal(up.settings.currentA, 1);
		assert.match(up.decisions.currentA.why, /nearest 0.2 A by your practice/);
		assert.ok(up.proposed);
		const less = at({ fullness: 'a little less' });
		assert.equal(less.settings.endVoltageV, 4.1);
		assert.match(less.decisions.endVoltageV.why, /by your practice/);
	});

	test('the pack’s own practice goes before the person’s', () => {
		const s = at({ fullness: 'full' }, {}, { practice: { fullness: 'a little less' } });
		assert.equal(s.settings.endVoltageV, 4.1);
		assert.match(s.decisions.endVoltageV.why, /this pack's practice/);
	});

	test('balance every third charge, gentle on low cells, discharge rate and end', () => {
		const skipped = at({ balance: 'every third charge' }, { around: { chargesSinceBalance: 1 } });
		assert.equal(skipped.settings.balance, false);
		assert.match(skipped.decisions.balance.why, /1 since the last one/);
		assert.equal(
			at({ balance: 'every third charge' }, { around: { chargesSinceBalance: 2 } }).settings.balance,
			true
		);
		const low = at({ cautiousBelowV: 3.7 }, { reading: aReading([3.65, 3.7, 3.7]) });
		assert.equal(low.settings.currentA, 0.5);
		assert.match(low.decisions.currentA.why, /a cell under 3.70 V/);
		const out = at(
			{ dischargeC: 0.5, dischargeEnd: 'capacity check' },
			{ task: 'discharge', reading: aReading([4, 4, 4]), charger: aMultiCharger({}, { dischargePowerW: 50 }) }
		);
		assert.equal(out.settings.dischargeA, 1.3);
		assert.equal(out.settings.dischargeEndV, 3);
		assert.match(out.decisions.dischargeEndV.why, /your practice/);
	});

	test('a storage voltage chosen for LiPo does not move LiHV out of its own window', () => {
		assert.equal(at({ storageV: 3.75 }, { task: 'storage' }).settings.endVoltageV, 3.75);
		const other = at(
			{ storageV: 3.75 },
			{ task: 'storage', reading: aReading([4, 4, 4]) },
			{ chemistry: 'lihv', labelVoltageV: null }
		);
		assert.equal(other.settings.endVoltageV, 3.85);
	});
});
