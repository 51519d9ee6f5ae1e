/**
 * A 4S pack with one weak cell, charged with balancing, and a discharge at constant power,
 * against ngspice: the same circuit, table and interpolation, another solver. Bleeding switches
 * on and off, so there minute means are compared.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { lipo } from '../../core/chemistry/lipo';
import type { DischargeControl } from '../../core/simulate/discharge-simulation';
import { runCharge, runLegs, type Trace } from '../../core/simulate/run-legs';
import { interpolate, runSpice, runSpiceDischarge, type SpiceRun } from '../support/ngspice';
import { aChargeControl, aPackModel } from '../support/pack-models';

const MODEL = aPackModel(
	{
		curve: lipo.curve,
		capacityAh: [2.6, 2.6, 2.35, 2.6],
		startSoc: [0.25, 0.25, 0.05, 0.25],
		seriesOhm: [0.0046, 0.0046, 0.0092, 0.0046],
		relaxOhm: [0.0135, 0.0135, 0.02, 0.0135]
	},
	{ relaxS: 180, heatCapacityJPerK: 240, coolingS: 1500 }
);
const OFF = { timerS: Infinity, capacityLimitAh: Infinity, temperatureLimitDegC: Infinity };
const CONTROL = aChargeControl({
	currentA: 2.6,
	endVoltageV: 4.2,
	taperA: 0.26,
	balanceCurrentA: 0.2,
	balanceFromV: 3.9
});

/** Mean of `y` over each whole minute of `timeS`. */
function minuteMeans(timeS: number[], y: number[], untilS: number): number[] {
	return Array.from({ length: Math.floor(untilS / 60) }, (_, m) => {
		let sum = 0;
		for (let s = 0; s < 60; s++) sum += interpolate(timeS, y, 60 * m + s + 0.5);
		return sum / 60;
	});
}

/**
 * Worst difference of cell volts between the runs at equal charge, minute mean against minute
 * mean, V.
 */
function worstAtEqualCharge(ours: Trace, spice: SpiceRun, untilS: number, changesS: number[]): number {
	let worst = 0;
	let compared = 0;
	for (let c = 0; c < ours.cellV.length; c++) {
		const mine = minuteMeans(ours.timeS, ours.cellV[c], untilS);
		const charge = minuteMeans(ours.timeS, ours.chargeAh, untilS);
		const theirs = minuteMeans(spice.timeS, spice.cellV[c], untilS);
		const theirCharge = minuteMeans(spice.timeS, spice.chargeAh, untilS);
		mine.forEach((v, m) => {
			// A mean over a kink is no point of the curve: minutes beside a change of phase are left out.
			if (m === 0 || changesS.some((t) => Math.abs(t - (60 * m + 30)) < 90)) return;
			compared++;
			worst = Math.max(worst, Math.abs(v - interpolate(theirCharge, theirs, charge[m])));
		});
	}
	assert.ok(compared > 300, `${compared} minutes compared`);
	return worst;
}

test('a weak cell and balancing: within 1 mV per cell at equal charge, end time within 0.5 %', () => {
	const ours = runCharge(MODEL, CONTROL, { dtS: 1, traceEveryS: 1 });
	assert.equal(ours.endReason, 'full');
	assert.ok(
		ours.phases.some((p) => p.phase === 'balancing'),
		'the charge goes on to level the cells'
	);
	const spice = runSpice(MODEL, CONTROL, Math.ceil(ours.timeS * 1.1));
	const spread = (k: number) => {
		const at = spice.pausedV.map((v) => v[k]);
		return Math.max(...at) - Math.min(...at);
	};
	const end = spice.timeS.findIndex(
		(t, k) => t > 600 && spice.currentA[k] <= CONTROL.taperA && spread(k) <= CONTROL.balanceToleranceV
	);
	assert.ok(end > 0, 'the circuit ends');
	const changes = ours.phases.map((p) => p.fromS);
	const until = Math.min(ours.timeS, spice.timeS[end]) - 60;
	const worst = worstAtEqualCharge(ours.trace, spice, until, changes);
	assert.ok(worst <= 1e-3, `worst difference ${(1000 * worst).toFixed(3)} mV`);
	assert.ok(
		Math.abs(ours.timeS / spice.timeS[end] - 1) <= 0.005,
		`${ours.timeS} s against ${spice.timeS[end].toFixed(0)} s`
	);
});

test('a discharge at 30 W: within 1 mV per cell at equal charge, end time within 0.3 %', () => {
	const model = { ...MODEL, startSoc: Float64Array.of(0.98, 0.98, 0.97, 0.98) };
	const control: DischargeControl = {
		...OFF,
		currentA: 10,
		powerW: 30,
		endVoltageV: 3.3,
		seesCells: true,
		voltageErrorV: 0,
		currentFactor: 1
	};
	const ours = runLegs(model, [{ kind: 'discharge', control }], { dtS: 1, traceEveryS: 1 });
	assert.equal(ours.endReason, 'end voltage');
	const spice = runSpiceDischarge(model, control, Math.ceil(ours.timeS * 1.02));
	const lowest = (k: number) => Math.min(...spice.cellV.map((v) => v[k]));
	const end = spice.timeS.findIndex((t, k) => t > 10 && lowest(k) <= control.endVoltageV);
	assert.ok(Math.abs(ours.timeS / spice.timeS[end] - 1) <= 0.003, `${ours.timeS} ${spice.timeS[end]}`);
	let worst = 0;
	ours.trace.timeS.forEach((t, k) => {
		if (t < 2 || t > ours.timeS - 2) return;
		for (let c = 0; c < 4; c++)
			worst = Math.max(
				worst,
				Math.abs(interpolate(spice.chargeAh, spice.cellV[c], ours.trace.chargeAh[k]) - ours.trace.cellV[c][k])
			);
	});
	assert.ok(worst <= 1e-3, `worst difference ${(1000 * worst).toFixed(3)} mV`);
});
