/** What is typed into the forms becomes what core checks, or a message at the field. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { aCharger, aPack } from '../../../../tests/support/bench-chargers';
import { askAboutCharger, chargerDraftOf, readChargerDraft } from './charger-draft';
import { readStockDraft, stockDraftOf } from './stock-draft';
import { askAboutDraft, packDraftOf, readPackDraft, type PackDraft } from '../pack/pack-draft';
import { InventorySchema } from '$core/charger/inventory-schema';

describe('a pack being typed', () => {
	const typed = (change: Partial<PackDraft> = {}): PackDraft => ({
		...packDraftOf(null),
		name: 'New',
		cells: '3',
		capacityAh: '2600',
		...change
	});
	const errorsOf = (change: Partial<PackDraft>) => {
		const read = readPackDraft(typed(change));
		return read.ok ? {} : read.errors;
	};

	test('units are turned: mAh to Ah, empty to not known', () => {
		const read = readPackDraft(typed({ labelChargeRateC: '', measuredCapacityAh: '2450' }));
		assert.ok(read.ok);
		assert.equal(read.input.capacityAh, 2.6);
		assert.equal(read.input.measuredCapacityAh, 2.45);
		assert.equal(read.input.labelChargeRateC, null);
		assert.equal(read.input.parallel, 1);
	});

	test('a pack read into a draft and back is the same pack', () => {
		const { id: _id, ...fields } = aPack({
			labelVoltageV: 11.1,
			labelChargeRateC: 1.5,
			firstUsedOn: '2025-03-01',
			usedIn: 'Tug',
			notes: 'n'
		});
		const read = readPackDraft(packDraftOf({ id: 'x', ...fields }));
		assert.ok(read.ok);
		assert.deepEqual(read.input, fields);
	});

	test('each wrong field has its own sentence', () => {
		assert.match(errorsOf({ capacityAh: '2,6' }).capacityAh, /must be at least 10 mAh; 2.6 mAh/);
		assert.match(errorsOf({ capacityAh: '0' }).capacityAh, /at least 10 mAh/);
		assert.match(errorsOf({ capacityAh: '' }).capacityAh, /is missing/);
		assert.match(errorsOf({ cells: '3S' }).cells, /must be a number/);
		assert.match(errorsOf({ cells: '2.5' }).cells, /whole number/);
		assert.match(errorsOf({ cells: '40' }).cells, /at most 24/);
		assert.match(errorsOf({ cells: '20' }).cells, /1S to 14S/);
		assert.match(errorsOf({ name: '' }).name, /needs a name/);
		assert.match(errorsOf({ labelChargeRateC: '-1' }).labelChargeRateC, /at least 0.05 C/);
		assert.match(errorsOf({ firstUsedOn: 'yesterday' }).firstUsedOn, /date/i);
		assert.deepEqual(Object.keys(errorsOf({ cells: 'x', capacityAh: 'y' })).sort(), ['capacityAh', 'cells']);
	});

	test('1.4 typed for 1400 mAh is asked about, not corrected', () => {
		assert.equal(askAboutDraft(typed({ capacityAh: '1.4' }))?.meant, 1400);
		assert.equal(askAboutDraft(typed({ capacityAh: '1400' })), null);
		assert.equal(askAboutDraft(typed({ capacityAh: 'none' })), null);
	});

	test('property: nothing that is typed makes it throw', () => {
		fc.assert(
			fc.property(fc.string(), fc.string(), fc.string(), fc.string(), (a, b, c, d) => {
				const read = readPackDraft(typed({ cells: a, capacityAh: b, labelChargeRateC: c, firstUsedOn: d }));
				assert.ok(read.ok || Object.values(read.errors).every((m) => m.length > 3));
			})
		);
	});
});

describe('a charger being typed', () => {
	const twoChannels = () => {
		const one = aCharger();
		return aCharger({
			channels: [one.channels[0], { ...one.channels[0], label: 'B' }].map(({ ...c }) => c),
			held: [{ ...one.held[0], scope: 'channel', channelId: 'ch2' }, one.held[1]]
		});
	};

	test('a charger read into a draft and back is the same charger, its channel settings still on their channel', () => {
		const charger = twoChannels();
		const read = readChargerDraft(chargerDraftOf(charger));
		assert.ok(read.ok, read.ok ? '' : JSON.stringify(read.errors));
		const { id: _id, channels, held, ...whole } = charger;
		const { channels: readChannels, held: readHeld, ...readWhole } = read.input;
		assert.deepEqual(readWhole, whole);
		assert.deepEqual(
			readChannels,
			channels.map(({ id: _channel, ...c }) => c)
		);
		assert.equal(readHeld[0].channelId, '#1');
		assert.deepEqual(readHeld[1], held[1]);
	});

	test('a new charger asks only for what no charger has in common: name, watts, amps', () => {
		const read = readChargerDraft(chargerDraftOf(null));
		assert.ok(!read.ok);
		assert.deepEqual(Object.keys(read.errors).sort(), ['channels.0.maxCurrentA', 'channels.0.powerW']);
		const draft = chargerDraftOf(null);
		Object.assign(draft, { name: 'Bench' });
		Object.assign(draft.channels[0], { powerW: '50', maxCurrentA: '5' });
		const full = readChargerDraft(draft);
		assert.ok(full.ok);
		assert.equal(full.input.channels[0].voltageAccuracyV, 0.02);
		assert.equal(full.input.held[1].heldValue, 5);
	});

	test('each wrong field has its own sentence, by its path', () => {
		const draft = chargerDraftOf(null);
		Object.assign(draft, { name: 'Bench', efficiency: '120', inputMinV: '18', inputMaxV: '11' });
		Object.assign(draft.channels[0], { powerW: '5O', maxCurrentA: '5', currentStepA: '0,1x' });
		draft.held[0].max = 'never';
		const read = readChargerDraft(draft);
		assert.ok(!read.ok);
		assert.match(read.errors['channels.0.powerW'], /must be a number, not "5O"/);
		assert.match(read.errors['channels.0.currentStepA'], /must be a number, not "0,1x"/);
		assert.match(read.errors.efficiency, /at most 100 %/);
		assert.match(read.errors['held.0.max'], /must be a number/);
		Object.assign(draft, { efficiency: '80' });
		Object.assign(draft.channels[0], { powerW: '50', currentStepA: '6' });
		draft.held[0].max = '999';
		const second = readChargerDraft(draft);
		assert.ok(!second.ok);
		assert.match(second.errors['channels.0.currentStepA'], /larger than the greatest current/);
	});

	test('watts or amps that look like slips are asked about', () => {
		const draft = chargerDraftOf(null);
		Object.assign(draft.channels[0], { powerW: '5000', maxCurrentA: '450' });
		const questions = askAboutCharger(draft);
		assert.equal(questions.length, 2);
		assert.match(questions[1], /Was 4\.5 A meant|Was 45 A meant|Was 0\.45 A meant/);
	});
});

describe('the bench stock being typed', () => {
	const stock = InventorySchema.parse({
		leads: [{ id: 'l', name: 'Lead', connectorId: 'block-medium', awg: 14, lengthM: 0.4, currentA: 20 }],
		boards: [{ id: 'b', name: 'Board', cells: 6, count: 2 }]
	});

	test('read into a draft and back it is the same stock', () => {
		const read = readStockDraft(stockDraftOf(stock));
		assert.ok(read.ok);
		assert.deepEqual(read.input, stock);
	});

	test('each wrong figure has its own sentence, by its place', () => {
		const draft = stockDraftOf(stock);
		draft.leads[0].awg = '14.5';
		draft.leads[0].lengthM = '0,4 m';
		draft.boards[0].cells = '99';
		const read = readStockDraft(draft);
		assert.ok(!read.ok);
		assert.match(read.errors['leads.0.awg'], /whole number/);
		assert.match(read.errors['leads.0.lengthM'], /must be a number, not "0,4 m"/);
		assert.match(read.errors['boards.0.cells'], /at most 14/);
		draft.leads[0] = { ...draft.leads[0], awg: '14', lengthM: '0.4', name: ' ' };
		draft.boards[0].cells = '6';
		const nameless = readStockDraft(draft);
		assert.ok(!nameless.ok);
		assert.match(nameless.errors['leads.0.name'], /needs a name/);
	});
});
