/** The same instrument by thumb, on a phone: found, chosen, typed, ticked and kept at 390×844. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By, type WebElement } from 'selenium-webdriver';
import { PHONE } from '../support/browser';
import { DemoBench } from './demo-bench';
import { startApp } from '../support/server';
import { Person } from './page';

/**
 * Seconds that practised people take, from memory of Card, Moran and Newell, "The keystroke-level
 * model for user performance time" (1980): a key 0.28, pointing 1.1, a hand moved 0.4, a thought
 * before each unit of the work 1.35.
 */
const KEY_S = 0.28;
const POINT_S = 1.1;
const HAND_S = 0.4;
const THINK_S = 1.35;

describe('by thumb', () => {
	let bench: DemoBench;
	let person: Person;
	const main = <T>(script: string) => person.driver.executeScript<T>(script);
	const value = async (setting: string) =>
		(await person.find(`[data-setting="${setting}"] input`)).getAttribute('value');
	before(async () => {
		bench = await DemoBench.open(600);
		person = bench.person;
		await bench.browser.resize(PHONE);
	});
	after(() => bench?.close());
	const within = async (what: string) =>
		assert.ok(
			(await main<number>('return document.documentElement.scrollWidth - innerWidth')) <= 0,
			`${what} is wider than the phone`
		);

	test('every place is at most two presses away, and anything is found', async () => {
		await person.goTo('/');
		await (await person.find('nav .thumb button')).click();
		const line = await person.find('input[aria-label="Find anything"]');
		for (const place of ['Chargers', 'Logbook', 'Drill'])
			await person.says('[role="listbox"]', new RegExp(place));
		await line.sendKeys('storage skua');
		await person.driver.wait(
			() =>
				main<boolean>(`return /Skua/.test(document.querySelector('[data-command-item]')?.innerText ?? '')`),
			10_000
		);
		await (await person.find('[data-command-item]')).click();
		await person.waitForPath(/^\/program$/);
		const asked = new URL(await person.driver.getCurrentUrl()).searchParams;
		assert.deepEqual([asked.get('pack'), asked.get('task')], [bench.packId('Skua cutter'), 'storage']);
	});

	test('the curve stands there at once and the band grows around it', async () => {
		await bench.program('Cormorant ferry', 'Basin Four');
		assert.ok(
			await main<boolean>(`return !!document.querySelector('.plot path.curve, .apexcharts-canvas')`),
			'a curve'
		);
		await person.sees('band: 90 of 100 of 1000 simulated packs');
		await within('Program');
	});

	test('which channel: the ranked list, and one is taken from it', async () => {
		await person.goTo(`/packs/${bench.packId('Cormorant ferry')}`);
		await person.follow('Program', /\/program$/);
		await person.follow('which channel?', /\/program\/channels$/);
		await within('the list of channels');
		const rows = await person.driver.findElements(By.css('[data-offer]'));
		assert.equal(rows.length, 7);
		const link = await rows[1].findElement(By.css('a'));
		const to = new URL((await link.getAttribute('href'))!).searchParams.get('channel');
		await main(`document.querySelectorAll('[data-offer]')[1].scrollIntoView({ block: 'center' })`);
		await link.click();
		await person.waitForPath(/^\/program$/);
		assert.equal(new URL(await person.driver.getCurrentUrl()).searchParams.get('channel'), to);
	});

	test('an edit survives a reload; a half-filled form asks before it is left', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		const own = await value('currentA');
		await person.press('button[contains(@aria-label, "Current down")]', '');
		await person.driver.wait(async () => (await value('currentA')) !== own, 5000);
		const typed = await value('currentA');
		await person.driver.navigate().refresh();
		await person.ready();
		await person.driver.wait(async () => (await value('currentA')) === typed, 10_000, 'it is there again');
		await person.press('button', 'Start anew');
		await person.goTo('/packs/new');
		await person.fill('Name', 'Half a pack');
		await main(`document.querySelector('nav a[href="/run"]').click()`);
		const dialog = await person.find('[role="alertdialog"]');
		await dialog.findElement(By.xpath('.//button[normalize-space(.)="Stay"]')).click();
		assert.equal(await person.path(), '/packs/new');
		await main(`document.querySelector('nav a[href="/run"]').click()`);
		const again = await person.find('[role="alertdialog"]');
		await again.findElement(By.xpath('.//button[normalize-space(.)="Leave"]')).click();
		await person.waitForPath(/^\/run$/);
	});

	test('what the charger holds is ticked on the card, with room for a thumb', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		await person.press('button', 'Key-in card');
		await person.waitForPath(/\/card$/);
		await within('the card');
		const box = await person.find('[data-key-first] [role="checkbox"]');
		await main(
			`document.querySelector('[data-key-first] [role="checkbox"]').scrollIntoView({ block: 'center' })`
		);
		await box.click();
		await person.sees(/keyed; it was at/);
		// Beside and above the box itself the press counts too.
		const missed = await main<string[]>(
			`const box = document.querySelector('[data-key-first] [role="checkbox"]');
			const { left, right, top, bottom } = box.getBoundingClientRect();
			const at = [[left - 12, top - 12], [right + 12, bottom + 12], [left - 12, bottom + 12], [right + 3, top - 12]];
			return at.filter(([x, y]) => {
				const met = document.elementFromPoint(x, y);
				return met?.closest('[role="checkbox"]') !== box && met?.closest('label')?.htmlFor !== box.id;
			}).map(([x, y]) => document.elementFromPoint(x, y)?.outerHTML.slice(0, 200));`
		);
		assert.deepEqual(missed, [], 'a thumb meets the box within 44 px');
	});

	test('a run: its cells and its mAh beside the forecast, while Stop stays under the thumb', async () => {
		await bench.api('/stand-in/speed', 'PUT', { speed: 60 });
		await bench.program('Gannet lifeboat, main', 'Pier Two', '', 1);
		await bench.checkAndStart('charging');
		await person.press('button', 'cells and mAh');
		await person.driver.wait(
			() =>
				main<boolean>(
					`return /mAh after \\d+ minutes/.test(document.querySelector('[aria-label="Course"] [role="img"]')?.getAttribute('aria-label') ?? '')`
				),
			10_000
		);
		// Four cells and the charge, as measured and as expected.
		await person.driver.wait(
			() => main<boolean>(`return document.querySelectorAll('[aria-label="Course"] path.curve').length >= 7`),
			20_000
		);
		await within('Run');
		await person.press('button', 'Stop');
		await person.waitForPath(/^\/logbook\/[0-9a-f-]{36}$/);
		await within('the logbook entry');
	});

	test('keyed by hand, all of it by touch: from the program over a look that lies to an end that is not what it says, and a call that is heard', async () => {
		const cdp = person.driver as unknown as {
			sendDevToolsCommand(command: string, o: object): Promise<void>;
		};
		await cdp.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 1 });
		/** A finger on the middle of it, which must have room for one. */
		const tapOn = async (element: WebElement) => {
			await person.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
			const { x, y, width, height } = await element.getRect();
			assert.ok(height >= 40 || width >= 40, `${await element.getText()}: ${width} × ${height}`);
			const [left, top] = await main<[number, number]>('return [scrollX, scrollY]');
			const at = { x: x - left + width / 2, y: y - top + height / 2 };
			await cdp.sendDevToolsCommand('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at] });
			await cdp.sendDevToolsCommand('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
		};
		const tap = async (tag: string, words: string) => {
			await person.withText(tag, words);
			// What stands twice, for a wide window and for a narrow one, is touched where it is seen.
			const path = `//main//${tag}[contains(normalize-space(.), "${words}")]`;
			for (const element of await person.driver.findElements(By.xpath(path)))
				if (await element.isDisplayed()) {
					await person.driver.wait(() => element.isEnabled(), 8000, `${words} stays shut`);
					return tapOn(element);
				}
			assert.fail(`${words} is not to be seen`);
		};
		try {
			await bench.api('/preferences', 'PATCH', { presenceMin: 0 });
			await person.goTo(
				`/program?pack=${bench.packId('Skua cutter')}&channel=${bench.channelId('Basin Four')}`
			);
			await tap('button', 'Check and connect');
			await person.waitForPath(/^\/run\/start\//);
			for (const box of await person.driver.findElements(By.css('main [role="checkbox"]')))
				if ((await box.getAttribute('aria-checked')) === 'false') {
					const row = await box.findElement(By.xpath('./ancestor::label | ./ancestor::li'));
					await tapOn(row);
				}
			for (const field of await person.driver.findElements(By.css('li[data-rule] input.field')))
				await field.sendKeys('keyed it in');
			await (await person.find('[data-cells-read] input')).sendKeys('3');
			await within('the check');
			await tap('button', 'It is charging now');
			await person.waitForPath(/^\/run\/[0-9a-f-]{36}$/);
			await person.sees('Its screen should read now');
			await within('the run that is followed by hand');
			await person.fill('What does it read?', '17.6');
			await tap('button', 'Judge it');
			await person.sees('17.60 V is above the end of this program');
			await tapOn(await person.find('[aria-label="Remove 17.60 V"]'));
			await person.driver.wait(async () => !(await person.text('main')).includes('Stop now'), 8000);
			await main(`
				window.tones = 0;
				const start = OscillatorNode.prototype.start;
				OscillatorNode.prototype.start = function (...at) { window.tones++; return start.apply(this, at); };`);
			// Full, it says, after four minutes and next to nothing.
			await person.fill('Minutes', '4');
			await person.fill('Put in', '90');
			await person.fill('What its screen said', 'FULL');
			await tap('button', 'Close the run');
			await person.waitForTheEnd();
			await person.sees(/not what it says|doubtful/i);
			await within('the end');
			const called = await person.says(
				'[aria-label="Called to a run"]',
				/Skua cutter on Basin Four, channel 1 has ended/
			);
			await person.driver.wait(() => main<boolean>('return window.tones >= 4'), 8000, 'it did not sound');
			await tapOn(await called.findElement(By.xpath('.//button[contains(., "It is unplugged")]')));
			await person.driver.wait(
				async () => !(await main<string>('return document.body.innerText')).includes('channel 1 has ended'),
				8000,
				'an answer ends it'
			);
		} finally {
			await cdp.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: false });
		}
	});

	test('a new charger and a new pack to a proved program: at most 15 inputs, and 90 s for a practised person', async () => {
		const app = await startApp({});
		after(() => app.close());
		const person = new Person(bench.browser.driver, app.base);
		let [inputs, seconds] = [0, 0];
		const press = async (tag: string, text: string) => {
			inputs++;
			seconds += THINK_S + POINT_S + KEY_S;
			await person.press(tag, text);
		};
		const type = async (how: () => Promise<void>, typed: string) => {
			inputs++;
			seconds += THINK_S + POINT_S + HAND_S + KEY_S * typed.length;
			await how();
		};
		await person.goTo('/chargers/new');
		await press('button', 'Four channels on one supply');
		await type(() => person.fill('Name', 'Slip One'), 'Slip One');
		await press('button', 'Put on the bench');
		await person.waitForPath(/^\/chargers\/[0-9a-f-]+$/);
		await press('a', 'Add a pack');
		await person.waitForPath(/^\/packs\/new$/);
		const label = 'Fulmar tender LiPo 4S 3300 3C 14,8V';
		await type(async () => (await person.find('#label-line')).sendKeys(label), label);
		await type(async () => (await person.find('#label-line')).sendKeys('\uE007'), '\n');
		await press('button', 'Add to the shelf');
		await person.waitForPath(/^\/packs\/[0-9a-f-]{36}$/);
		const cells = '3,72 3.73 3724 3.72';
		await type(() => person.fill('Cell 1, V', cells), cells);
		await press('button', 'Save reading');
		await person.sees(/3\.72 3\.73 3\.72 3\.72/);
		await press('a', 'Program');
		await person.waitForPath(/^\/program$/);
		await person.sees(/ends \d\d:\d\d/);
		const verdict = await person.text('[aria-label="Verdict"]');
		assert.match(verdict, /Clear|Check|Stop/, verdict);
		console.log(
			`a first proved program: ${inputs} inputs, ${Math.round(seconds)} s by the keystroke-level model`
		);
		assert.ok(inputs <= 15, `${inputs} inputs`);
		assert.ok(seconds <= 90, `${seconds} s`);
	});
});
