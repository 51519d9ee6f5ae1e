/**
 * Charge between cells: cells are put on the curve a known share apart, what current adds is put
 * on top, and the share is asked back.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { ocvAt } from '../chemistry/curve';
import { packModel } from '../forecast/assume';
import { solve } from '../program/solve';
import { chargeApart } from './cells-apart';

const CAPACITY_AH = 2;
const bench = (chemistry: 'lipo' | 'life', readV: number) => {
	const pack = aPack({ chemistry, capacityAh: CAPACITY_AH, measuredCapacityAh: CAPACITY_AH });
	return solve(aContext({ pack, reading: aReading([readV, readV, readV]) })).resolved;
};
type Bench = ReturnType<typeof bench>;

/** What a page shows of cells at `soc`, the odd one `apart` ahead, two amps flowing in. */
function seen(r: Bench, soc: number, apart: number) {
	const { seriesOhm, relaxOhm } = packModel(r);
	const addsV = 2 * (seriesOhm[0] + relaxOhm[0]);
	const cellV = [0, apart, 0].map((ahead) => ocvAt(r.chemistry.curve, soc + ahead) + addsV);
	const chargeAh = CAPACITY_AH * (soc - r.chargeState.soc);
	return { currentA: 2, packV: cellV.reduce((a, b) => a + b, 0), cellV, chargeAh, minutes: 20 };
}

describe('charge between cells', () => {
	test('where a cell’s volts are known to stand, the share comes back', () => {
		const r = bench('lipo', 3.7);
		for (const soc of [0.3, 0.6, 0.9, 0.97])
			for (const apart of [0.02, 0.06]) {
				const found = chargeApart(r, seen(r, soc, apart))!;
				assert.ok(Math.abs(found.about / apart - 1) < 0.08, `${apart} at ${soc}: ${found.about}`);
				assert.ok(
					found.least <= found.about && found.least > 0.6 * apart,
					`${found.least} of ${apart} at ${soc}`
				);
			}
	});

	test('the same millivolts are much where the curve is flat and little where it is steep', () => {
		const r = bench('life', 3.25);
		const flat = chargeApart(r, { ...seen(r, 0.6, 0), cellV: [3.35, 3.4, 3.35] })!;
		const steep = chargeApart(r, seen(r, 0.97, 0.02))!;
		assert.ok(steep.about > 0.01 && steep.about < 0.04, `${steep.about}`);
		assert.ok(flat.about > 0.15, `50 mV on the flat are ${flat.about} of its charge`);
	});

	test('what current adds is taken for the same in all: twice of it changes nothing but where they stand', () => {
		const r = bench('lipo', 3.7);
		const one = seen(r, 0.6, 0.05);
		const two = { ...one, cellV: one.cellV.map((v) => v + 0.02) };
		assert.ok(Math.abs(chargeApart(r, two)!.about / chargeApart(r, one)!.about - 1) < 0.25);
	});

	test('no page, no share; level cells are nothing apart', () => {
		const r = bench('lipo', 3.7);
		assert.equal(chargeApart(r, { ...seen(r, 0.5, 0), cellV: [] }), null);
		assert.equal(chargeApart(r, { ...seen(r, 0.5, 0), cellV: [3.9] }), null);
		assert.ok(chargeApart(r, seen(r, 0.5, 0))!.about < 1e-9);
	});
});
