import assert from 'node:assert/strict';
import { test } from 'node:test';
import { boardFor, boardsFor, leadFor, leadOhm, wireOhmPerM } from './inventory';
import { InventorySchema } from './inventory-schema';

test('copper of 12, 14, 16 and 20 AWG has 5.21, 8.29, 13.2 and 33.3 mΩ per metre (AWG definition, copper at 20 °C)', () => {
	for (const [awg, milliohms] of [
		[12, 5.21],
		[14, 8.29],
		[16, 13.2],
		[20, 33.3]
	])
		assert.ok(Math.abs(1000 * wireOhmPerM(awg) - milliohms) < 0.005 * milliohms, `${awg} AWG`);
	assert.ok(Math.abs(leadOhm({ awg: 12, lengthM: 0.5 }) - 0.00521) < 3e-5, 'a loop is twice its length');
});

const stock = InventorySchema.parse({
	leads: [
		{ id: 'thin', name: 'Thin', connectorId: 'block-medium', awg: 18, lengthM: 0.4, currentA: 8 },
		{ id: 'thick', name: 'Thick', connectorId: 'block-medium', awg: 12, lengthM: 0.4, currentA: 30 }
	],
	adapters: [{ id: 'a', fromId: 'block-large', toId: 'block-medium', currentA: 20 }],
	boards: [
		{ id: 'six', name: 'Six', cells: 6, count: 2 },
		{ id: 'four', name: 'Four', cells: 4, count: 1 }
	]
});

test('the lead that carries most is taken; through an adapter the weaker of the two counts', () => {
	assert.equal(leadFor(stock, { connectorId: 'block-medium' })!.currentA, 30);
	const adapted = leadFor(stock, { connectorId: 'block-large' })!;
	assert.deepEqual([adapted.currentA, adapted.name], [20, 'Thick with an adapter']);
	assert.equal(leadFor(stock, { connectorId: 'signal-2' }), null);
	assert.equal(leadFor(stock, { connectorId: null }), null);
});

test('boards count that take the pack', () => {
	assert.deepEqual([boardsFor(stock, 3), boardsFor(stock, 5), boardsFor(stock, 8)], [3, 2, 0]);
});

test('the board for so many packs of so many cells is the one that carries most; none where none takes them', () => {
	const board = (id: string, places: number, cells: number, currentA: number) =>
		({ id, name: id, places, cells, currentA, fused: 'no' }) as const;
	const parallelBoards = [board('small', 4, 6, 20), board('large', 6, 6, 30), board('low', 8, 3, 60)];
	const id = (packs: number, cells: number) => boardFor({ parallelBoards }, packs, cells)?.id ?? null;
	assert.equal(id(4, 6), 'large');
	assert.equal(id(6, 6), 'large');
	assert.equal(id(7, 6), null);
	assert.equal(id(8, 3), 'low');
	assert.equal(id(9, 3), null);
	assert.equal(id(2, 7), null);
});
