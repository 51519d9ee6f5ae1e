/** Discharge, rest and legs against answers that can be written down. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import type { ChargeControl } from './charge-control';
import { DischargeSimulation, type DischargeControl } from './discharge-simulation';
import { goesOn, restLeg, simulateLeg, type Leg } from './legs';
import type { PackModel } from './pack-model';
import { aChargeControl, aLinearCell } from '../../tests/support/pack-models';
import { runLegs } from './run-legs';

const A_V = 3.4;
const B_V = 0.8;
const CAPACITY_AH = 2;
const OHM = 0.05;
const one = (value: number) => Float64Array.of(value);
const LINE = { atEmptyV: A_V, perSocV: B_V, capacityAh: CAPACITY_AH, startSoc: 0.9, seriesOhm: OHM };
const linear = (change: Partial<PackModel> = {}) => aLinearCell(LINE, change);
const down = (change: Partial<DischargeControl> = {}): DischargeControl => ({
	currentA: 1,
	powerW: Infinity,
	endVoltageV: 3.6,
	seesCells: true,
	voltageErrorV: 0,
	currentFactor: 1,
	timerS: Infinity,
	capacityLimitAh: Infinity,
	temperatureLimitDegC: Infinity,
	...change
});
const up = (change: Partial<ChargeControl> = {}) =>
	aChargeControl({ currentA: 2, endVoltageV: 4.2, taperA: 0.2, balanceFromV: 4, ...change });

describe('closed forms', () => {
	test('a linear cell at constant current reaches its end when (V − IR − a) / b says', () => {
		const outcome = runLegs(linear(), [{ kind: 'discharge', control: down() }], { dtS: 1, traceEveryS: 0 });
		const socAtEnd = (3.6 + OHM - A_V) / B_V;
		const expectedS = (0.9 - socAtEnd) * CAPACITY_AH * 3600;
		assert.equal(outcome.endReason, 'end voltage');
		assert.ok(Math.abs(outcome.timeS - expectedS) <= 1.5, `${outcome.timeS} ${expectedS}`);
	});

	test('constant power: I = (V − √(V² − 4RP)) / 2R, and P is what the pack gives', () => {
		const sim = new DischargeSimulation(linear(), down({ currentA: 50, powerW: 20 }));
		sim.step(0.01);
		const v = A_V + 0.9 * B_V;
		const expected = (v - Math.sqrt(v * v - 4 * OHM * 20)) / (2 * OHM);
		assert.ok(Math.abs(-sim.currentA - expected) < 1e-3, `${-sim.currentA} ${expected}`);
		assert.ok(Math.abs(sim.packV * -sim.currentA - 20) < 1e-6);
		assert.equal(sim.outputW, 0, 'what is taken out is no output of the charger');
	});

	test('a power that the pack cannot give (V² < 4RP) leaves the set current to decide', () => {
		const sim = new DischargeSimulation(linear({ seriesOhm: one(1) }), down({ currentA: 1, powerW: 50 }));
		sim.step(1);
		assert.equal(sim.currentA, -1);
	});

	test('after the current stops the relaxation pair dies away with its time constant', () => {
		const model = linear({ relaxOhm: one(0.03), relaxS: 120 });
		const leg: Leg = { kind: 'discharge', control: down({ timerS: 1200 }), goesOnAnyway: true };
		const outcome = runLegs(model, [leg, restLeg(600)], { dtS: 1, traceEveryS: 1 });
		const { trace } = outcome;
		const from = trace.timeS.findIndex((t) => t > 1200);
		const rest = A_V + B_V * outcome.endSoc[0];
		const first = rest - trace.packV[from];
		for (const seconds of [60, 120, 300]) {
			const ratio = (rest - trace.packV[from + seconds]) / first;
			assert.ok(Math.abs(ratio - Math.exp(-seconds / 120)) < 1e-3, `${ratio} after ${seconds} s`);
		}
	});

	test('adiabatic: the warmth is I²R·t / C', () => {
		const outcome = runLegs(linear(), [{ kind: 'discharge', control: down({ currentA: 4, timerS: 600 }) }], {
			dtS: 1,
			traceEveryS: 0
		});
		const expected = 25 + (4 * 4 * OHM * 600) / 100;
		assert.ok(Math.abs(outcome.peakTemperatureDegC - expected) < 0.02);
	});
});

describe('legs', () => {
	const cycle: Leg[] = [
		{ kind: 'discharge', control: down() },
		restLeg(300),
		{ kind: 'charge', control: up() }
	];

	test('each begins where the last one left the pack; the clock goes on; the largest and longest leg are told', () => {
		const outcome = runLegs(linear(), cycle, { dtS: 2, traceEveryS: 60 });
		assert.deepEqual(
			outcome.legs.map((l) => [l.kind, l.endReason]),
			[
				['discharge', 'end voltage'],
				['rest', 'timer'],
				['charge', 'full']
			]
		);
		const [out, rest, back] = outcome.legs;
		assert.equal(rest.fromS, out.timeS);
		assert.equal(back.fromS, out.timeS + rest.timeS);
		assert.equal(outcome.timeS, out.timeS + rest.timeS + back.timeS);
		assert.equal(outcome.chargeAh, Math.max(out.chargeAh, back.chargeAh));
		assert.equal(outcome.longestLegS, Math.max(out.timeS, back.timeS));
		assert.ok(outcome.trace.currentA[0] < 0 && outcome.trace.currentA.at(-1)! > 0);
		outcome.trace.timeS.slice(1).forEach((t, k) => assert.ok(t > outcome.trace.timeS[k]));
	});

	test('a guard that cuts one leg ends the program, unless the leg says otherwise; a person always ends it', () => {
		const cut: Leg = { kind: 'discharge', control: down({ timerS: 60 }) };
		assert.equal(runLegs(linear(), [cut, restLeg(60)], { dtS: 1, traceEveryS: 0 }).legs.length, 1);
		assert.equal(
			runLegs(linear(), [{ ...cut, goesOnAnyway: true }, restLeg(60)], { dtS: 1, traceEveryS: 0 }).legs
				.length,
			2
		);
		const sim = simulateLeg(linear(), { ...cut, goesOnAnyway: true });
		sim.step(1);
		sim.stop();
		assert.equal(goesOn({ ...cut, goesOnAnyway: true }, sim), false);
	});

	test('the lowest cell ends it where cells are seen; where only the sum is, that cell goes deeper', () => {
		const uneven = linear({
			capacityAh: Float64Array.of(2, 2, 2),
			startSoc: Float64Array.of(0.9, 0.6, 0.9),
			seriesOhm: Float64Array.of(OHM, OHM, OHM),
			relaxOhm: new Float64Array(3)
		});
		const lowest = (seesCells: boolean) =>
			runLegs(uneven, [{ kind: 'discharge', control: down({ seesCells }) }], { dtS: 1, traceEveryS: 0 })
				.lowestCellV!;
		assert.ok(Math.abs(lowest(true) - 3.6) < 1e-3);
		assert.ok(lowest(false) < 3.5);
	});
});

test('property: what is taken out and put back is conserved, whatever the current, power and step', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 1, max: 60 }),
			fc.integer({ min: 1, max: 100 }),
			fc.integer({ min: 1, max: 20 }),
			(tenthsA, powerW, dtS) => {
				const outcome = runLegs(
					linear(),
					[{ kind: 'discharge', control: down({ currentA: tenthsA / 10, powerW }) }],
					{ dtS, traceEveryS: 30 }
				);
				const moved = (0.9 - outcome.endSoc[0]) * CAPACITY_AH;
				assert.ok(Math.abs(moved - outcome.chargeAh) < 1e-9);
				outcome.trace.packV.forEach((v, k) =>
					assert.ok(v * -outcome.trace.currentA[k] <= powerW + 1e-6, 'never more than its watts')
				);
			}
		),
		{ numRuns: 60, seed: 11 }
	);
});
