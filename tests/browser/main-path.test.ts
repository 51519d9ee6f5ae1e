/**
 * The whole path through the real interface: pack, channel, program, checks, run, a crash in
 * between, logbook.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { openBrowser, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

interface RunAnswer {
	run: {
		id: string;
		status: string;
		endReason: string | null;
		chargeAh: number;
		expectedAh: number;
		overridden: { rule: string; reason: string }[];
	};
}

describe('from a pack to the logbook', () => {
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	const api = async <T>(path: string, method = 'GET', body?: unknown): Promise<T> => {
		const response = await fetch(`${app.base}/api/v1${path}`, {
			method,
			headers: { 'content-type': 'application/json' },
			body: body === undefined ? undefined : JSON.stringify(body)
		});
		return (await response.json()) as T;
	};

	before(async () => {
		app = await startApp({ demo: true, speed: 60 });
		browser = await openBrowser();
		person = new Person(browser.driver, app.base);
	});
	after(async () => {
		await browser?.close();
		await app?.close();
	});

	test('Today lists what waits for a person', async () => {
		await person.goTo('/');
		await person.sees('Waiting for you');
		await person.sees('Cormorant ferry');
		await person.sees(/Full for 21 days/);
	});

	test('a pack is found with the keyboard and its program is one action away', async () => {
		await person.findAnything('balance cormorant');
		await person.waitForPath(/^\/program$/);
		await person.follow('which channel?', /\/program\/channels$/);
		await person.press('a', 'Pier Two, channel B');
		await person.waitForPath(/^\/program$/);
		await person.sees('Forecast');
	});

	test('Program says what decided, and moves when a setting is moved', async () => {
		await person.sees('standard, 1C');
		await person.sees(/holds its capacity limit at 3000 mAh/);
		const current = await person.find('[data-setting="currentA"] input');
		assert.equal(await current.getAttribute('value'), '4.8');
		await (await person.find('[aria-label="Current down"]')).click();
		await person.driver.wait(async () => (await current.getAttribute('value')) === '4.7', 5000);
		await person.sees('Yours; computed is');
	});

	test('a bad end voltage is a Stop with a fix, a decimal comma is understood, undo takes it back', async () => {
		const end = await person.find('[data-setting="endVoltageV"] input');
		await person.driver.executeScript('arguments[0].select()', end);
		await end.sendKeys('4,15', '\uE007');
		await person.driver.wait(async () => (await end.getAttribute('value')) === '4.15', 5000);
		await person.driver.executeScript('arguments[0].select()', end);
		await end.sendKeys('4.26', '\uE007');
		await person.sees(/End of charge 4.26 V\/cell is above 4.20 V/);
		assert.equal(await (await person.withText('button', 'Check and connect')).isEnabled(), false);
		await person.press('button', 'Set 4.20 V');
		await person.driver.wait(
			async () => (await (await person.withText('button', 'Check and connect')).isEnabled()) === true,
			5000
		);
		await person.press('button', 'Undo');
		await person.press('button', 'Undo');
		await person.press('button', 'Undo');
		assert.equal(await end.getAttribute('value'), '4.20');
	});

	test('the key-in card asks in the charger’s order', async () => {
		await person.press('button', 'Key-in card');
		await person.waitForPath(/\/card$/);
		await person.sees('First, in the charger’s own settings');
		await person.sees('Balance charge on Pier Two, channel B');
		const order = await browser.driver.findElements(By.css('.card ol li'));
		assert.ok(order.length >= 5);
		await person.press('a', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
	});

	test('nothing starts before everything is seen, decided and counted', async () => {
		const start = await person.withText('button', 'Start charging');
		assert.equal(await start.isEnabled(), false);
		await person.tickAll();
		assert.equal(await start.isEnabled(), false);
		await person.press('button', 'Connect and read the cells');
		await person.sees(/Reads\s+4S/);
		assert.equal(await start.isEnabled(), false);
		for (const field of await browser.driver.findElements(By.css('li[data-rule] input.field')))
			await field.sendKeys('looked at it, all right today');
		await person.driver.wait(async () => start.isEnabled(), 5000);
		await start.click();
		await person.waitForPath(/^\/run\/[0-9a-f-]+$/);
	});

	test('the run is watched live, survives a crash of the application without a gap, and ends in the logbook', async () => {
		const id = (await person.path()).split('/')[2];
		await person.sees(/constant (current|power)/);
		await person.driver.wait(async () => /\d+\.\d\d\s*A/.test(await person.text('main')), 10_000);
		await app.kill();
		await person.sees('The application does not answer');
		// The charger goes on for a minute of its own.
		await new Promise((r) => setTimeout(r, 1000));
		await app.start();
		await api('/stand-in/speed', 'PUT', { speed: 600 });
		await person.driver.wait(
			async () => (await api<RunAnswer>(`/runs/${id}`)).run.status === 'ended',
			60_000
		);
		const { run } = await api<RunAnswer>(`/runs/${id}`);
		assert.equal(run.endReason, 'full');
		assert.ok(Math.abs(run.chargeAh / run.expectedAh - 1) < 0.1);
		assert.ok(run.overridden.every((o) => o.reason.startsWith('looked at it')));
		assert.ok(!run.overridden.some((o) => o.rule === 'held-value-would-cut'), 'the link sets it');
		const { timeS } = await api<{ timeS: number[] }>(`/runs/${id}/telemetry?most=100000`);
		timeS
			.slice(1, -1)
			.forEach((t, k) => assert.ok(Math.abs(t - timeS[k] - 1) < 1e-3, `a gap after ${timeS[k]} s`));
		await person.goTo(`/logbook/${id}`);
		await person.sees(/full · Full at 4.20 V per cell/);
		await person.sees('looked at it, all right today');
	});

	test('a swollen pack gets reasons instead of settings, whatever the address says', async () => {
		const packs = await api<{ pack: { id: string; name: string } }[]>('/packs');
		const chargers = await api<{ name: string; channels: { id: string }[] }[]>('/chargers');
		const puffin = packs.find((p) => p.pack.name === 'Puffin spare')!.pack.id;
		const channel = chargers.find((c) => c.name === 'Pier Two')!.channels[0].id;
		await person.goTo(`/program?pack=${puffin}&channel=${channel}`);
		await person.sees('No program for this pack');
		await person.sees('is marked swollen: do not charge it');
		assert.equal((await browser.driver.findElements(By.css('[data-setting]'))).length, 0);
		assert.equal(await (await person.withText('button', 'Check and connect')).isEnabled(), false);
	});

	test('a charge keyed in by hand is closed with what the screen showed', async () => {
		const packs = await api<{ pack: { id: string; name: string } }[]>('/packs');
		const chargers = await api<{ name: string; channels: { id: string }[] }[]>('/chargers');
		const skua = packs.find((p) => p.pack.name === 'Skua cutter')!.pack.id;
		const channel = chargers.find((c) => c.name === 'Basin Four')!.channels[0].id;
		await person.goTo(`/program?pack=${skua}&channel=${channel}`);
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await person.tickAll();
		for (const field of await browser.driver.findElements(By.css('li[data-rule] input.field')))
			await field.sendKeys('keyed it in');
		const read = await person.find('[data-cells-read] input');
		await read.sendKeys('4');
		await person.sees('It reads 4S and the pack is 3S');
		await read.clear();
		await read.sendKeys('3');
		await person.press('button', 'It is charging now');
		await person.waitForPath(/^\/run\/[0-9a-f-]+$/);
		// Followed by what is read off its screen: any one number is taken for what it must be, and
		// judged at once.
		await person.sees('Its screen should read now');
		await person.sees(/pack\s+1[01]\.\d\d\s*V/);
		const look = async (typed: string, taken: RegExp) => {
			await person.fill('What does it read?', typed);
			await person.sees(taken);
			await person.press('button', 'Judge it');
		};
		const shows = await (await person.find('[data-shows="packV"] dd.num')).getText();
		await look(String(parseFloat(shows)), /taken as\s+pack, 1[01]\.\d\d V/);
		await person.sees(/on track/i);
		await look('17.6', /taken as\s+pack, 17\.60 V/);
		await person.sees('17.60 V is above the end of this program, 12.60 V: stop at the charger');
		await (await person.find('[aria-label="Remove 17.60 V"]')).click();
		await person.driver.wait(
			async () => !(await person.text('main')).includes('Stop now'),
			8000,
			'a look that was typed wrong is taken away'
		);
		await person.fill('Minutes', '-5');
		await person.fill('Put in', '1900');
		await person.press('button', 'Close the run');
		await person.sees('Minutes must be at least 0 min');
		await person.fill('Minutes', '58');
		await person.sees('the end will not be believed as it stands');
		await person.press('label', 'It had begun before it was noted here');
		await person.fill('Cells at the end, in one line', '4.20 4,20 4200');
		await person.fill('Resistances, in one line', '6.1 6,4 7');
		await person.fill('What its screen said', 'FULL');
		await browser.driver.executeScript(`
			window.tones = 0;
			const start = OscillatorNode.prototype.start;
			OscillatorNode.prototype.start = function (...at) { window.tones++; return start.apply(this, at); };`);
		await person.press('button', 'Close the run');
		await person.waitForTheEnd();
		await person.sees('The cells ended level');
		const readings = await api<{ cellResistancesOhm: number[] | null }[]>(`/packs/${skua}/readings`);
		assert.deepEqual(readings[0].cellResistancesOhm, [0.0061, 0.0064, 0.007]);
		// Nothing has happened to the pack since: what comes next is one press away.
		assert.match(
			await person.text('[data-next-thing]'),
			/Ready for use\. If it is not used by .*, bring it to storage: full for 5 d at most, by the usual practice\./
		);
		assert.match(
			(await (await person.find('[data-next-thing] a')).getAttribute('href')) ?? '',
			/\/program\?pack=.*&task=storage$/
		);
		// What is done and may still be connected calls, is heard, and calls no more once it is answered.
		const called = await person.find('[aria-label="Called to a run"]');
		assert.match(
			await called.getText(),
			/Skua cutter on Basin Four, channel 1 has ended: full\. If it is still connected, unplug it: balance lead first, at the pack\./
		);
		assert.ok((await browser.driver.executeScript<number>('return window.tones')) >= 4, 'it sounded');
		await browser.driver.wait(async () => (await browser.driver.getTitle()).startsWith('▲ '), 5000);
		await (await called.findElement(By.xpath('.//button[contains(., "It is unplugged")]'))).click();
		await browser.driver.wait(
			async () =>
				!(await browser.driver.executeScript<string>('return document.body.innerText')).includes(
					'Skua cutter on Basin Four, channel 1 has ended'
				),
			8000,
			'an answer ends it'
		);
	});
});
