/**
 * The shelf and the bench through the real interface, from empty: bad input, questions, tap
 * volts, undo.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { openBrowser, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

describe('from an empty shelf', () => {
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	const get = async <T>(path: string) => (await (await fetch(`${app.base}/api/v1${path}`)).json()) as T;

	before(async () => {
		app = await startApp();
		browser = await openBrowser();
		person = new Person(browser.driver, app.base);
	});
	after(async () => {
		await browser?.close();
		await app?.close();
	});

	test('Today says how to begin, and the next action begins it', async () => {
		await person.goTo('/');
		await person.sees('The shelf is empty');
		await person.driver.actions().sendKeys('.').perform();
		await person.waitForPath(/^\/chargers\/new$/);
	});

	test('a charger is described from its specification; what is wrong is said at its field', async () => {
		await person.fill('Name', 'Bench one');
		await person.fill('Power, W', '8O');
		await person.fill('Current to', '8');
		await person.press('button', 'Put on the bench');
		await person.sees('Power must be a number, not "8O"');
		assert.deepEqual(await get('/chargers'), []);
		await person.fill('Power, W', '80');
		await person.press('button', 'channel like the last');
		assert.equal(
			(await browser.driver.findElements(By.xpath('//main//form/fieldset[legend[contains(., "Channel")]]')))
				.length,
			2
		);
		await person.press('button', 'New supply');
		await person.fill('Supply', 'Shed');
		await person.fill('Volts, V', '13.8');
		await person.fill('Power, W', '80');
		await person.press('button', 'Save supply');
		await person.driver.wait(async () => (await get<unknown[]>('/supplies')).length === 1, 8000);
		await person.press('button', 'Put on the bench');
		await person.waitForPath(/^\/chargers\/[0-9a-f-]+$/);
		const [charger] =
			await get<{ name: string; channels: { label: string; powerW: number }[]; supplyId: string }[]>(
				'/chargers'
			);
		assert.deepEqual(
			charger.channels.map((c) => [c.label, c.powerW]),
			[
				['1', 80],
				['2', 80]
			]
		);
		assert.ok(charger.supplyId);
	});

	test('a held value is written down, refused out of range, and undone', async () => {
		await person.press('button', 'change');
		const field = await person.find('input[aria-label="Safety timer in min"]');
		await person.driver.executeScript('arguments[0].select()', field);
		await field.sendKeys('9000', '\uE007');
		await person.sees('Safety timer must be at most 720 min');
		await person.driver.executeScript('arguments[0].select()', field);
		await field.sendKeys('200', '\uE007');
		await person.sees('200 min');
		await person.undo();
		await person.driver.wait(async () => {
			const [c] = await get<{ held: { kind: string; heldValue: number }[] }[]>('/chargers');
			return c.held.find((h) => h.kind === 'safetyTimerMin')!.heldValue === 120;
		}, 8000);
	});

	test('a pack: a slip is asked about, a decimal comma understood, and then it is on the shelf', async () => {
		await person.goTo('/packs/new');
		await person.fill('Name', 'Lifeboat');
		await person.fill('Cells in series', '3');
		await person.fill('Capacity', '1,4');
		await person.sees('Was 1400 mAh meant?');
		await person.press('button', 'Yes, 1400');
		await person.press('button', 'Add to the shelf');
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		const [{ pack }] = await get<{ pack: { name: string; capacityAh: number } }[]>('/packs');
		assert.equal(pack.capacityAh, 1.4);
	});

	test('tap volts become cell volts; a tap that no cell can explain is refused', async () => {
		await person.sees('Never measured here');
		await person.press('label', 'taps from the bottom');
		const type = async (values: string[]) => {
			for (const [i, v] of values.entries()) await person.fill(`Tap ${i + 1}`, v);
			await person.press('button', 'Save reading');
		};
		await type(['3.80', '7.61', '7.20']);
		await person.sees(/From tap 2 to 3 is -0.41 V: no cell is/);
		await type(['3.80', '7.61', '11.40']);
		await person.sees('3.80 3.81 3.79');
		const [{ reading, readiness }] =
			await get<{ reading: { cellVoltagesV: number[] }; readiness: { state: string } }[]>('/packs');
		assert.deepEqual(reading.cellVoltagesV, [3.8, 3.81, 3.79]);
		assert.equal(readiness.state, 'storage');
	});

	test('a deleted pack is gone from the shelf and one press brings it back', async () => {
		await person.press('button', 'Delete');
		await person.waitForPath(/^\/packs$/);
		await person.sees('No pack yet');
		await person.undo();
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		assert.equal((await get<unknown[]>('/packs')).length, 1);
	});

	test('Program asks for a pack and chooses the channel, and the address of nothing says so', async () => {
		await person.goTo('/program');
		await person.press('a', 'Lifeboat');
		await person.sees(/standard, 1C/);
		await person.sees(/no rate on the label/i);
		await person.goTo('/packs/nobody');
		await person.sees('There is no such pack');
		await person.press('a', 'Back to Today');
		await person.waitForPath(/^\/$/);
	});

	test('the theme stays, and the workshop’s air is kept', async () => {
		await browser.driver.findElement(By.xpath('//nav//button[text()="Night"]')).click();
		await person.goTo('/');
		assert.equal(
			await browser.driver.executeScript('return document.documentElement.dataset.theme'),
			'night'
		);
		await (await person.find('[aria-label="Air temperature down"]')).click();
		await person.driver.wait(
			async () => (await get<{ ambientDegC: number }>('/preferences')).ambientDegC === 19,
			8000
		);
	});
});
