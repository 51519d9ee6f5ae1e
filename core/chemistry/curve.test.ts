import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { CHEMISTRIES } from './catalogue';
import { bendAt, curveFromAnchors, ocvAt, slopeAt, socAt } from './curve';
import { lipo } from './lipo';

test('a curve passes through its anchors and continues in a straight line beyond them', () => {
	const curve = curveFromAnchors([
		[0, 3],
		[0.5, 3.7],
		[1, 4.2]
	]);
	for (const [s, v] of [
		[0, 3],
		[0.5, 3.7],
		[1, 4.2]
	])
		assert.ok(Math.abs(ocvAt(curve, s) - v) < 1e-9);
	const beyond = ocvAt(curve, 1.02) - ocvAt(curve, 1.01);
	const inside = ocvAt(curve, 1) - ocvAt(curve, 0.99);
	assert.ok(Math.abs(beyond - inside) < 1e-3);
});

test('between anchors it neither overshoots nor dips, however steep the next stretch is, and level stays level', () => {
	const step = fc.double({ min: 0, max: 1, noNaN: true });
	fc.assert(
		fc.property(fc.array(step, { minLength: 3, maxLength: 9 }), (steps) => {
			let volts = 3;
			const anchors = steps.map((by, k): [number, number] => [k / (steps.length - 1), (volts += by * by)]);
			const curve = curveFromAnchors(anchors);
			for (let k = 1; k < curve.voltsV.length; k++)
				assert.ok(curve.voltsV[k] >= curve.voltsV[k - 1] - 1e-9, `falls at entry ${k}`);
			assert.ok(Math.abs(ocvAt(curve, 1) - volts) < 1e-9);
		})
	);
	const flat = curveFromAnchors([
		[0, 1],
		[0.5, 1],
		[1, 2]
	]);
	for (const s of [0.1, 0.25, 0.4]) assert.ok(Math.abs(ocvAt(flat, s) - 1) < 1e-12, `${ocvAt(flat, s)}`);
});

test('state of charge and volts are inverse over the whole table', () => {
	for (const { curve } of CHEMISTRIES)
		fc.assert(
			fc.property(fc.double({ min: -0.08, max: 1.12, noNaN: true }), (soc) => {
				assert.ok(Math.abs(socAt(curve, ocvAt(curve, soc)) - soc) < 1e-9);
			})
		);
});

test('every curve rises strictly, so that volts always mean one state of charge', () => {
	for (const { id, curve } of CHEMISTRIES)
		for (let k = 1; k < curve.voltsV.length; k++)
			assert.ok(curve.voltsV[k] > curve.voltsV[k - 1], `${id} falls at entry ${k}`);
});

test('LiPo says what the trade says: 3.70 V is nearly empty, 3.80 V under half, 4.10 V a tenth short (common practice, no source)', () => {
	assert.ok(Math.abs(socAt(lipo.curve, 3.7) - 0.13) < 0.01);
	assert.ok(Math.abs(socAt(lipo.curve, 3.8) - 0.47) < 0.03);
	assert.ok(Math.abs(1 - socAt(lipo.curve, 4.1) - 0.1) < 0.02);
	assert.ok(slopeAt(lipo.curve, 0.95) > 3 * slopeAt(lipo.curve, 0.3));
});

test('a bend is greatest in the middle and nothing where cells are empty or full, or beyond', () => {
	assert.deepEqual([-0.1, 0, 0.25, 0.5, 0.75, 1, 1.1].map(bendAt), [0, 0, 0.75, 1, 0.75, 0, 0]);
});
