import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CHEMISTRIES } from '../core/chemistry/catalogue';
import { ocvAt, socAt } from '../core/chemistry/curve';
import { lipo } from '../core/chemistry/lipo';
import { life } from '../core/chemistry/life';
import { PackTruth, type PluggedPack } from '../link/protocol';
import { bent } from './bent-curve';
import { STAND_IN_SPEC } from './spec';
import { drawTruth } from './truth';

const plugged = (change: Partial<PluggedPack> = {}): PluggedPack => ({
	chemistry: 'lipo',
	cells: 3,
	labelAh: 2,
	measuredAh: null,
	ageYears: 0,
	balanceLead: true,
	restV: [3.8, 3.8, 3.81],
	charge: [0.4, 0.4, 0.4],
	chargeSigma: 0.05,
	packDegC: 20,
	airDegC: 18,
	seed: 1,
	tag: 'p',
	...change
});
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const drawn = (n: number, change: Partial<PluggedPack> = {}) =>
	Array.from({ length: n }, (_, i) => drawTruth(plugged({ ...change, seed: 1000 + i })));

test('a truth is one that can be posed, of every chemistry; the same seed is the same pack, another seed another', () => {
	for (const { id } of CHEMISTRIES) {
		const truth = drawTruth(plugged({ chemistry: id, restV: null }));
		assert.deepEqual(PackTruth.parse(truth), truth);
	}
	assert.deepEqual(drawTruth(plugged()), drawTruth(plugged()));
	assert.notDeepEqual(drawTruth(plugged()).capacityAh, drawTruth(plugged({ seed: 2 })).capacityAh);
});

test('capacity is about what was measured, or what the label says less its age; cells differ a little', () => {
	const mid = (change: Partial<PluggedPack>) => median(drawn(300, change).map((t) => t.capacityAh[0]));
	assert.ok(Math.abs(mid({}) - 2) < 0.03);
	assert.ok(Math.abs(mid({ ageYears: 4 }) - 1.8) < 0.03);
	assert.ok(Math.abs(mid({ ageYears: 40 }) - 1.2) < 0.03, 'not less than was said');
	assert.ok(Math.abs(mid({ measuredAh: 1.5, ageYears: 4 }) - 1.5) < 0.02);
	const spread = (change: Partial<PluggedPack>) => {
		const all = drawn(300, change).map((t) => t.capacityAh[0]);
		return Math.max(...all) / Math.min(...all);
	};
	assert.ok(spread({}) > 1.1 && spread({}) < 1.3);
	assert.ok(spread({ measuredAh: 2 }) < spread({}));
	assert.ok(drawn(20).every((t) => new Set(t.capacityAh).size === 3));
});

test('where volts tell the charge, the pack rests at what the meter showed; where they do not, it is as full as was believed', () => {
	for (const truth of drawn(50)) {
		const curve = bent(lipo.curve, truth.curveBend);
		truth.soc.forEach((soc, i) => assert.ok(Math.abs(ocvAt(curve, soc) - [3.8, 3.8, 3.81][i]) < 0.006));
	}
	const flat = drawn(300, { chemistry: 'life', restV: [3.3, 3.3, 3.3], charge: [0.7, 0.7, 0.7] });
	assert.ok(Math.abs(median(flat.map((t) => t.soc[0])) - 0.7) < 0.02);
	const mean = (soc: readonly number[]) => soc.reduce((a, b) => a + b) / soc.length;
	assert.ok(flat.every((t) => mean(t.soc) > 0.5 && mean(t.soc) < 0.9));
	// Nobody has told its cells apart: each is off by itself, one with another by √2 times as much.
	const apart = flat.map((t) => t.soc[1] - t.soc[0]);
	const sigma = Math.sqrt(mean(apart.map((d) => d * d)));
	assert.ok(Math.abs(mean(apart)) < 0.01 && Math.abs(sigma / (0.04 * Math.SQRT2) - 1) < 0.15, `${sigma}`);
	const one = drawn(50, { chemistry: 'life', cells: 1, restV: [3.3], charge: [0.7], chargeSigma: 0 });
	assert.ok(
		one.every((t) => t.soc[0] === 0.7),
		'one cell has nothing to differ from'
	);
	const full = drawn(100, { chemistry: 'nimh', restV: null, charge: [1, 1, 1], chargeSigma: 0.3 });
	assert.ok(
		full.every((t) => t.soc[0] <= 1 && t.soc[0] >= 0.2),
		'no fuller than full'
	);
	assert.ok(socAt(life.curve, 3.3) > 0.2, 'the volts alone would have said something else');
});

test('the charger is off by no more than it is sold with, and its errors are drawn too', () => {
	const truths = drawn(300);
	assert.ok(truths.every((t) => Math.abs(t.voltageErrorV) <= STAND_IN_SPEC.voltageAccuracyV));
	assert.ok(new Set(truths.map((t) => t.currentFactor)).size > 250);
	assert.ok(truths.some((t) => t.voltageErrorV > 0.003) && truths.some((t) => t.voltageErrorV < -0.003));
});

test('a bent curve rises everywhere, is the same when empty and when full, and bends as far as it is told', () => {
	for (const { curve } of CHEMISTRIES)
		for (const bend of [-0.2, -0.05, 0.05, 0.2]) {
			const other = bent(curve, bend);
			other.voltsV.slice(1).forEach((v, k) => assert.ok(v > other.voltsV[k]));
			for (const soc of [0, 1]) assert.ok(Math.abs(ocvAt(other, soc) - ocvAt(curve, soc)) < 1e-6);
			assert.ok(Math.abs(ocvAt(other, 0.5) - ocvAt(curve, 0.5 + bend / 4)) < 2e-3);
		}
	assert.equal(bent(lipo.curve, 0), lipo.curve);
});
