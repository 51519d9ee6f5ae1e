/** The simulated charger is there when the application needs it: started, and started again. */
import assert from 'node:assert/strict';
import { afterEach, test } from 'node:test';
import pino from 'pino';
import { Workshop } from '../../../../tests/support/workshop';
import { StandInKeeper } from './stand-in-keeper';
import { StandInLink } from './stand-in-link';
import { freePort } from '../../../../tests/support/free-port';

const before = { ...process.env };
afterEach(() => {
	delete process.env.STAND_IN_COMMAND;
	process.env.STAND_IN_PORT = before.STAND_IN_PORT;
	if (before.STAND_IN_PORT === undefined) delete process.env.STAND_IN_PORT;
});

const answers = async (link: StandInLink, within: number): Promise<boolean> => {
	for (const until = Date.now() + within; Date.now() < until; await new Promise((r) => setTimeout(r, 100)))
		if (
			await link.hello().then(
				() => true,
				() => false
			)
		)
			return true;
	return false;
};

test('it is started where a charger is linked to it, and by nobody where none is', async () => {
	const port = await freePort();
	process.env.STAND_IN_PORT = String(port);
	process.env.STAND_IN_ALONE_MS = '1000';
	process.env.STAND_IN_COMMAND = JSON.stringify(['node', '--import', 'tsx', 'stand-in/main.ts']);
	const shop = await Workshop.open();
	const [watching, link] = [new StandInLink(port), new StandInLink(port)];
	const keeper = new StandInKeeper(shop.db, link, pino({ level: 'silent' }));
	keeper.start();
	assert.equal(await answers(watching, 1500), false, 'nobody is linked');
	await shop.charger();
	assert.equal(await answers(watching, 15_000), true);
	keeper.stop();
	watching.close();
	link.close();
	await shop.close();
	delete process.env.STAND_IN_ALONE_MS;
	// Left alone and idle, what was started leaves by itself.
});
