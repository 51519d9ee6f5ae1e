/**
 * The end of a run as a person reads it off the screen: what it leaves in the pack's book, and
 * what does not go together.
 */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import type { Run } from '../../../../../core/log/run';
import { eventsOf } from '../house/events';
import { lastReading } from '../packs/packs';
import { endByHand } from './by-hand';

describe('an end that is written down', () => {
	let shop: Workshop;
	let run: Run;
	beforeEach(async () => {
		shop = await Workshop.open();
		run = await shop.byHand(await shop.pack(), await shop.charger());
	});
	afterEach(() => shop.close());
	const end = (change: Record<string, unknown> = {}) =>
		endByHand(
			shop.db,
			run.id,
			{ endReason: 'full', begunEarlier: true, durationMin: 50, chargeAh: 1.2, ...change },
			now()
		);
	const reading = () => lastReading(shop.db, run.packId, now());

	test('cells and resistances become a reading of the pack as it was left', async () => {
		const ended = ok(
			await end({ endCellVoltagesV: [4.2, 4.19, 4.2], endCellResistancesOhm: [0.006, 0.007, 0.0065] })
		);
		assert.deepEqual(
			[ended.status, ended.endReason, ended.durationS, ended.chargeAh],
			['ended', 'full', 3000, 1.2]
		);
		const left = (await reading())!;
		assert.deepEqual(left.cellVoltagesV, [4.2, 4.19, 4.2]);
		assert.deepEqual(left.cellResistancesOhm, [0.006, 0.007, 0.0065]);
		assert.equal(left.state, 'just used');
		const told = (await eventsOf(shop.db, run.id)).filter((e) => e.kind === 'run ended');
		assert.deepEqual(
			told.map((e) => e.detail),
			[{ reason: 'full' }],
			'it is in the record, once'
		);
		ok(await end({ endCellVoltagesV: [4.2, 4.19, 4.2] }));
		refused(await end({ chargeAh: 1.3 }), 409, /closed already, with other figures/);
	});

	test('as many as there are cells, and never resistances alone', async () => {
		refused(await end({ endCellVoltagesV: [4.2, 4.19] }), 422, /Give 3 voltages/);
		refused(
			await end({ endCellVoltagesV: [4.2, 4.2, 4.2], endCellResistancesOhm: [0.006] }),
			422,
			/Give 3 resistances/
		);
		refused(await end({ endCellResistancesOhm: [0.006, 0.007, 0.0065] }), 422, /give both, or neither/);
		refused(
			await end({ endCellVoltagesV: [4.2, 4.2, 4.2], endCellResistancesOhm: [0.006, 0.007, 5] }),
			422,
			/Resistance/
		);
		const before = await reading();
		ok(await end());
		assert.deepEqual(await reading(), before, 'no cell was read, and no reading is made of it');
	});
});
