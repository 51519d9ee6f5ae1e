import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, aReading, held, NOW } from '../../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../../tests/support/rule-cases';
import { chargeStateOf } from '../../pack-state/charge-state';
import { packState } from '../../pack-state/pack-state';
import type { ReadingInput } from '../../pack/reading';
import { lipo } from '../../chemistry/lipo';
import { connectorOf } from '../../pack/connector';
import { cellsLabel } from '../../pack/pack';
import { cellVoltages, packVoltage, spreadV } from '../../pack/reading';
import { packRates } from '../../request/context';
import { keyInCard } from '../../card/key-in';
import { showFigure, showSetting } from '../../request/settings';
import { wholeTimerMin } from '../safety-bounds';
import { solve } from '../solve';
import { mayStart, verdictOf } from '../check';

const decisions = (change: Parameters<typeof aContext>[0] = {}) => solve(aContext(change)).decisions;

test('the timer is the 99th percentile and a tenth, on the step, and says so', () => {
	const s = solve(aContext({ charger: aCharger({ link: 'stand-in' }) }));
	const { p99, median } = s.forecast!.timeMin;
	const d = s.decisions.safetyTimerMin;
	assert.equal(d.value, Math.ceil(1.1 * p99));
	assert.ok(d.value! <= Math.ceil(1.5 * median));
	assert.match(d.why, new RegExp(`by ${Math.ceil(p99)} min`));
});

test('what a charger holds and still protects is left alone where a person keys it, and the range that would do is said', () => {
	const at = (timer: number | null, limit: number | null, change = {}) =>
		solve(
			aContext({
				charger: aCharger({
					held: [
						held({ kind: 'safetyTimerMin', heldValue: timer }),
						held({ kind: 'capacityLimitAh', heldValue: limit, min: 0.1, max: 50, step: 0.01 })
					],
					...change
				})
			})
		);
	const kept = at(100, 2.9);
	assert.deepEqual([kept.settings.safetyTimerMin, kept.settings.capacityLimitAh], [100, 2.9]);
	assert.equal(kept.decisions.safetyTimerMin.decidedBy, 'held');
	const { least, most } = kept.decisions.capacityLimitAh.wouldDo!;
	assert.ok(Math.abs(most - 1.15 * 2.6) < 1e-9 && Math.abs(least - kept.forecast!.chargeAh.p99) < 1e-9);
	assert.match(kept.decisions.capacityLimitAh.why, /holds it, and it still protects: 24\d\d to 2990 mAh/);
	assert.equal(verdictOf(kept.findings), 'clear');
	assert.equal(kept.findings.length, 0, 'nothing is said of them');
	for (const [timer, limit] of [
		[30, 2.0],
		[999, 5],
		[null, null]
	] as const) {
		// What must be keyed is keyed for the charges to come: as from empty, cells as unlike as unread ones.
		const { settings, decisions, resolved } = at(timer, limit);
		const whole = Math.floor(wholeTimerMin(resolved, settings));
		assert.deepEqual([settings.safetyTimerMin, settings.capacityLimitAh], [whole, 2.99]);
		assert.ok(whole > 71 && whole < 240, `${whole} min`);
		assert.equal(decisions.capacityLimitAh.decidedBy, 'next runs');
		assert.match(decisions.capacityLimitAh.why, /this one alone needs 2700 mAh/);
		const next = at(settings.safetyTimerMin, settings.capacityLimitAh);
		assert.deepEqual(next.settings, settings, 'and then it is left alone');
		assert.equal(next.findings.length, 0);
	}
	const linked = at(100, 2.9, { link: 'stand-in' });
	assert.deepEqual([linked.settings.safetyTimerMin, linked.settings.capacityLimitAh], [71, 2.7]);
});

test('a nearly full pack: the timer is never below the 99th percentile, though that is more than one and a half times typical', () => {
	const s = solve(aContext({ reading: aReading([4.13, 4.13, 4.13], { state: 'just used' }) }));
	assert.ok(s.decisions.safetyTimerMin.value! >= s.forecast!.timeMin.p99);
	assert.ok(s.proposed);
});

test('a timer whose range ends too early is said to: lithium goes in stages, nickel is refused', () => {
	const timer = held({ kind: 'safetyTimerMin', heldValue: 30, max: 40, canBeOff: false });
	const charger = aCharger({ held: [timer] });
	const s = solve(aContext({ charger }));
	assert.equal(s.decisions.safetyTimerMin.decidedBy, 'range');
	const stages = s.findings.find((f) => f.rule === 'timer-too-short')!;
	assert.deepEqual([stages.severity, stages.fix], ['note', null]);
	assert.match(
		stages.sentence,
		/ends every run after 40 min .* takes about 55 min, up to 64 min: it goes in stages/
	);
	const nickel = solve(
		aContext({
			pack: nimhPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.3 }),
			charger: aMultiCharger({ held: [timer] }),
			task: 'charge'
		})
	);
	assert.equal(nickel.proposed, false);
	assert.equal(nickel.findings.find((f) => f.rule === 'timer-too-short')!.severity, 'stop');
});

test('a fixed setting is taken as it is, a missing one is null and said to be missing', () => {
	const fixed = aCharger({ held: [held({ kind: 'safetyTimerMin', heldValue: 120, fixed: true })] });
	const d = decisions({ charger: fixed });
	assert.equal(d.safetyTimerMin.value, 120);
	assert.equal(d.capacityLimitAh.value, null);
	assert.match(d.capacityLimitAh.why, /has no capacity limit/);
	assert.match(d.temperatureLimitDegC.why, /no limit on this charger/);
});

test('where storage is fixed, what was wished is said from half a hundredth of a volt off', () => {
	const why = (storageV: number) =>
		decisions({
			task: 'storage',
			reading: aReading([3.7, 3.7, 3.7]),
			charger: aCharger({}, { storageV: 3.8 }),
			around: { practice: { person: { storageV }, program: {} } }
		}).endVoltageV.why;
	assert.doesNotMatch(why(3.8049), /cannot be keyed/);
	assert.match(why(3.8052), /3\.81 V \(.*\) cannot be keyed here/);
	assert.match(why(3.7948), /cannot be keyed/);
});

test('a gentle nickel charge by time is raised to what its longest timer lets end; without a timer, or with a long one, it stays', () => {
	const current = (timer: Parameters<typeof held>[0] | null) =>
		decisions({
			pack: aPack({ chemistry: 'nimh', cells: 6, capacityAh: 2, balanceLead: false, labelChargeRateC: null }),
			reading: null,
			purpose: 'gentle',
			task: 'charge',
			charger: aCharger(
				{ held: timer ? [held(timer)] : [] },
				{ chemistries: [{ chemistry: 'nimh', minCells: 1, maxCells: 12 }] }
			)
		}).currentA.value;
	const gentle = current({ kind: 'safetyTimerMin', heldValue: 600, max: 1200 });
	assert.equal(current(null), gentle);
	assert.ok(current({ kind: 'safetyTimerMin', heldValue: 600, max: 600 }) > gentle);
});

test('the capacity limit is a margin over what may be missing, at most over the whole capacity, on the step', () => {
	const empty = decisions({ reading: aReading([3.0, 3.0, 3.0]) });
	assert.ok(Math.abs(empty.capacityLimitAh.value! - 1.15 * 2.6) < 0.011);
	const linked = aCharger({ link: 'stand-in' });
	const low = decisions({ reading: aReading([3.45, 3.45, 3.45]), charger: linked });
	assert.equal(low.capacityLimitAh.decidedBy, 'missing');
	const half = solve(aContext({ reading: aReading([3.9, 3.9, 3.9]), charger: linked }));
	assert.ok(half.settings.capacityLimitAh! < 1.6);
	assert.ok(half.settings.capacityLimitAh! >= half.forecast!.chargeAh.p99);
});

test('balance is decided by cells, lead, port and task, and says which', () => {
	assert.equal(decisions().balance.value, true);
	assert.match(
		decisions({ pack: aPack({ cells: 1 }), reading: aReading([3.7]) }).balance.why,
		/nothing to level/
	);
	assert.match(decisions({ pack: aPack({ balanceLead: false }) }).balance.why, /no balance lead/);
	assert.match(decisions({ charger: aCharger({}, { balancePortCells: 2 }) }).balance.why, /port takes 2/);
	assert.match(decisions({ charger: aCharger({}, { balanceCurrentA: 0 }) }).balance.why, /does not balance/);
	assert.match(decisions({ task: 'charge' }).balance.why, /does not level/);
});

test('the end of charge: full, gentle, fixed, limited by the channel, by accuracy, and by what a blind charger cannot see', () => {
	assert.equal(decisions().endVoltageV.value, 4.2);
	assert.equal(decisions({ purpose: 'gentle' }).endVoltageV.decidedBy, 'gentle');
	assert.equal(
		decisions({ charger: aCharger({}, { endVoltageStepV: null }) }).endVoltageV.decidedBy,
		'fixed'
	);
	const capped = decisions({
		charger: aCharger(
			{},
			{
				chemistries: [
					{ chemistry: 'lipo', minCells: 1, maxCells: 6, endVoltageMinV: 4, endVoltageMaxV: 4.18 }
				]
			}
		)
	}).endVoltageV;
	assert.deepEqual([capped.value, capped.decidedBy], [4.18, 'channel']);
	assert.equal(
		decisions({ charger: aCharger({}, { voltageAccuracyV: 0.06, endVoltageStepV: 0.05 }) }).endVoltageV.value,
		4.15
	);
	const blind = decisions({
		pack: aPack({ balanceLead: false }),
		task: 'charge',
		reading: aReading([3.7, 3.75, 3.7])
	}).endVoltageV;
	assert.ok(blind.value < 4.2);
	assert.match(blind.why, /spread it cannot see/);
});

test('rates: label, purpose and cold each appear with their figure; no label means 1C', () => {
	const ids = (degC: number, label: number | null) =>
		packRates(lipo, { labelChargeRateC: label }, 'standard', degC).map((r) => r.label);
	assert.deepEqual(ids(20, 2), ['pack label, 2C', 'standard, 1C']);
	assert.deepEqual(ids(20, null), ['no rate on the label, so 1C', 'standard, 1C']);
	assert.deepEqual(ids(7, 2), ['pack label, 2C', 'standard, 1C', 'cold pack, 0.2C']);
	const cold = solve(
		aContext({ reading: aReading([3.7, 3.7, 3.7], { temperatureDegC: 7 }), ambientDegC: 7 })
	);
	assert.equal(cold.settings.currentA, 0.5);
	assert.equal(cold.decisions.currentA.decidedBy, 'cold rate');
});

test('charge from volts is a band: wider unread, wider just after use, per cell where cells were read', () => {
	const estimateCharge = (cells: number, reading: ReadingInput | null) =>
		chargeStateOf(
			packState(
				aPack({ cells }),
				reading ? [{ kind: 'reading', id: 'r', at: reading.takenAt, reading }] : [],
				NOW,
				21
			)
		);
	const unread = estimateCharge(3, null);
	const rested = estimateCharge(3, aReading([3.8, 3.8, 3.8]));
	const used = estimateCharge(3, aReading([3.8, 3.8, 3.8], { state: 'just used' }));
	assert.ok(!unread.fromReading && unread.sigma > rested.sigma);
	assert.ok(used.sigma > 1.2 * rested.sigma);
	const uneven = estimateCharge(2, aReading([3.7, 3.9]));
	assert.ok(uneven.socs[1] - uneven.socs[0] > 0.4);
	assert.ok(rested.band.low < rested.soc && rested.soc < rested.band.high);
});

test('readings: pack volts from cells or the meter, spread only where cells were read', () => {
	const cells = aReading([3.8, 3.82, 3.79]);
	assert.ok(Math.abs(packVoltage(cells) - 11.41) < 1e-9);
	assert.ok(Math.abs(spreadV(cells)! - 0.03) < 1e-9);
	const whole = { ...cells, cellVoltagesV: null, packVoltageV: 11.4 };
	assert.equal(spreadV(whole), null);
	assert.deepEqual(cellVoltages(whole, 3), [11.4 / 3, 11.4 / 3, 11.4 / 3]);
});

test('names of the trade', () => {
	assert.equal(cellsLabel({ cells: 4, parallel: 2 }), '4S2P');
	assert.equal(cellsLabel({ cells: 6, parallel: 1 }), '6S');
	assert.equal(connectorOf('signal-2')!.currentA, 3);
	assert.equal(connectorOf('unknown'), null);
	assert.equal(showFigure('currentA', 0.52), '0.52');
	assert.equal(showSetting('capacityLimitAh', 2.75), '2750 mAh');
	assert.equal(showSetting('cells', 4), '4S');
	assert.equal(showSetting('safetyTimerMin', null), 'off');
	assert.equal(showSetting('balance', true), 'on');
});

test('the card leaves out what already stands on the charger, and never puts back a slot of its own', () => {
	const s = solve(aContext());
	const wanted = s.settings.safetyTimerMin!;
	const same = aCharger({ held: [held({ kind: 'safetyTimerMin', heldValue: wanted })] });
	assert.equal(keyInCard(solve(aContext({ charger: same }))).first.length, 0);
	const slot = aCharger({ held: [held({ kind: 'safetyTimerMin', scope: 'slot', heldValue: 30 })] });
	const card = keyInCard(solve(aContext({ charger: slot })));
	assert.match(card.first[0].remark, /this memory slot/);
	assert.equal(card.putBack.length, 0);
	const asked = aCharger({ asks: ['safetyTimerMin', 'endVoltageV', 'balance'] });
	const lines = keyInCard(solve(aContext({ charger: asked }))).then;
	assert.deepEqual(
		lines.map((l) => l.value),
		[`${wanted} min`, '4.20 V/cell', 'on']
	);
	assert.match(lines[0].remark, /^$/);
});

test('overrides: a check with its reason may pass, a fire stop never, notes do not hold anything up', () => {
	const checkOnly = solve(aContext(), { currentA: 3 });
	assert.equal(verdictOf(checkOnly.findings), 'check');
	assert.equal(mayStart(checkOnly.findings, new Set()), false);
	assert.equal(mayStart(checkOnly.findings, new Set(['current-above-purpose'])), true);
	const fire = solve(aContext({ pack: aPack({ condition: 'damaged' }) }));
	assert.equal(mayStart(fire.findings, new Set(fire.findings.map((f) => f.rule))), false);
	const clear = solve(aContext());
	assert.equal(verdictOf(clear.findings), 'clear');
	assert.equal(mayStart(clear.findings, new Set()), true);
});

test('to the nearest step is up only where no limit but the wish is passed', () => {
	const nearest = (labelChargeRateC: number, purpose: 'standard' | 'hurry' = 'hurry') =>
		decisions({
			pack: aPack({ capacityAh: 1, measuredCapacityAh: null, labelChargeRateC }),
			charger: aCharger({}, { currentStepA: 0.5 }),
			purpose,
			around: { practice: { person: { stepRounding: 'nearest', hurryMaxC: 20, noLabelC: 1 }, program: {} } }
		}).currentA;
	// 1C of 1.3 Ah is a wish; the label bears 5C: 1.3 A is nearer to 1.5 than to 1.0.
	const wish = decisions({
		pack: aPack({ capacityAh: 1.3, measuredCapacityAh: null, labelChargeRateC: 5 }),
		charger: aCharger({}, { currentStepA: 0.5 }),
		purpose: 'standard',
		around: { practice: { person: { stepRounding: 'nearest' }, program: {} } }
	}).currentA;
	assert.equal(wish.value, 1.5);
	// What the label bears is no wish: 3.3C and 3.8C of 1 Ah end at the step below.
	for (const rate of [3.3, 3.8]) {
		const { value } = nearest(rate);
		assert.ok(value! <= rate && value! % 0.5 === 0, `${value} of ${rate}`);
	}
});

test('a value held for the whole charger is never set below what a run on another channel needs', () => {
	const need = (ah: number, pack = aPack()) =>
		solve(
			aContext({
				pack,
				charger: aCharger({
					held: [held({ kind: 'capacityLimitAh', heldValue: 2, min: 0.1, max: 50, step: 0.01 })]
				}),
				around: {
					othersNeed: {
						safetyTimerMin: null,
						capacityLimitAh: { value: ah, pack: 'Tern', channel: 'Pier, channel B' }
					}
				}
			})
		);
	const raised = need(2.85);
	assert.equal(raised.settings.capacityLimitAh, 2.85);
	assert.match(
		raised.decisions.capacityLimitAh.why,
		/^Tern on Pier, channel B needs it until its run ends; for this pack alone it would be 2700 mAh/
	);
	assert.equal(raised.verdict, 'check', 'what it holds would cut this charge');
	assert.equal(need(1.2).settings.capacityLimitAh, 2.99, 'what needs less changes nothing');
	// More than still protects this pack: lithium is watched, nickel waits; the other run is never cut.
	const large = need(8);
	assert.equal(large.settings.capacityLimitAh, 8);
	const found = large.findings.filter((f) => f.rule === 'shared-value');
	assert.deepEqual([found.length, found[0]?.severity], [1, 'check']);
	assert.ok(!large.findings.some((f) => f.rule === 'capacity-limit-protects-nothing'), 'it is said once');
	const nickel = solve(
		aContext({
			pack: nimhPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.3 }),
			charger: aMultiCharger(),
			task: 'charge',
			around: {
				othersNeed: {
					safetyTimerMin: null,
					capacityLimitAh: { value: 8, pack: 'Tern', channel: 'Pier, channel B' }
				}
			}
		})
	);
	assert.equal(nickel.proposed, false);
	assert.match(
		nickel.findings.find((f) => f.rule === 'shared-value')!.sentence,
		/begin it after the other ends\.$/
	);
});

test('down to storage as fast as the watts go: what they are worth at the end, up to a step, and no faster than the pace', () => {
	const down = (channel: Record<string, unknown>, change = {}) =>
		solve(
			aContext({
				pack: aPack({ cells: 6, capacityAh: 5 }),
				reading: aReading(Array.from({ length: 6 }, () => 4.18)),
				charger: aMultiCharger({}, { dischargeCurrentA: 5, ...channel }),
				task: 'storage',
				...change
			})
		);
	// 10 W at 6 × 3.80 V are 0.44 A; at the 25.1 V it begins with, 0.40 A.
	const few = down({ dischargePowerW: 10 });
	assert.equal(few.settings.dischargeA, 0.5);
	assert.match(few.decisions.dischargeA.why, /10 W at 22\.8 V, where it ends/);
	// 2.3 Ah of 24 V are 55 Wh: five and a half hours, not the six of 0.40 A held by hand.
	const hours = few.forecast!.timeMin.median / 60;
	assert.ok(hours > 5 && hours < 6.2, `${hours} h`);
	assert.ok(
		!few.findings.some((f) => f.rule === 'discharge-few-watts' && /whatever is set/.test(f.sentence))
	);
	const strong = { dischargePowerW: 200, dischargeCurrentA: 8 };
	assert.equal(down(strong).settings.dischargeA, 5, '1C');
	assert.equal(down(strong, { purpose: 'gentle' }).settings.dischargeA, 2.5);
	assert.equal(down(strong, { purpose: 'hurry' }).settings.dischargeA, 5, 'never more than 1C');
	assert.equal(down(strong, { task: 'discharge' }).settings.dischargeA, 1, 'a measurement stays one');
	const cannot = down({ dischargePowerW: 0 });
	assert.ok(cannot.findings.some((f) => f.rule === 'cannot-discharge'));
	for (const s of [
		cannot,
		solve(aContext({ charger: aCharger({}, { dischargePowerW: 0 }), task: 'discharge' }), { dischargeA: 1 })
	])
		assert.ok(!s.findings.some((f) => /Infinity|NaN/.test(f.sentence)), JSON.stringify(s.findings));
});
