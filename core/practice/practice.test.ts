import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aCharger, aContext, aPack, aReading, aSupply } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { solve } from '../program/solve';
import { DEFAULT_PRACTICE, resolvePractice, usualPurpose, whose } from './practice';
import { because, REASONS } from './reasons';
import { SCHOOLS, showChoice } from './schools';
import { PracticeSchema } from './practice-schema';

test('every school has a default that the schema takes, a question and a reason', () => {
	assert.ok(PracticeSchema.safeParse(DEFAULT_PRACTICE).success);
	assert.deepEqual(SCHOOLS.map((s) => s.id).sort(), Object.keys(DEFAULT_PRACTICE).sort());
	for (const s of SCHOOLS) {
		assert.ok(s.question.length > 3 && REASONS[s.id].length > 10);
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
		const fourth = (since: number) =>
			at({ balance: 'every fourth charge' }, { around: { chargesSinceBalance: since } }).settings.balance;
		assert.deepEqual([2, 3].map(fourth), [false, true]);
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

	test('the end of discharge: everyday, a tenth of a volt deeper, or the floor, never under it', () => {
		const end = (dischargeEnd: 'everyday' | 'a little deeper' | 'capacity check', pack = {}) =>
			at({ dischargeEnd }, { task: 'discharge', reading: aReading([4, 4, 4]) }, pack).settings.dischargeEndV;
		assert.deepEqual(
			[end('everyday'), end('a little deeper'), end('capacity check')].map((v) => v!.toFixed(2)),
			['3.30', '3.20', '3.00']
		);
		assert.equal(end('a little deeper', { chemistry: 'life' })!.toFixed(2), '2.70');
	});

	test('storage by charge: half full, or the share that somebody keeps; packs that go by volts have it in volts', () => {
		const life = { chemistry: 'life', labelVoltageV: null };
		const stored = (storageShare: number | null, pack: Record<string, unknown>) =>
			at({ storageShare }, { task: 'storage', reading: aReading([3.1, 3.1, 3.1]) }, pack);
		const [half, more] = [stored(null, life), stored(0.7, life)];
		assert.match(half.decisions.capacityLimitAh.why, /^half full goes by charge/);
		assert.match(more.decisions.capacityLimitAh.why, /^70 % full, by your practice, goes by charge/);
		const apart = more.settings.capacityLimitAh! - half.settings.capacityLimitAh!;
		assert.ok(Math.abs(apart - 0.2 * 2.6) < 0.02, `${apart} Ah`);
		assert.deepEqual(
			[stored(null, {}), stored(0.7, {})].map((s) => s.settings.endVoltageV),
			[3.8, 3.85]
		);
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

	test('no rate on the label: by chemistry, or a guess that is asked about', () => {
		const unlabelled = { labelChargeRateC: null };
		assert.equal(at({}, {}, unlabelled).settings.currentA, 2.6);
		const guess = at({ noLabelC: 2 }, { purpose: 'hurry' }, unlabelled);
		assert.equal(guess.settings.currentA, 5.2);
		const found = guess.findings.find((f) => f.rule === 'no-label-rate')!;
		assert.equal(found.severity, 'check');
		assert.match(found.sentence, /2C by your practice is a guess/);
		const less = at({ noLabelC: 0.5 }, {}, unlabelled);
		assert.equal(less.settings.currentA, 1.3);
		assert.match(less.decisions.currentA.why, /so 0.5C by your practice/);
		// It is about lithium: nickel keeps the figure of its own chemistry.
		const nickel = { chemistry: 'nimh', cells: 6, capacityAh: 2.4, balanceLead: false, ...unlabelled };
		assert.deepEqual(
			at({ noLabelC: 3 }, { task: 'charge', purpose: 'hurry' }, nickel).settings,
			at({}, { task: 'charge', purpose: 'hurry' }, nickel).settings
		);
	});

	test('timer and limit: off is said whose and asked about, and one press gives the pack its own', () => {
		const own = at({});
		const off = at({ guards: 'off' });
		assert.equal(off.settings.safetyTimerMin, null);
		assert.equal(off.settings.capacityLimitAh, null);
		assert.match(off.decisions.safetyTimerMin.why, /off by your practice; for this pack it would be \d+ min/);
		const asked = off.findings.filter((f) => f.rule.endsWith('protects-nothing'));
		assert.equal(asked.length, 2);
		for (const f of asked) {
			assert.match(f.sentence, /off, by your practice/);
			assert.deepEqual(f.fix?.kind === 'practice' && f.fix.set, { guards: 'per pack' });
		}
		assert.equal(
			at(
				{ guards: 'off' },
				{ around: { practice: { person: { guards: 'off' }, program: { guards: 'per pack' } } } }
			).settings.safetyTimerMin,
			own.settings.safetyTimerMin
		);
	});

	test('timer and limit off leave alone what ends a charge: a slow nickel charge and a recovery', () => {
		const nickel = {
			chemistry: 'nimh',
			cells: 6,
			capacityAh: 2.4,
			balanceLead: false,
			labelChargeRateC: 0.1
		};
		const slow = at({ guards: 'off' }, { task: 'charge', purpose: 'gentle' }, nickel);
		assert.ok(
			slow.settings.currentA <= 0.3 && slow.settings.capacityLimitAh !== null,
			slow.decisions.currentA.why
		);
		const recovery = at({ guards: 'off' }, { task: 'recover', reading: aReading([2.9, 2.9, 2.9]) });
		assert.equal(recovery.settings.safetyTimerMin, 30);
	});

	test('timer and limit for the largest pack: its figures, its name, and a Check where they guard nothing', () => {
		const largest = {
			safetyTimerMin: { value: 400, pack: 'Winch' },
			capacityLimitAh: { value: 11, pack: 'Winch' }
		};
		const s = at({ guards: 'largest pack' }, { around: { largest } });
		assert.equal(s.settings.safetyTimerMin, 400);
		assert.equal(s.settings.capacityLimitAh, 11);
		assert.match(s.decisions.capacityLimitAh.why, /what Winch needs, by your practice/);
		assert.equal(
			s.findings.filter((f) => f.rule.endsWith('protects-nothing') && f.severity === 'check').length,
			2
		);
		const smaller = {
			safetyTimerMin: { value: 10, pack: 'Buoy' },
			capacityLimitAh: { value: 0.2, pack: 'Buoy' }
		};
		const largestItself = at({ guards: 'largest pack' }, { around: { largest: smaller } });
		assert.equal(largestItself.settings.safetyTimerMin, at({}).settings.safetyTimerMin);
		const linked = { charger: aCharger({ link: 'stand-in' }), around: { largest: smaller } };
		assert.match(
			at({ guards: 'largest pack' }, linked).decisions.safetyTimerMin.why,
			/No other pack here needs more/
		);
	});

	test('the vehicle as field battery: asked about, or noted where it is the practice', () => {
		const supply = aSupply({ ofVehicle: true });
		const found = (person: Parameters<typeof resolvePractice>[0]) =>
			at(person, { supply }).findings.find((f) => f.rule === 'vehicle-battery')!;
		assert.equal(found({}).severity, 'check');
		assert.equal(found({ fieldBattery: 'the vehicle' }).severity, 'note');
		assert.match(found({ fieldBattery: 'the vehicle' }).sentence, /by your practice/);
	});
});

test('what nobody chose says why it is usual; what somebody chose says whose it is', () => {
	assert.equal(because(resolvePractice({ plugOrder: 'either' }), 'plugOrder'), 'by your practice');
	assert.match(
		because(resolvePractice(), 'plugOrder'),
		/^by the usual practice: main lead first, so that .*[^.]$/
	);
	assert.equal(showChoice('hurryMaxC', 2), '2C');
	assert.equal(showChoice('noLabelC', null), 'by chemistry');
	assert.equal(showChoice('storageAfterDays', 5), '5 days');
});
