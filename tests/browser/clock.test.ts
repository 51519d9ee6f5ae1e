/**
 * A book that is ahead of this machine's clock: it says so in every place, what is read now is read
 * now, and one press settles it.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { openDatabase } from '../../src/lib/server/db/connect';
import { demoFile } from '../support/demo-file';
import { openBrowser, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

const HOUR = 3600e3;

interface Shelf {
	pack: { id: string; name: string };
	reading: { takenAt: string } | null;
}

describe('the clock was set back', () => {
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	before(async () => {
		app = await startApp({
			prepare: async (file) => {
				await demoFile(file);
				// What was written last before the clock was set back by three hours.
				const db = await openDatabase(file);
				const at = new Date(Date.now() + 3 * HOUR).toISOString();
				await db.write((tx) => tx.models.Event.create({ at, kind: 'run ended', subject: 'x', detail: {} }));
				await db.close();
			}
		});
		browser = await openBrowser({ width: 1280, height: 800 });
		person = new Person(browser.driver, app.base);
	});
	after(async () => {
		await browser?.close();
		await app?.close();
	});
	const shelf = async () => (await (await fetch(`${app.base}/api/v1/packs`)).json()) as Shelf[];
	const reading = async (id: string) => (await shelf()).find((p) => p.pack.id === id)!.reading!.takenAt;

	test('it is said, what is read goes by the book’s time, and is dated back when it is settled', async () => {
		const [{ pack }] = await shelf();
		await person.goTo('/packs');
		await person.sees('This machine’s clock was set back by 3 h');
		const now = await person.driver.executeScript<string>(
			`return fetch('/api/v1/packs/${pack.id}/readings', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ takenAt: new Date(Date.now() + ${3 * HOUR}).toISOString(), packVoltageV: 11.4 }) }).then(async (r) => r.status + ' ' + (await r.text()))`
		);
		assert.match(now, /^201/, now);
		assert.ok(Date.parse(await reading(pack.id)) > Date.now() + 2.9 * HOUR);
		await browser.driver.findElement(By.css('[data-clock] button')).click();
		await person.sees('The book follows this machine’s clock again');
		await browser.driver.wait(
			async () => (await browser.driver.findElements(By.css('[data-clock]'))).length === 0,
			10_000
		);
		assert.ok(Math.abs(Date.parse(await reading(pack.id)) - Date.now()) < 120e3);
	});
});
