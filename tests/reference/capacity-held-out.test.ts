/**
 * Capacity calibrated at 0.2C, then the 1C discharge held out: the published cell of Chen and
 * Rincón-Mora 2006 (from memory) is discharged by its own equations with two relaxation pairs and
 * an independent adaptive solver; our model learns its capacity at 0.2C and must then say what it
 * gives at 1C.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { curveFromAnchors } from '../../core/chemistry/curve';
import type { PackModel } from '../../core/simulate/pack-model';
import { runLegs } from '../../core/simulate/run-legs';
import { aPackModel } from '../support/pack-models';

const CAPACITY_AH = 0.85;
const END_V = 3.0;
const voc = (s: number) =>
	-1.031 * Math.exp(-35 * s) + 3.685 + 0.2156 * s - 0.1178 * s ** 2 + 0.3201 * s ** 3;
const series = (s: number) => 0.1562 * Math.exp(-24.37 * s) + 0.07446;
const pairs = [
	{
		ohm: (s: number) => 0.3208 * Math.exp(-29.14 * s) + 0.04669,
		farad: (s: number) => Math.max(50, -752.9 * Math.exp(-13.51 * s) + 703.6)
	},
	{
		ohm: (s: number) => 6.603 * Math.exp(-155.2 * s) + 0.04984,
		farad: (s: number) => Math.max(200, -6056 * Math.exp(-27.12 * s) + 4475)
	}
];

/**
 * Ah that the published cell gives at `rateC` down to {@link END_V}: fourth-order Runge-Kutta
 * over charge and both pairs.
 */
function publishedAh(rateC: number): number {
	const i = rateC * CAPACITY_AH;
	const slope = ([s, u, w]: number[]) => [
		-i / (3600 * CAPACITY_AH),
		i / pairs[0].farad(s) - u / (pairs[0].ohm(s) * pairs[0].farad(s)),
		i / pairs[1].farad(s) - w / (pairs[1].ohm(s) * pairs[1].farad(s))
	];
	const add = (a: number[], b: number[], h: number) => a.map((v, k) => v + h * b[k]);
	let y = [1, 0, 0];
	const h = 1;
	for (let t = 0; t < 1e6; t += h) {
		const v = voc(y[0]) - i * series(y[0]) - y[1] - y[2];
		if (v <= END_V || y[0] <= 0) return (i * t) / 3600;
		const k1 = slope(y);
		const k2 = slope(add(y, k1, h / 2));
		const k3 = slope(add(y, k2, h / 2));
		const k4 = slope(add(y, k3, h));
		y = y.map((v0, n) => v0 + (h / 6) * (k1[n] + 2 * k2[n] + 2 * k3[n] + k4[n]));
	}
	throw new Error('the published cell never ends');
}

/** Our model of it: its curve, one series resistance, one pair, and a capacity to be found. */
function ours(capacityAh: number): PackModel {
	const anchors = Array.from({ length: 101 }, (_, k) => [k / 100, voc(k / 100)] as const);
	return aPackModel(
		{
			curve: curveFromAnchors([[-0.05, 2.2], ...anchors, [1.05, voc(1) + 0.06]]),
			capacityAh: [capacityAh],
			startSoc: [1],
			seriesOhm: [0.07446 + 0.04669],
			relaxOhm: [0.04984]
		},
		{ relaxS: 0.04984 * 4475, heatCapacityJPerK: 20, coolingS: 1500 }
	);
}
const givesAh = (capacityAh: number, rateC: number) =>
	runLegs(
		ours(capacityAh),
		[
			{
				kind: 'discharge',
				control: {
					currentA: rateC * CAPACITY_AH,
					powerW: Infinity,
					endVoltageV: END_V,
					seesCells: true,
					voltageErrorV: 0,
					currentFactor: 1,
					timerS: Infinity,
					capacityLimitAh: Infinity,
					temperatureLimitDegC: Infinity
				}
			}
		],
		{ dtS: 1, traceEveryS: 0 }
	).chargeAh;

test('calibrated at 0.2C (the rate of IEC 61960-3, from memory), the 1C discharge comes out within 2 %', () => {
	const slow = publishedAh(0.2);
	let capacityAh = CAPACITY_AH;
	for (let k = 0; k < 8; k++) capacityAh *= slow / givesAh(capacityAh, 0.2);
	assert.ok(Math.abs(givesAh(capacityAh, 0.2) / slow - 1) < 1e-3, 'the calibration holds');
	const fast = publishedAh(1);
	assert.ok(fast < slow, 'at 1C the published cell gives less');
	const predicted = givesAh(capacityAh, 1);
	assert.ok(Math.abs(predicted / fast - 1) < 0.02, `${predicted} Ah predicted, ${fast} Ah published`);
});
