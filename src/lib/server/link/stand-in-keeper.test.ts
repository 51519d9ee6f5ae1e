/** The simulated charger is there when the application needs it: started, and started again. */
import assert from 'node:assert/strict';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, test } from 'node:test';
import pino from 'pino';
import { aFolder } from '../../../../tests/support/database';
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

test('where no charger is linked to it nobody asks whether it is there', async () => {
	const port = await freePort();
	const shop = await Workshop.open();
	const link = new StandInLink(port);
	let asked = 0;
	link.hello = async () => {
		asked++;
		throw new Error('nobody was to be asked');
	};
	const keeper = new StandInKeeper(shop.db, link, pino({ level: 'silent' }));
	keeper.start(5);
	await new Promise((r) => setTimeout(r, 200));
	keeper.stop();
	assert.equal(asked, 0);
	link.close();
	await shop.close();
});

test('one that was just started is given time to listen; where somebody else starts it nothing is done', async () => {
	const port = await freePort();
	process.env.STAND_IN_PORT = String(port);
	const { dir, remove } = aFolder('keeper-starts');
	const file = join(dir, 'started');
	const shop = await Workshop.open();
	await shop.charger();
	const link = new StandInLink(port);
	const errors: unknown[] = [];
	const log = pino({ level: 'error' }, { write: (line: string) => void errors.push(line) });
	const hello = link.hello.bind(link);
	let looked = 0;
	link.hello = () => (looked++, hello());
	const written = () => (existsSync(file) ? readFileSync(file, 'utf8') : '');
	/** What has been started once it was looked after ten times more, from what it wrote on. */
	const afterLooks = async (wrote: boolean) => {
		const keeper = new StandInKeeper(shop.db, link, log);
		keeper.start(10);
		const wait = () => new Promise((r) => setTimeout(r, 10));
		for (let k = 0; k < 1000 && wrote && written() === ''; k++) await wait();
		const from = looked;
		for (let k = 0; k < 1000 && looked < from + 10; k++) await wait();
		keeper.stop();
		assert.ok(looked >= from + 10, `looked ${looked - from} times`);
		return written();
	};
	assert.equal(await afterLooks(false), '');
	process.env.STAND_IN_COMMAND = JSON.stringify([
		'node',
		'-e',
		`require('fs').appendFileSync(${JSON.stringify(file)}, 'once ')`
	]);
	assert.equal(await afterLooks(true), 'once ');
	assert.deepEqual(errors, []);
	link.close();
	await shop.close();
	remove();
});
