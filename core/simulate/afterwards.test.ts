/** What goes on after the end: a trickle against its closed form. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPackModel } from '../../tests/support/pack-models';
import { chemistryOf } from '../chemistry/catalogue';
import { curveFromAnchors } from '../chemistry/curve';
import { afterwards } from './afterwards';
import type { SimulatedState } from './pack-simulation';

const rested = (soc: number, degC = 20): SimulatedState => ({
	soc: Float64Array.of(soc),
	relaxV: Float64Array.of(0),
	temperatureDegC: degC
});

test('a trickle puts in its current times the hours; a cell that stores all of it keeps all of it', () => {
	const model = aPackModel({
		curve: curveFromAnchors([
			[0, 1.2],
			[3, 1.5]
		]),
		capacityAh: [2],
		startSoc: [0.5],
		seriesOhm: [0.01]
	});
	const day = afterwards(model, rested(0.5), { kind: 'trickle', currentA: 0.05 }, 24);
	assert.ok(Math.abs(day.chargeAh - 1.2) < 1e-6);
	assert.ok(Math.abs(day.storedShare - 1) < 1e-6);
	assert.ok(Math.abs(day.packV - (1.2 + 0.1 * (0.5 + 0.6) + 0.05 * 0.01)) < 1e-3);
});

test('a full nickel cell turns its trickle to heat: ΔT = I·V·τ / C', () => {
	const nimh = chemistryOf('nimh');
	const { heatCapacityJPerKAh, coolingS, seriesOhmAh, relaxOhmAh } = nimh.defaults;
	const currentA = 0.05;
	const model = aPackModel(
		{
			curve: nimh.curve,
			capacityAh: [2],
			startSoc: [1],
			seriesOhm: [seriesOhmAh / 2],
			relaxOhm: [relaxOhmAh / 2]
		},
		{
			heatCapacityJPerK: heatCapacityJPerKAh * 2,
			coolingS,
			startDegC: 20,
			ambientDegC: 20,
			acceptance: nimh.acceptance
		}
	);
	const days = afterwards(model, rested(1.02), { kind: 'trickle', currentA }, 48);
	const expectedK = (currentA * days.packV * (1 - days.storedShare) * coolingS) / (heatCapacityJPerKAh * 2);
	assert.ok(days.storedShare < 0.15, `${days.storedShare} stored`);
	assert.ok(Math.abs(days.warmerK / expectedK - 1) < 0.1, `${days.warmerK} K, expected ${expectedK} K`);
});

test('a float takes less and less, and an empty cell is given no more than the charger may', () => {
	const lead = chemistryOf('lead');
	const model = aPackModel(
		{ curve: lead.curve, capacityAh: [7], startSoc: [0.9], seriesOhm: [0.007] },
		{ acceptance: lead.acceptance }
	);
	const float = { kind: 'float', voltageV: 2.27, mostA: 1.4, gassingA: 0.007 } as const;
	const [first, later] = [0.1, 8].map((h) => afterwards(model, rested(0.5, 25), float, h));
	assert.ok(first.currentA <= 1.407 + 1e-9 && first.currentA > 0.5);
	assert.ok(later.currentA >= 0.007, 'it goes on taking what it gasses');
	assert.ok(later.currentA < 0.3 * first.currentA, `${later.currentA} A after 8 h`);
});
