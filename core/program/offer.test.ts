/** What is offered while a program is worked on. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, aReading, held } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import { resolvePractice } from '../practice/practice';
import type { SettingId } from '../request/settings';
import {
	forbids,
	heldBack,
	isFellow,
	isFixed,
	maySwitch,
	shownSettings,
	tasksFor,
	tidied,
	unusualSchools,
	wouldCut
} from './offer';
import { solve } from './solve';

const ids = (pack: Record<string, unknown>) => tasksFor(aPack(pack)).map((t) => t.id);

test('each chemistry has its tasks, and one cell has nothing to be levelled with', () => {
	const all = ['balance', 'charge', 'fast', 'storage', 'discharge', 'cycle', 'recover'];
	assert.deepEqual(ids({}), all);
	assert.deepEqual(ids({ cells: 1 }), all.slice(1));
	assert.deepEqual(
		tasksFor(nimhPack()).map((t) => t.id),
		['charge', 'discharge', 'cycle']
	);
	assert.deepEqual(
		tasksFor(leadPack()).map((t) => t.id),
		['charge', 'discharge', 'recover']
	);
});

test('a fellow is another pack of one make-up that is fit for use', () => {
	const pack = aPack();
	assert.ok(isFellow(pack, aPack({ id: 'b' })));
	assert.ok(!isFellow(pack, pack));
	assert.ok(!isFellow(pack, aPack({ id: 'b', cells: 4 })));
	assert.ok(!isFellow(pack, aPack({ id: 'b', chemistry: 'lihv' })));
	assert.ok(!isFellow(pack, aPack({ id: 'b', condition: 'swollen' })));
});

test('a Stop that nobody can decide past forbids; one that can be, or a Check, does not', () => {
	const of = (change: object) => solve(aContext(change)).findings;
	assert.ok(forbids(of({ pack: aPack({ condition: 'swollen' }) })));
	assert.ok(!forbids(of({})));
	const finding = of({ pack: aPack({ condition: 'swollen' }) }).find((f) => f.severity === 'stop')!;
	assert.ok(!forbids([{ ...finding, severity: 'check', overridable: false }]));
	assert.ok(!forbids([{ ...finding, overridable: true }]));
});

test('storage shows the current of the way it goes, and no other', () => {
	const shown = (v: number) => {
		const { resolved, settings } = solve(aContext({ task: 'storage', reading: aReading([v, v, v]) }));
		return shownSettings(resolved, settings);
	};
	assert.ok(shown(4.1).includes('dischargeA') && !shown(4.1).includes('currentA'));
	assert.ok(!shown(4.1).includes('balance'), 'going down nothing is levelled');
	assert.ok(shown(3.5).includes('currentA') && !shown(3.5).includes('dischargeA'));
	assert.ok(shown(3.5).includes('balance'));
	const { resolved, settings } = solve(aContext());
	assert.equal(shownSettings(resolved, settings), resolved.settingIds);
});

test('what a channel fixes cannot be moved', () => {
	const of = (channel: object) => solve(aContext({ charger: aCharger({}, { ...channel }) })).resolved;
	assert.ok(isFixed(of({ endVoltageStepV: null }), 'endVoltageV'));
	assert.ok(!isFixed(of({}), 'endVoltageV'));
	assert.ok(isFixed(of({ fixedCurrentA: 2 }), 'currentA'));
	assert.ok(!isFixed(of({}), 'currentA'));
	assert.ok(!isFixed(of({ fixedCurrentA: 2 }), 'cells'));
	assert.ok(isFixed(of({}), 'deltaV'), 'no step, no setting');
	assert.ok(!isFixed(of({ deltaVStepV: 0.001 }), 'deltaV'));
});

test('a guard may be off where the charger lets it and it is a guard', () => {
	const timer = (change: object) =>
		aCharger({ held: [held({ kind: 'safetyTimerMin', defaultValue: 120, heldValue: 120, ...change })] });
	const may = (charger: ReturnType<typeof aCharger>, change = {}) => {
		const { resolved, settings } = solve(aContext({ charger, ...change }));
		return maySwitch(resolved, settings, 'safetyTimerMin');
	};
	assert.ok(may(timer({})));
	assert.ok(!may(timer({ fixed: true })));
	assert.ok(!may(timer({ canBeOff: false })));
	assert.ok(!may(aCharger({ held: [] })), 'it has none');
	const low = { task: 'recover', reading: aReading([3.1, 2.9, 3.1]) };
	assert.ok(
		!may(timer({}), { ...low, charger: aMultiCharger({ held: timer({}).held }) }),
		'it ends a recovery'
	);
	const { resolved, settings } = solve(aContext());
	assert.ok(maySwitch(resolved, settings, 'trickleA'));
	assert.ok(maySwitch(resolved, settings, 'temperatureLimitDegC'));
	assert.ok(!maySwitch(resolved, settings, 'currentA'));
});

test('decimal noise of a stepper is cut to what the setting shows', () => {
	assert.equal(tidied('currentA', 1.1 + 2.2), 3.3);
	assert.equal(tidied('capacityLimitAh', 0.1 + 0.2), 0.3);
	assert.equal(tidied('capacityLimitAh', 1.23456), 1.2346);
	assert.equal(tidied('endVoltageV', 4.20049), 4.2);
	assert.equal(tidied('balance', true), true);
	assert.equal(tidied('safetyTimerMin', null), null);
});

test('what is held back is read off the curve', () => {
	const lipo = chemistryOf('lipo');
	const full = heldBack(lipo, 4.2);
	assert.ok(Math.abs(full - (socAt(lipo.curve, 4.2) - socAt(lipo.curve, 4.1))) < 1e-12);
	assert.ok(full > 0.05 && full < 0.2, `${full}`);
	assert.equal(heldBack(lipo, lipo.voltages.gentleEndV.low), 0);
});

test('a held value cuts a run short that it would end in one of a hundred', () => {
	const { resolved, settings, forecast: given } = solve(aContext());
	const cuts = (forecast: typeof given, id: SettingId, heldValue: number | null) =>
		wouldCut(resolved, settings, forecast, id, heldValue);
	const { legMin, chargeAh } = given!;
	assert.ok(cuts(given, 'safetyTimerMin', legMin.p99 - 0.01));
	assert.ok(!cuts(given, 'safetyTimerMin', legMin.p99));
	assert.ok(cuts(given, 'capacityLimitAh', chargeAh.p99 - 1e-6));
	assert.ok(!cuts(given, 'capacityLimitAh', chargeAh.p99));
	assert.ok(!cuts(given, 'temperatureLimitDegC', 0));
	assert.ok(!cuts(given, 'safetyTimerMin', null));
	assert.ok(!cuts(null, 'safetyTimerMin', 1));
});

test('schools are listed that are not the usual practice, with whose they are', () => {
	assert.deepEqual(unusualSchools(resolvePractice()), []);
	const said = unusualSchools(resolvePractice({ fullness: 'a little less' }, {}, { guards: 'off' }));
	assert.deepEqual(said.map((s) => s.id).sort(), ['fullness', 'guards']);
	assert.match(said.find((s) => s.id === 'fullness')!.words, /a little less, your practice\.$/);
	assert.match(said.find((s) => s.id === 'guards')!.words, /this program's choice\.$/);
});
