/**
 * A drill through the real interface: looks taken, a decision, what was hidden, progress; at the
 * desk and on a phone.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { solve } from '../../core/program/solve';
import { programBench } from '../../drill/programs';
import { openBrowser, PHONE, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

describe('drill', () => {
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	before(async () => {
		app = await startApp({ demo: true });
		browser = await openBrowser();
		person = new Person(browser.driver, app.base);
	});
	after(async () => {
		await browser?.close();
		await app?.close();
	});

	test('grade one, the first: looked at, decided rightly, laid beside what whoever knows would do, and kept', async () => {
		await person.goTo('/drill');
		await person.sees('not played');
		await person.follow('Begin', /^\/drill\/1\/0$/);
		await person.sees('No pack is seen');
		await person.press('button', 'A glance: is the pack swollen');
		await person.sees('sound, nothing smells');
		await person.press('button', 'Unplug and plug again, fully home');
		await person.sees('cured');
		await person.sees(/2 looks, 42 s/);
		await person.press('button', 'Commit');
		await person.sees('Say what it is.');
		await person.choose(
			'input[aria-label="What is it?"]',
			'The main plug is not fully home, or the lead is open'
		);
		await person.press('label', 'nothing flows');
		await person.press('button', 'Commit');
		await person.sees('Right');
		await person.sees('Whoever knows');
		await person.goTo('/drill');
		await person.sees('1 of 1 right');
	});

	test('a decision that would have burned is said so', async () => {
		await person.goTo('/drill/1/2');
		await person.sees('It counts other cells than are set');
		await person.choose('input[aria-label="What is it?"]', 'A setting left over from another pack');
		await person.press('label', 'it may go on');
		await person.press('button', 'Commit');
		await person.sees('Not so, and it burns');
		await person.sees('A dead or shorted cell');
		await person.goTo('/drill');
		await person.sees('1 let go on that burns');
	});

	test('a program set up by hand: silent until it is committed, then judged and laid beside what would be set', async () => {
		await person.goTo('/drill/program/1/3');
		await person.sees('nothing is checked before you commit');
		await person.press('button', 'Commit');
		await person.sees('Key it in.');
		const bench = programBench(1, 3);
		const own = solve(bench.context);
		const { currentA, cells, endVoltageV, safetyTimerMin, capacityLimitAh } = own.solved;
		await person.fill('Cells', String(cells));
		await person.fill('Current', currentA.toFixed(1));
		await person.fill('End of charge', (endVoltageV + 0.1).toFixed(2));
		await person.fill('Safety timer', String(safetyTimerMin));
		await person.fill('Capacity limit', String(Math.round(1000 * capacityLimitAh!)));
		await person.press('label', 'balance on');
		await person.press('button', 'Commit');
		await person.sees('It would have been stopped');
		await person.sees('■ Stop');
		await person.sees(endVoltageV.toFixed(2));
		await person.follow('The next one', /^\/drill\/program\/1\/4$/);
		await person.press('button', 'It must not be charged');
		await person.sees('Safe, and it could have been charged');
		await person.goTo('/drill');
		await person.says('[data-kind="programs"]', /0 of 2 right\s+1 would have been stopped/);
	});

	test('on a phone nothing is wider than the page', async () => {
		const phone = await openBrowser(PHONE);
		try {
			const touch = new Person(phone.driver, app.base);
			for (const path of ['/drill', '/drill/2/2', '/drill/3/0', '/drill/program/2/1']) {
				await touch.goTo(path);
				const wide = await phone.driver.executeScript<number>(
					'return document.documentElement.scrollWidth - innerWidth'
				);
				assert.ok(wide <= 0, `${path}: ${wide} px`);
			}
		} finally {
			await phone.close();
		}
	});
});
