/**
 * Bounds of the safety limits: by what is missing and what the pack holds, whatever the forecast
 * says.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, aReading, held } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import { verdictOf } from './check';
import { capacityBoundAh, missingShare, mostOfCapacityAh, timerBoundMin } from './safety-bounds';
import { solve } from './solve';

const sum = (packVoltageV: number) => aReading([], { cellVoltagesV: null, packVoltageV });
const limits = { heldValue: null, min: 0.01, max: 200, step: 0.01 } as const;
const both = [
	held({ kind: 'safetyTimerMin', heldValue: null, min: 5, max: 2880 }),
	held({ kind: 'capacityLimitAh', ...limits })
];

test('lithium: 1.15 × what the emptiest cell may lack, by the 1st percentile of its charge', () => {
	const s = solve(aContext({ reading: aReading([3.72, 3.72, 3.6]) }));
	const r = s.resolved;
	const lowest = Math.min(...r.state.cells.offset);
	const missing = missingShare(r, s.settings);
	assert.ok(missing > 1 - r.chargeState.least - lowest - 1e-9, `${missing} with a cell at ${lowest}`);
	assert.ok(missing < 1 - r.chargeState.least - lowest + 0.1, `${missing}`);
	assert.ok(Math.abs(capacityBoundAh(r, s.settings, 0.01) - 1.15 * missing * 2.6) < 1e-9);
	assert.equal(s.settings.capacityLimitAh, Math.ceil(115 * missing * 2.6) / 100);
	assert.ok(s.settings.capacityLimitAh! >= s.forecast!.chargeAh.p99, 'no sound run is cut');
});

test('nearly full it is 3 % of the capacity or a step, empty the margin over all of it, and never more', () => {
	const full = solve(aContext({ reading: aReading([4.195, 4.195, 4.195]) }));
	assert.ok(full.settings.capacityLimitAh! >= 0.03 * 2.6);
	assert.equal(capacityBoundAh(full.resolved, full.settings, 0.5, 0), 0.5);
	for (const [pack, reading, most] of [
		[aPack(), aReading([3.05, 3.05, 3.05]), 1.15],
		[leadPack(), sum(11.4), 1.3],
		[nimhPack(), sum(6.2), 1.2]
	] as const) {
		const s = solve(aContext({ pack, reading, charger: aMultiCharger({ held: both }), task: 'charge' }));
		assert.ok(Math.abs(mostOfCapacityAh(s.resolved) - most * pack.capacityAh) < 1e-9);
		assert.ok(s.settings.capacityLimitAh! <= most * pack.capacityAh + 0.01, `${s.settings.capacityLimitAh}`);
		assert.ok(s.settings.capacityLimitAh! > 0.9 * pack.capacityAh);
	}
});

test('where balancing bleeds more than the charge current, neither limit nor timer follow a forecast that never ends', () => {
	const s = solve(
		aContext({
			pack: aPack({ cells: 4, capacityAh: 0.45, labelChargeRateC: 0.3 }),
			reading: aReading([3.7, 3.72, 3.71, 3.62]),
			charger: aCharger({ held: both }, { balanceCurrentA: 0.8, currentStepA: 0.05, minCurrentA: 0.05 })
		})
	);
	assert.ok(s.settings.currentA < 0.2);
	assert.ok(s.settings.capacityLimitAh! <= 1.15 * 0.45 + 0.01, `${s.settings.capacityLimitAh} Ah`);
	assert.ok(s.settings.safetyTimerMin! <= 60 * 6, `${s.settings.safetyTimerMin} min`);
	assert.ok(!s.findings.some((f) => f.rule === 'timer-too-short' || f.rule === 'capacity-limit-too-low'));
});

test('the timer is the limit at the current that is held with the other channels at work, and what follows', () => {
	const alone = solve(aContext({ charger: aCharger({ held: both, link: 'stand-in' }) }));
	const { resolved: r, settings } = alone;
	const hours = capacityBoundAh(r, settings, 0) / settings.currentA;
	const bound = timerBoundMin(r, settings);
	assert.ok(bound > 60 * hours && bound < 60 * hours + 75, `${bound} min for ${hours} h`);
	assert.ok(settings.safetyTimerMin! <= Math.ceil(bound));
	// 40 W for two channels that may take 200 W each: 20 W, 1.59 A at 12.6 V.
	const shared = aCharger({ held: both, sharedPowerW: 40 });
	const two = { ...shared, channels: [...shared.channels, { ...shared.channels[0], id: 'ch2', label: 'B' }] };
	const busy = solve(aContext({ charger: two }));
	const held1 = (60 * capacityBoundAh(busy.resolved, busy.settings, 0)) / (20 / 12.6);
	assert.ok(timerBoundMin(busy.resolved, busy.settings) > held1);
	assert.ok(timerBoundMin(busy.resolved, busy.settings) < held1 + 75);
});

test('nickel too weak for its peak goes slowly by time, 1.6 × at a tenth, 1.2 × up to a fifth, else it is refused', () => {
	const charged = (channel: Record<string, unknown>, set = {}) =>
		solve(
			aContext({
				pack: nimhPack({ capacityAh: 2 }),
				reading: sum(7.3),
				charger: aMultiCharger({ held: both }, channel),
				task: 'charge'
			}),
			set
		);
	const weak = charged({ maxCurrentA: 0.5 });
	assert.equal(weak.settings.currentA, 0.2);
	assert.equal(weak.decisions.currentA.decidedBy, 'timed');
	const missing = 1 - weak.resolved.chargeState.soc;
	assert.ok(Math.abs(weak.settings.capacityLimitAh! - 1.6 * missing * 2) < 0.011);
	const coarse = charged({ maxCurrentA: 0.5, minCurrentA: 0.4 });
	assert.equal(coarse.settings.currentA, 0.4);
	assert.ok(Math.abs(coarse.settings.capacityLimitAh! - 1.2 * missing * 2) < 0.011);
	assert.ok(coarse.proposed);
	const neither = charged({ maxCurrentA: 0.5, minCurrentA: 0.5 });
	assert.equal(verdictOf(neither.findings), 'stop');
	assert.match(
		neither.findings.find((f) => f.rule === 'slow-nickel-on-dip')!.sentence,
		/0\.25C .*can do neither/
	);
	const keyed = charged({}, { currentA: 0.5 }).findings.find((f) => f.rule === 'slow-nickel-on-dip')!;
	assert.equal(keyed.severity, 'stop');
	assert.deepEqual(keyed.fix?.kind === 'set' && keyed.fix.set, { currentA: 1 });
});

test('a cycle of slow nickel is given the whole capacity: it was emptied before', () => {
	const s = solve(
		aContext({
			pack: nimhPack({ capacityAh: 2 }),
			reading: sum(8.0),
			charger: aMultiCharger({ held: both }, { dischargePowerW: 30 }),
			task: 'cycle'
		}),
		{ currentA: 0.2 }
	);
	assert.ok(Math.abs(s.settings.capacityLimitAh! - 1.6 * 2) < 0.011, `${s.settings.capacityLimitAh}`);
});
