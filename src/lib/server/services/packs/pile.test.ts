/**
 * Piles of one kind on a real database: which kinds there are, who is busy, when a channel is
 * free.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { kindOf } from '$core/parallel/pile';
import { now, Workshop } from '../../../../../tests/support/workshop';
import { kindsOf, pileOf, placesOf } from './pile';

describe('a pile', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());

	test('kinds of which there are two and more, the most first; what is never joined is none', async () => {
		for (const [name, cells] of [
			['A', 3],
			['B', 3],
			['C', 2],
			['D', 2],
			['E', 2],
			['F', 4]
		] as const)
			await shop.pack({ name, cells });
		for (const name of ['N1', 'N2', 'N3', 'N4'])
			await shop.pack({ name, chemistry: 'nimh', cells: 6, balanceLead: false });
		assert.deepEqual(
			(await kindsOf(shop.db)).map(({ name, packs }) => [name, packs]),
			[
				['LiPo 2S', 3],
				['LiPo 3S', 2]
			]
		);
	});

	test('who is in a run is busy, and its channel is free when that is likely over', async () => {
		const charger = await shop.charger();
		const pack = await shop.pack({ name: 'Busy', cells: 3 });
		const free = await placesOf(shop.db, pack, now());
		assert.ok(free.places.length > 0 && free.places.every((p) => p.freeInMin === 0));
		const run = await shop.byHand(pack, charger);
		const pile = await pileOf(shop.db, kindOf(pack), now());
		assert.deepEqual(
			pile.filter((m) => m.busy).map((m) => m.pack.name),
			['Busy']
		);
		assert.deepEqual(
			pile.map((m) => m.pack.cells),
			[3, 3, 3]
		);
		const at = (min: number) => new Date(Date.parse(run.startedAt) + min * 60e3).toISOString();
		const freeIn = async (min: number) =>
			(await placesOf(shop.db, pack, at(min))).places.find((p) => p.channelId === run.channelId)!.freeInMin;
		const whole = run.expectedMin!;
		assert.ok(whole > 12);
		assert.ok(Math.abs((await freeIn(10)) - (whole - 10)) < 0.01);
		assert.equal(await freeIn(whole + 30), 1, 'over its time: any minute now');
		// One whose end nobody knows holds its channel for as long as it has taken already.
		await shop.db.write(({ models }) => models.Run.update({ expectedMin: null }, { where: { id: run.id } }));
		assert.ok(Math.abs((await freeIn(25)) - 25) < 0.01);
	});
});
