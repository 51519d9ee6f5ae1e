import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { readStockDraft, stockDraftOf } from './stock-draft';
import { InventorySchema } from '$core/charger/inventory-schema';

const STOCK = InventorySchema.parse({
	leads: [{ id: 'l1', name: 'Long lead', connectorId: 'block-medium', awg: 14, lengthM: 0.5, currentA: 30 }],
	adapters: [{ id: 'a1', fromId: 'block-medium', toId: 'block-large', currentA: 35 }],
	boards: [{ id: 'b1', name: 'Board', cells: 6, count: 2 }]
});

describe('the bench stock as it is typed', () => {
	test('what is shown reads back as what was stored', () => {
		const read = readStockDraft(stockDraftOf(STOCK));
		assert.ok(read.ok, JSON.stringify(read));
		assert.deepEqual(read.input, STOCK);
	});

	test('a figure that is none, is out of range or should be whole is said at its own field', () => {
		const draft = stockDraftOf(STOCK);
		draft.leads[0].currentA = 'plenty';
		draft.leads[0].awg = '2';
		draft.boards[0].count = '1.5';
		const read = readStockDraft(draft);
		assert.ok(!read.ok);
		assert.deepEqual(Object.keys(read.errors).sort(), ['boards.0.count', 'leads.0.awg', 'leads.0.currentA']);
		assert.match(read.errors['leads.0.awg'], /Gauge/);
	});

	test('a decimal comma is a decimal', () => {
		const draft = stockDraftOf(STOCK);
		draft.leads[0].lengthM = '0,35';
		const read = readStockDraft(draft);
		assert.ok(read.ok);
		assert.equal(read.input.leads[0].lengthM, 0.35);
	});
});
