/** The follower's own manners: what it waits for when the application is closed, where it looks. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { Workshop } from '../../../../../tests/support/workshop';

describe('following runs', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());

	test('the application closes after the look that goes on, not in the middle of it', async () => {
		const run = await shop.started(await shop.pack(), await shop.charger());
		const told: string[] = [];
		let letGo = () => {};
		const asked = new Promise<void>((resolve) => {
			const status = shop.link.status;
			shop.link.status = async (at) => {
				shop.link.status = status;
				resolve();
				await new Promise<void>((go) => (letGo = go));
				told.push('answered');
				return status(at);
			};
		});
		const look = shop.follower.look(run.id).then((how) => told.push(how));
		await asked;
		const stopped = shop.follower.stop().then(() => told.push('stopped'));
		// Long enough for a stop that waits for nothing.
		await new Promise((resolve) => setTimeout(resolve, 30));
		assert.equal(told.length, 0);
		letGo();
		await Promise.all([look, stopped]);
		assert.deepEqual(told.filter((t) => t !== 'followed').slice(0, 2), ['answered', 'stopped']);
		assert.ok(told.includes('followed'));
	});

	test('a run that the book does not know, or knows on another channel, is not picked up', async () => {
		const { id: chargerId, channels } = await shop.charger({ name: 'Elsewhere' });
		const known = await shop.started(await shop.pack({ name: 'There' }), await shop.charger());
		const status = shop.link.status;
		for (const runId of ['nobody', known.id]) {
			const there = await status({ chargerId: known.chargerId, channelId: known.channelId });
			shop.link.status = async () => ({ ...there, runId });
			assert.equal(await shop.follower.pickUp({ chargerId, channelId: channels[0].id }, 'stand-in'), false);
		}
		shop.link.status = status;
	});

	test('channels on which nothing is known to run are looked at again and again', async () => {
		const idle = await shop.charger({ name: 'Idle' });
		let [asked, inAll] = [0, 0];
		const status = shop.link.status;
		shop.link.status = (at) => {
			inAll++;
			if (at.chargerId === idle.id) asked++;
			return status(at);
		};
		const follower = shop.aFollower();
		follower.start(2);
		for (let k = 0; k < 200 && asked < 3; k++) await new Promise((resolve) => setTimeout(resolve, 10));
		await follower.stop();
		assert.ok(asked >= 3, `asked ${asked} times`);
		const until = inAll;
		await new Promise((resolve) => setTimeout(resolve, 50));
		assert.equal(inAll, until, 'once it has stopped nothing is asked');
	});
});
