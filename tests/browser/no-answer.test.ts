/**
 * A charger that does not answer, seen by the person in front of it: what is said, and the ways
 * out.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { DemoBench } from './demo-bench';

interface Book {
	run: { status: string; endReason: string | null };
}

describe('a charger that does not answer', () => {
	let bench: DemoBench;
	before(async () => void (bench = await DemoBench.open(60)));
	after(async () => {
		bench?.resumeCharger();
		await bench?.close();
	});

	test('told to start and silent: that is said, nothing else starts there, and once it answers the run goes on', async () => {
		const { person } = bench;
		await bench.program('Gannet lifeboat, main', 'Pier Two');
		await bench.check('charging');
		bench.pauseCharger();
		await person.press('button', 'Start charging');
		await person.waitForPath(/^\/run\/[0-9a-f-]{36}$/);
		const id = (await person.path()).split('/')[2];
		await person.sees(/was told to start at \d\d:\d\d and has not answered\. It may or may not be charging/);
		assert.equal((await bench.api<Book>(`/runs/${id}`)).run.status, 'starting');
		await person.goTo('/');
		await person.sees('told to start, no answer yet: look at the charger');
		const gannet = bench.packId('Gannet lifeboat, main');
		const refused = await bench.api<{ error: { message: string } }>(`/packs/${gannet}`, 'DELETE');
		assert.match(refused.error.message, /is in a run/);
		await person.goTo(`/run/${id}`);
		bench.resumeCharger();
		await person.sees('constant current');
		assert.equal((await bench.api<Book>(`/runs/${id}`)).run.status, 'running');
	});

	test('silent in the middle of a run: the last values stay, the run can be closed, and is taken up again when it is found', async () => {
		const { person } = bench;
		const id = (await person.path()).split('/')[2];
		bench.pauseCharger();
		await person.sees(
			'The charger does not answer. These are the last values; it may go on charging: look at it.'
		);
		await person.press('button', 'It stays away');
		await person.sees('Is it off, or the pack unplugged?');
		await person.press('button', 'Close the run');
		await person.waitForTheEnd();
		await person.sees('link lost');
		const notes = await (await person.find('main textarea')).getAttribute('value');
		assert.match(notes ?? '', /Closed while the charger did not answer/);
		bench.resumeCharger();
		await person.driver.wait(
			async () => (await bench.api<Book>(`/runs/${id}`)).run.status === 'running',
			20_000,
			'it was never taken up again'
		);
		await person.goTo(`/run/${id}`);
		await person.press('button', 'Stop');
		await person.waitForTheEnd();
		assert.equal((await bench.api<Book>(`/runs/${id}`)).run.endReason, 'stopped');
	});
});
