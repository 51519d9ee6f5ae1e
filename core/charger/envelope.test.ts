import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { aCharger, aContext, aPack, aSupply } from '../../tests/support/bench-chargers';
import { resolve } from '../request/context';
import { envelope, limitsAt } from './envelope';
import { showHeld } from './setting';
import { supplyPowerW } from './supply';
import { ChargerInputSchema, ChargerSchema } from './charger-schema';

const input = (change: Parameters<typeof aContext>[0] = {}) => resolve(aContext(change)).envelope;

test('at each voltage the least limit binds and keeps its name: amps below the corner, watts above it', () => {
	const pack = aPack({ cells: 6, capacityAh: 30, connectorId: null });
	const e = input({ pack, charger: aCharger({}, { powerW: 240, maxCurrentA: 12 }), purpose: 'hurry' });
	assert.equal(limitsAt(e, 18)[0].id, 'channel current');
	assert.equal(limitsAt(e, 25.2)[0].id, 'channel power');
	assert.ok(Math.abs(limitsAt(e, 25.2)[0].currentA - 240 / 25.2) < 1e-12);
	const points = envelope(e, 18, 25.2);
	assert.equal(points[0].binding, 'channel current');
	assert.equal(points.at(-1)!.binding, 'channel power');
});

test('property: the envelope never rises with voltage and never exceeds any limit', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 10, max: 600 }),
			fc.integer({ min: 5, max: 300 }),
			fc.integer({ min: 1, max: 6 }),
			(powerW, tenthsA, cells) => {
				const pack = aPack({ cells, capacityAh: 20, connectorId: null });
				const e = input({
					pack,
					charger: aCharger({}, { powerW, maxCurrentA: tenthsA / 10 }),
					purpose: 'hurry'
				});
				const points = envelope(e, 3 * cells, 4.2 * cells);
				points.forEach((p, k) => {
					assert.ok(p.currentA * p.packV <= powerW + 1e-9);
					if (k) assert.ok(p.currentA <= points[k - 1].currentA + 1e-12);
				});
			}
		)
	);
});

test('a supply gives (input − own draw) × efficiency, less what the other channels put out', () => {
	const supply = aSupply({ name: 'Supply', voltageV: 24, currentA: 5 });
	assert.equal(supplyPowerW(supply), 120);
	const charger = aCharger({ efficiency: 0.8, overheadW: 10, inputMinV: 10, inputMaxV: 28 });
	const limit = limitsAt(input({ supply, charger, othersOutputW: 40 }), 12.6).find(
		(l) => l.id === 'supply power'
	)!;
	assert.ok(Math.abs(limit.currentA - ((120 - 10) * 0.8 - 40) / 12.6) < 1e-12);
});

test('a charger whose figures contradict each other is refused at the field', () => {
	const plain = { name: 'X', inputMinV: 11, inputMaxV: 18 };
	const { id: _id, ...channel } = aCharger().channels[0];
	const refusedAt = (change: object, channelChange: object = {}) => {
		const parsed = ChargerInputSchema.safeParse({
			...plain,
			channels: [{ ...channel, ...channelChange }],
			...change
		});
		return parsed.success ? '' : parsed.error.issues[0].path.join('.');
	};
	assert.equal(refusedAt({}), '');
	assert.equal(refusedAt({ inputMinV: 20 }), 'inputMinV');
	assert.equal(refusedAt({}, { currentStepA: 13 / 1.05 }), 'channels.0.currentStepA');
	assert.equal(refusedAt({}, { minCurrentA: 13 }), 'channels.0.minCurrentA');
	assert.equal(
		refusedAt({}, { chemistries: [{ chemistry: 'lipo', minCells: 4, maxCells: 2 }] }),
		'channels.0.chemistries.0.minCells'
	);
	assert.equal(
		refusedAt({}, { chemistries: [{ chemistry: 'moonstone', minCells: 1, maxCells: 2 }] }),
		'channels.0.chemistries.0.chemistry'
	);
	assert.equal(refusedAt({ channels: [] }), 'channels');
	assert.ok(ChargerSchema.safeParse(aCharger()).success);
	const equal = {
		minCurrentA: 2,
		maxCurrentA: 2,
		currentStepA: 2,
		deltaVMinV: 0.01,
		deltaVMaxV: 0.01,
		deltaVStepV: 0.001
	};
	assert.ok(
		ChargerSchema.safeParse(aCharger({ inputMinV: 12, inputMaxV: 12 }, equal)).success,
		'equal is in order'
	);
	const withId = (length: number) => ({ ...aCharger(), id: 'i'.repeat(length) });
	assert.ok(ChargerSchema.safeParse(withId(64)).success);
	assert.ok(!ChargerSchema.safeParse(withId(65)).success);
	assert.ok(!ChargerSchema.safeParse(withId(0)).success);
});

test('held values are shown in the unit of the trade', () => {
	assert.equal(showHeld('capacityLimitAh', 3), '3000 mAh');
	assert.equal(showHeld('rateCapC', 2), '2C');
	assert.equal(showHeld('safetyTimerMin', null), 'off');
});
