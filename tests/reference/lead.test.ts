/** Lead-acid: charging by DIN 41773, compensation by temperature, and Peukert's law. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../../core/chemistry/catalogue';
import { compensationV, floatAt, setMaxAt } from '../../core/chemistry/compensation';
import { curveFromAnchors, ocvAt } from '../../core/chemistry/curve';
import { packModel } from '../../core/forecast/assume';
import { legsOf } from '../../core/forecast/program-legs';
import { lowRestOf, restsLow } from '../../core/pack/low-rest';
import { solve } from '../../core/program/solve';
import { afterwards } from '../../core/simulate/afterwards';
import { runLegs } from '../../core/simulate/run-legs';
import { aContext, aReading } from '../support/bench-chargers';
import { aMultiCharger, leadPack } from '../support/rule-cases';
import { aPackModel } from '../support/pack-models';

const lead = chemistryOf('lead');
const charging = (degC: number, change = {}) =>
	solve(
		aContext({
			pack: leadPack(change),
			reading: aReading([], {
				cellVoltagesV: null,
				packVoltageV: 6 * ocvAt(lead.curve, 0.3),
				temperatureDegC: degC
			}),
			charger: aMultiCharger({}, { endVoltageStepV: 0.001 }),
			task: 'charge'
		}),
		{},
		30
	);

test('DIN 41773, from memory: constant current, then 2.40 V per cell at 25 °C held while the current falls, full at the end', () => {
	const s = charging(25);
	assert.equal(s.settings.endVoltageV, 2.4);
	const { best } = s.forecast!;
	assert.deepEqual(
		best.phases.map((p) => p.phase),
		['constant current', 'constant voltage']
	);
	best.trace.timeS.forEach((t, k) => {
		assert.ok(best.trace.packV[k] <= 14.4 + 1e-9);
		if (t > best.voltagePhaseFromS! + 60) assert.ok(best.trace.packV[k] > 14.39);
	});
	const falling = best.trace.currentA.filter((_, k) => best.trace.timeS[k] > best.voltagePhaseFromS!);
	falling.slice(1).forEach((i, k) => assert.ok(i <= falling[k] + 1e-9));
	assert.ok(best.endSoc.every((soc) => soc >= 0.99));
	// More goes in than is stored: the rest is gas.
	const factor = best.chargeAh / (7 * (best.endSoc[0] - 0.3));
	assert.ok(factor > 1.02 && factor < 1.3, `charge factor ${factor}`);
});

test('handbook times, from memory: at 0.2C from empty 2.40 V after 3.5 to 4.5 h, 0.02C after 8 to 14 h, 105 to 115 % put in', () => {
	const { resolved, settings } = charging(25);
	const model = { ...packModel(resolved), startSoc: Float64Array.from({ length: 6 }, () => 0) };
	const at = (rateC: number) => {
		const [leg] = legsOf(resolved, {
			...settings,
			currentA: rateC * 7,
			safetyTimerMin: null,
			capacityLimitAh: null
		});
		return runLegs(model, [leg], { dtS: 20, traceEveryS: 0 });
	};
	const usual = at(0.2);
	const atVoltsH = usual.voltagePhaseFromS! / 3600;
	assert.ok(atVoltsH > 3.5 && atVoltsH < 4.5, `2.40 V after ${atVoltsH} h`);
	assert.ok(usual.timeS / 3600 > 8 && usual.timeS / 3600 < 14, `full after ${usual.timeS / 3600} h`);
	const share = usual.chargeAh / 7;
	assert.ok(share > 1.05 && share < 1.15, `${share} put in`);
	assert.ok(usual.endSoc[0] > 0.98);
	// Slower, more of it goes in before the volts are reached; the whole takes longer.
	const gentle = at(0.1);
	assert.ok(gentle.voltagePhaseFromS! * 0.1 > usual.voltagePhaseFromS! * 0.2 && gentle.timeS > usual.timeS);
});

test('rest volts, common practice, no source: ordinary, low, drained or shorted; at twelve cells a full charge has to tell', () => {
	const of = (cells: number, packVoltageV: number, usedSince: 'not said' | 'until it faded' = 'not said') =>
		lowRestOf(leadPack({ cells }), aReading([], { cellVoltagesV: null, packVoltageV, usedSince }));
	assert.deepEqual(
		[11.7, 11.69, 10.81].map((v) => of(6, v)),
		[null, 'low', 'low']
	);
	assert.deepEqual(
		[10.8, 10.2, 10.19].map((v) => of(6, v)),
		['shorted', 'shorted', null]
	);
	assert.equal(of(6, 10.5, 'until it faded'), 'drained');
	assert.deepEqual(
		[4.32, 4.08, 4.33].map((v) => of(3, v)),
		['shorted', 'shorted', null]
	);
	assert.deepEqual(
		[23.76, 22.44, 23.77, 22.4].map((v) => of(12, v)),
		['either', 'either', null, 'low']
	);
	assert.ok(restsLow(leadPack({ cells: 12 }), aReading([], { cellVoltagesV: null, packVoltageV: 22.5 })));
	assert.ok(!restsLow(leadPack({ cells: 12 }), aReading([], { cellVoltagesV: null, packVoltageV: 23.5 })));
	assert.equal(
		lowRestOf(leadPack(), aReading([], { cellVoltagesV: null, packVoltageV: 10.5, state: 'loaded' })),
		null
	);
});

test('a drained battery: a tenth of C, three tenths of the capacity, and what it does then is asked for', () => {
	const s = solve(
		aContext({
			pack: leadPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 10.6, usedSince: 'until it faded' }),
			charger: aMultiCharger(),
			task: 'charge'
		})
	);
	assert.equal(s.verdict, 'check');
	assert.equal(s.settings.currentA, 0.7);
	assert.equal(s.settings.capacityLimitAh, 2.1);
	assert.equal(s.forecast!.best.endReason, 'capacity limit');
	assert.ok(s.findings.some((f) => f.rule === 'lead-drained' && f.sentence.includes('1.95 V a cell')));
	assert.ok(!s.findings.some((f) => f.rule === 'cell-needs-recovery'), 'one way out, not two');
});

test('DIN 41773, from memory: float lies between 2.23 and 2.30 V per cell; gel ends lower', () => {
	const float = floatAt(lead, 25)!;
	assert.ok(float >= 2.23 && float <= 2.3);
	assert.equal(chemistryOf('leadgel').voltages.chargeEndV, 2.35);
	assert.equal(setMaxAt(chemistryOf('leadgel'), 25), 2.4);
});

test('compensation is −3 to −5 mV per kelvin and cell from 25 °C, clamped, and the program follows it', () => {
	for (const degC of [5, 15, 35]) {
		const perK = compensationV(lead, degC) / (degC - 25);
		assert.ok(perK <= -0.003 && perK >= -0.005);
		assert.ok(Math.abs(charging(degC).settings.endVoltageV - (2.4 + compensationV(lead, degC))) < 0.0011);
	}
	assert.equal(compensationV(lead, -20), compensationV(lead, 0));
	assert.ok((floatAt(lead, 15)! - floatAt(lead, 25)!) / -10 <= -0.003 + 1e-12);
});

test('Peukert 1897: 100 Ah at 20 h with k = 1.2 gives 75.8 Ah in 3.79 h at 20 A', () => {
	// A cell whose volts say exactly how empty it is, so that its end is where the law puts it.
	const model = aPackModel(
		{
			curve: curveFromAnchors([
				[-0.2, 1.8],
				[1.1, 3.1]
			]),
			capacityAh: [100],
			startSoc: [1],
			seriesOhm: [1e-9]
		},
		{ heatCapacityJPerK: 1e6, peukert: { exponent: 1.2, ratedA: 5 } }
	);
	const at = (currentA: number) =>
		runLegs(
			model,
			[
				{
					kind: 'discharge',
					control: {
						currentA,
						powerW: Infinity,
						endVoltageV: 2,
						seesCells: true,
						voltageErrorV: 0,
						currentFactor: 1,
						timerS: Infinity,
						capacityLimitAh: Infinity,
						temperatureLimitDegC: Infinity
					}
				}
			],
			{ dtS: 5, traceEveryS: 0 }
		);
	const rated = at(5);
	assert.ok(Math.abs(rated.timeS / 3600 - 20) < 0.01);
	const fast = at(20);
	assert.ok(Math.abs(fast.timeS / 3600 - 3.79) < 0.01, `${fast.timeS / 3600} h`);
	assert.ok(Math.abs(fast.chargeAh - 75.8) < 0.2, `${fast.chargeAh} Ah`);
});

test('Tremblay and Dessaint 2009, from memory: the remembered 12 V lead parameters give their volts; our rest curve lies within 0.4 V between half and full', () => {
	const theirs = (it: number) => 12.4659 - (0.047 * 7.2 * it) / (7.2 - it) + 0.83 * Math.exp(-125 * it);
	assert.ok(Math.abs(theirs(0) - 13.3) < 0.01);
	assert.ok(Math.abs(theirs(3.6) - 12.13) < 0.01);
	assert.ok(Math.abs(theirs(0.9 * 7.2) - 9.42) < 0.01);
	for (const share of [0.5, 0.6, 0.7, 0.8])
		assert.ok(Math.abs(6 * ocvAt(lead.curve, share) - theirs(7.2 * (1 - share))) < 0.4, `${share}`);
});

test('12 V at 10.6 V is a shorted cell: a Stop without override (common practice, no source)', () => {
	const s = solve(
		aContext({
			pack: leadPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 10.6 }),
			charger: aMultiCharger(),
			task: 'charge'
		})
	);
	const finding = s.findings.find((f) => f.rule === 'lead-shorted-cell')!;
	assert.equal(finding.severity, 'stop');
	assert.equal(finding.overridable, false);
});

test('DIN 41773, float: after absorption the current falls below 0.01C in an hour and keeps falling, and next to no charge flows', () => {
	const outcome = charging(20).forecast!.best;
	const r = charging(20).resolved;
	const model = packModel(r);
	const float = { kind: 'float', voltageV: floatAt(lead, 20)!, mostA: 2, gassingA: 0.007 } as const;
	const [hour, night, week] = [1, 12, 168].map((h) => afterwards(model, outcome.endState, float, h));
	const { capacityAh } = r.pack;
	assert.ok(hour.currentA < 0.01 * capacityAh, `${hour.currentA} A after an hour`);
	assert.ok(week.currentA <= night.currentA + 1e-9 && night.currentA <= hour.currentA + 1e-9);
	assert.ok(night.chargeAh < 0.04 * capacityAh, `${night.chargeAh} Ah in a night`);
	assert.ok(Math.abs(week.packV - 6 * float.voltageV) < 0.12, `${week.packV} V`);
	assert.ok(week.warmerK < 1);
});
