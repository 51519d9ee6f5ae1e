/** The simulation against answers that can be written down. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import type { ChargeControl } from './charge-control';
import { ChargeSimulation } from './charge-simulation';
import type { PackModel } from './pack-model';
import { aChargeControl, aLinearCell, aPackModel } from '../../tests/support/pack-models';
import { runCharge } from './run-legs';

const A_V = 3.5;
const B_V = 0.7;
const CAPACITY_AH = 2;
const OHM = 0.05;

const one = (value: number) => Float64Array.of(value);
const LINE = { atEmptyV: A_V, perSocV: B_V, capacityAh: CAPACITY_AH, startSoc: 0.5, seriesOhm: OHM };
const linear = (change: Partial<PackModel> = {}) => aLinearCell(LINE, change);
const control = (change: Partial<ChargeControl> = {}) =>
	aChargeControl({ currentA: 2, endVoltageV: 4.2, taperA: 0.2, balanceFromV: 4, ...change });

/** Volts per coulomb of the linear cell. */
const B_PER_C = B_V / (CAPACITY_AH * 3600);

test('linear cell: constant current ends, and the taper lasts (R/b)·ln(I/If), as the closed form says', () => {
	const outcome = runCharge(linear(), control(), { dtS: 0.1, traceEveryS: 0 });
	const socAtEnd = (4.2 - 2 * OHM - A_V) / B_V;
	const constantS = ((socAtEnd - 0.5) * CAPACITY_AH * 3600) / 2;
	assert.ok(
		Math.abs(outcome.voltagePhaseFromS! - constantS) < 0.3,
		`${outcome.voltagePhaseFromS} ${constantS}`
	);
	const taperS = (OHM / B_PER_C) * Math.log(2 / 0.2);
	assert.ok(Math.abs(outcome.timeS - constantS - taperS) < 0.003 * taperS + 0.3);
});

test('linear cell: the current at every moment of the taper is I·exp(−t·b/R)', () => {
	const outcome = runCharge(linear(), control(), { dtS: 0.1, traceEveryS: 5 });
	const from = outcome.voltagePhaseFromS!;
	let checked = 0;
	outcome.trace.timeS.forEach((t, k) => {
		if (t < from + 1) return;
		const expected = 2 * Math.exp((-(t - from) * B_PER_C) / OHM);
		assert.ok(Math.abs(outcome.trace.currentA[k] - expected) < 0.004 * 2, `at ${t} s`);
		checked++;
	});
	assert.ok(checked > 50);
});

test('the taper converges: halving the step about halves the error of the current', () => {
	const error = (dtS: number) => {
		const sim = new ChargeSimulation(
			linear({ startSoc: one((4.2 - 2 * OHM - A_V) / B_V) }),
			control({ taperA: 0.001 })
		);
		while (sim.timeS < 640 - 1e-9) sim.step(dtS);
		return Math.abs(sim.currentA - 2 * Math.exp((-640 * B_PER_C) / OHM));
	};
	for (const dtS of [8, 4, 2]) {
		const ratio = error(dtS) / error(dtS / 2);
		assert.ok(ratio > 1.8 && ratio < 2.2, `step ${dtS}: ${ratio}`);
	}
});

test('power-limited current is (−E + √(E² + 4RP)) / 2R', () => {
	const sim = new ChargeSimulation(linear(), control({ currentA: 50, powerW: 12 }));
	sim.step(1e-6);
	const e = A_V + 0.5 * B_V;
	assert.ok(Math.abs(sim.currentA - (-e + Math.sqrt(e * e + 4 * OHM * 12)) / (2 * OHM)) < 1e-6);
	assert.equal(sim.phase, 1);
	assert.ok(Math.abs(sim.packV * sim.currentA - 12) < 1e-6);
	assert.ok(Math.abs(sim.outputW - 12) < 1e-6, 'what the charger must find for it');
	sim.stop();
	assert.equal(sim.outputW, 0, 'nothing once it was stopped');
});

test('a pack that heats beyond all measure is stopped there, and is said to be no hotter', () => {
	const sim = new ChargeSimulation(
		linear({ seriesOhm: one(2), heatCapacityJPerK: 1 }),
		control({ currentA: 10, endVoltageV: 60 })
	);
	for (let k = 0; k < 100; k++) sim.step(1);
	assert.equal(sim.endReason, 'temperature');
	assert.equal(sim.temperatureDegC, 200);
	assert.equal(sim.peakTemperatureDegC, 200);
});

test('the relaxation pair follows I·R1·(1 − exp(−t/τ)) whatever the step', () => {
	for (const dtS of [0.5, 7]) {
		const model = linear({ relaxOhm: one(0.03), capacityAh: one(1e9), startSoc: one(0.2) });
		const sim = new ChargeSimulation(model, control());
		while (sim.timeS < 70 - 1e-9) sim.step(dtS);
		const expected = 2 * 0.03 * (1 - Math.exp(-70 / 60));
		assert.ok(Math.abs(sim.relaxV[0] - expected) < 1e-9);
	}
});

test('adiabatic heating: m·c·dT = I²R·dt', () => {
	const sim = new ChargeSimulation(linear({ capacityAh: one(1e9), startSoc: one(0.2) }), control());
	while (sim.timeS < 600 - 1e-9) sim.step(1);
	assert.ok(Math.abs(sim.temperatureDegC - 25 - (2 * 2 * OHM * 600) / 100) < 1e-9);
});

test('timer, capacity limit and temperature limit each end a run and say so', () => {
	const reason = (change: Partial<ChargeControl>) =>
		runCharge(linear(), control(change), { dtS: 1, traceEveryS: 0 });
	assert.equal(reason({ timerS: 600 }).endReason, 'timer');
	assert.equal(reason({ timerS: 600 }).timeS, 600);
	assert.equal(reason({ capacityLimitAh: 0.2 }).endReason, 'capacity limit');
	assert.equal(reason({ temperatureLimitDegC: 25.5 }).endReason, 'temperature');
	assert.equal(reason({}).endReason, 'full');
});

test('no cell passes the end voltage for any step length, and a charger that reads low overshoots by its error only', () => {
	for (const dtS of [0.1, 1, 10, 60]) {
		assert.ok(runCharge(linear(), control(), { dtS, traceEveryS: 0 }).highestCellV <= 4.2 + 1e-9);
		const off = runCharge(linear(), control({ voltageErrorV: 0.02 }), { dtS, traceEveryS: 0 });
		assert.ok(Math.abs(off.highestCellV - 4.22) < 1e-6);
	}
});

test('without the balance lead the sum decides, and a high cell is not seen (the reason to charge with it)', () => {
	const model = linear({
		capacityAh: Float64Array.of(2, 2, 2),
		startSoc: Float64Array.of(0.5, 0.6, 0.5),
		seriesOhm: Float64Array.of(OHM, OHM, OHM),
		relaxOhm: new Float64Array(3)
	});
	assert.ok(runCharge(model, control({ seesCells: false }), { dtS: 1, traceEveryS: 0 }).highestCellV > 4.23);
	assert.ok(runCharge(model, control({ seesCells: true }), { dtS: 1, traceEveryS: 0 }).highestCellV <= 4.2);
});

test('bleeding the high cell brings the spread within tolerance in about Δcharge / bleed current', () => {
	const model = linear({
		capacityAh: Float64Array.of(2, 2),
		startSoc: Float64Array.of(0.5, 0.55),
		seriesOhm: Float64Array.of(OHM, OHM),
		relaxOhm: new Float64Array(2)
	});
	const outcome = runCharge(model, control({ balanceCurrentA: 0.3, balanceFromV: 3.9 }), {
		dtS: 1,
		traceEveryS: 0
	});
	assert.equal(outcome.endReason, 'full');
	assert.ok(Math.abs(outcome.endCellV[0] - outcome.endCellV[1]) <= 0.01 + 1e-9);
	const bleedS = (0.05 * 2 * 3600) / 0.3;
	assert.ok(outcome.timeS > bleedS * 0.8);
});

test('a nickel cell that another one stands before takes what it takes by itself', () => {
	const nimh = chemistryOf('nimh');
	// By its own rate alone: the pack's warmth, which all of its cells make, left out.
	const acceptance = { ...nimh.acceptance!, perK: 0 };
	const last = (capacityAh: number[]) => {
		const each = (value: number) => capacityAh.map(() => value);
		const sim = new ChargeSimulation(
			aPackModel(
				{ curve: nimh.curve, capacityAh, startSoc: each(0.9), seriesOhm: each(0.01) },
				{ acceptance }
			),
			aChargeControl({ currentA: 2, endVoltageV: Infinity, taperA: 0 })
		);
		for (let s = 0; s < 300; s++) sim.step(1);
		return sim.soc.at(-1)!;
	};
	assert.ok(Math.abs(last([1.5, 3]) - last([3])) < 1e-12, `${last([1.5, 3])} ${last([3])}`);
});

test('of three nickel cells those alike in all stay alike beside one that is smaller, wherever it sits', () => {
	const nimh = chemistryOf('nimh');
	for (const capacityAh of [
		[2, 2.5, 2.5],
		[2.5, 2.5, 2],
		[2.5, 2, 2.5]
	]) {
		const sim = new ChargeSimulation(
			aPackModel(
				{ curve: nimh.curve, capacityAh, startSoc: [0.9, 0.9, 0.9], seriesOhm: [0.01, 0.01, 0.01] },
				{ acceptance: nimh.acceptance }
			),
			aChargeControl({ currentA: 2, endVoltageV: Infinity, taperA: 0 })
		);
		for (let s = 0; s < 300; s++) sim.step(1);
		const large = capacityAh.flatMap((c, i) => (c === 2.5 ? [sim.soc[i]] : []));
		assert.equal(large[0], large[1], `${capacityAh}`);
		assert.ok(sim.soc[capacityAh.indexOf(2)] > large[0] + 0.01);
	}
});
