/** The follower's own manners: what it waits for when the application is closed. */
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
});
