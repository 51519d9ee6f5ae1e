/** Which channel is offered: one that is busy says until when, as its run expects. */
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { now, ok, Workshop } from '../../../../../tests/support/workshop';
import { channelOffers } from './channel-offers';

let shop: Workshop;
before(async () => (shop = await Workshop.open()));
after(() => shop.close());

test('a busy channel is free when its run expects to end, a free one now; of a run that expects nothing nobody knows', async () => {
	const [one, other] = [await shop.charger({ name: 'Busy' }), await shop.charger({ name: 'Free' })];
	const run = await shop.byHand(await shop.pack({ name: 'First' }), one);
	const pack = await shop.pack({ name: 'Second' });
	const offers = async () => {
		const found = ok(
			await channelOffers(shop.db, { packId: pack.id, task: 'charge', purpose: 'standard' }, now())
		);
		const until = (id: string) => found.find((o) => o.chargerId === id)!.busyUntil;
		return { busy: until(one.id), free: until(other.id) };
	};
	assert.ok(run.expectedMin! > 5);
	const { busy, free } = await offers();
	assert.equal(free, null);
	assert.equal(Date.parse(busy!), Math.floor(Date.parse(run.startedAt) + run.expectedMin! * 60e3));
	await shop.db.write(async ({ models }) =>
		models.Run.update({ expectedMin: null }, { where: { id: run.id } })
	);
	assert.equal(Date.parse((await offers()).busy!), Date.parse(run.startedAt));
});
