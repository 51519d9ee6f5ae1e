/**
 * One instrument: the first answer at once, anything found, the best channel, nothing that was
 * typed lost.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By, Key } from 'selenium-webdriver';
import { DESK, PHONE } from '../support/browser';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

describe('one instrument', () => {
	let bench: DemoBench;
	let person: Person;
	const main = <T>(script: string) => person.driver.executeScript<T>(script);
	const value = async (setting: string) =>
		(await person.find(`[data-setting="${setting}"] input`)).getAttribute('value');
	const becomes = (what: () => Promise<unknown>, wanted: unknown, why: string) =>
		person.driver.wait(async () => (await what()) === wanted, 10_000, why);
	before(async () => {
		bench = await DemoBench.open(600);
		person = bench.person;
	});
	after(() => bench?.close());

	test('the server draws the curve; the band grows around it', async () => {
		const page = await fetch(
			`${bench.app.base}/program?pack=${bench.packId('Cormorant ferry')}&channel=${bench.channelId('Basin Four')}`
		);
		const html = await page.text();
		const curve = /<path class="curve data act[^"]*" d="(M[^"]+)"/.exec(html)?.[1] ?? '';
		assert.ok(curve.split('L').length > 40, `a curve of ${curve.split('L').length} points`);
		await bench.program('Cormorant ferry', 'Basin Four');
		await person.sees('band: 90 of 100 of 1000 simulated packs');
	});

	test('cancel stops the band and keeps what is there', async () => {
		await bench.program('Cormorant ferry', 'Basin Four', '&task=cycle');
		await person.driver.wait(
			() =>
				main<boolean>(
					`const said = [...document.querySelectorAll('[role="status"]')].find((e) => /band of \\d+ packs/.test(e.innerText));
					said?.querySelector('button').click();
					return !!said || /of 1000 simulated packs/.test(document.body.innerText);`
				),
			20_000
		);
		await person.sees(/band: 90 of 100 of (?!0)\d+ simulated packs/);
		assert.equal((await person.driver.findElements(By.css('[role="progressbar"]'))).length, 0);
	});

	test('anything is found by typing, in whatever order, and Enter goes to the first', async () => {
		await person.goTo('/');
		await person.findAnything('stor heron insp');
		await person.waitForPath(/^\/program$/);
		const asked = new URL(await person.driver.getCurrentUrl()).searchParams;
		assert.equal(asked.get('pack'), bench.packId('Heron inspection launch'));
		assert.equal(asked.get('task'), 'storage');
		assert.ok(asked.get('channel'), 'the best channel is chosen');
		await person.ready();
		await person.findAnything('night');
		await becomes(() => main('return document.documentElement.dataset.theme'), 'night', 'the theme changes');
		await person.findAnything('limits pier');
		await person.waitForPath(new RegExp(`^/chargers/${bench.chargerId('Pier Two')}$`));
		await person.ready();
		await person.findAnything('bench');
		await becomes(() => main('return document.documentElement.dataset.theme'), 'bench', 'and back');
	});

	test('a pack opens on the channel that has it done first; all of them stand ranked, with the reason', async () => {
		await person.goTo(`/packs/${bench.packId('Cormorant ferry')}`);
		await person.follow('Program', /\/program$/);
		const chosen = new URL(await person.driver.getCurrentUrl()).searchParams.get('channel');
		await person.follow('which channel?', /\/program\/channels$/);
		const rows = await person.driver.findElements(By.css('[data-offer]'));
		assert.equal(rows.length, 7);
		const first = await rows[0].getText();
		assert.match(first, /soonest with the least to look at/);
		assert.match(first, /\d\d:\d\d/, 'when it ends by the clock');
		assert.match(await rows[6].getText(), /ends \d+ min later/);
		const link = (await rows[0].findElement(By.css('a')).getAttribute('href')) ?? '';
		assert.equal(new URL(link).searchParams.get('channel'), chosen);
		const ends = await Promise.all(
			rows.map(async (row) => Number(/(\d+) min/.exec(await row.getText())?.[1]))
		);
		assert.ok(ends[0] <= Math.min(...ends), `${ends}`);
	});

	test('a program’s edits survive a reload, another task and return, the card and back; and can be given up', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		const own = await value('currentA');
		await (
			await person.find(
				'[data-setting="currentA"] button[aria-label^="Less"], [data-setting="currentA"] button'
			)
		).click();
		await person.driver.wait(async () => (await value('currentA')) !== own, 5000);
		const typed = await value('currentA');
		await person.driver.navigate().refresh();
		await person.ready();
		await becomes(() => value('currentA'), typed, 'after a reload');
		await person.sees(/As you left it .*, not kept/);
		await person.press('a', 'Storage');
		await person.driver.wait(async () => /task=storage/.test(await person.driver.getCurrentUrl()), 10_000);
		await person.ready();
		await person.press('a', 'Balance charge');
		await person.driver.wait(async () => /task=balance/.test(await person.driver.getCurrentUrl()), 10_000);
		await becomes(() => value('currentA'), typed, 'after another task and return');
		await person.press('button', 'Start anew');
		await becomes(() => value('currentA'), own, 'given up');
	});

	test('a half-filled form asks before it is left, comes back after a reload, and is gone once given up', async () => {
		await person.goTo('/packs/new');
		await person.fill('Name', 'Half a pack');
		await person.driver.navigate().refresh();
		await person.ready();
		await person.sees(/What you typed .* did not save is here again/);
		assert.equal(
			await (await person.find('main form input:not(#label-line)')).getAttribute('value'),
			'Half a pack'
		);
		const leave = async (answer: string) => {
			await person.driver.findElement(By.xpath('//nav//a[contains(., "Logbook")]')).click();
			const dialog = await person.find('[role="alertdialog"]');
			await dialog.findElement(By.xpath(`.//button[normalize-space(.)="${answer}"]`)).click();
		};
		await leave('Stay');
		assert.equal(await person.path(), '/packs/new');
		await leave('Leave');
		await person.waitForPath(/^\/logbook$/);
		await person.goTo('/packs/new');
		assert.equal(await (await person.find('main form input:not(#label-line)')).getAttribute('value'), '');
	});

	test('a window that is behind overwrites nothing: both values are shown, and one is chosen', async () => {
		const id = bench.packId('Survey catamaran');
		const edit = async (elsewhere: string) => {
			await person.goTo(`/packs/${id}/edit`);
			await person.fill('Used in', 'typed here');
			const { id: _id, ...now } = await bench.api<Record<string, unknown>>(`/packs/${id}`);
			await bench.api(`/packs/${id}`, 'PUT', {
				...now,
				usedIn: elsewhere,
				notes: `from ${elsewhere}`
			});
			await person.press('button', 'Save');
			await person.sees('Changed in another window meanwhile');
			const table = await person.text('[role="alert"] table');
			assert.ok(table.includes(`Used in typed here ${elsewhere}`), table);
			assert.ok(table.includes(`from ${elsewhere}`), table);
			assert.equal((await bench.api<{ usedIn: string }>(`/packs/${id}`)).usedIn, elsewhere);
		};
		await edit('changed elsewhere');
		await person.press('button', 'Take what is there');
		await person.press('button', 'Save');
		await person.waitForPath(new RegExp(`^/packs/${id}$`));
		assert.equal((await bench.api<{ usedIn: string }>(`/packs/${id}`)).usedIn, 'changed elsewhere');
		await edit('changed again');
		await person.press('button', 'Save what is here');
		await person.waitForPath(new RegExp(`^/packs/${id}$`));
		assert.equal((await bench.api<{ usedIn: string }>(`/packs/${id}`)).usedIn, 'typed here');
	});

	test('a practice changed in two windows: both choices are shown, and one is taken', async () => {
		const kept = async () =>
			(await bench.api<{ practice: Record<string, unknown> }>('/preferences')).practice;
		const before = await kept();
		const pick = async (choice: string, elsewhere: string) => {
			await person.goTo('/house');
			await bench.api('/preferences', 'PATCH', { practice: { ...before, container: elsewhere } });
			await person.choose('[data-school="purpose"] button', choice);
			await person.sees('Changed in another window meanwhile');
			return person.text('[role="alert"] table');
		};
		const said = await pick('gentle', 'bag');
		assert.match(said, /How hard to charge gentle standard \(usual\)/);
		assert.match(said, /Container .* bag/);
		assert.equal((await kept()).container, 'bag', 'nothing is overwritten before one is chosen');
		await person.press('button', 'Take what is there');
		assert.equal((await kept()).purpose, before.purpose);
		await pick('hurry', 'bricks');
		await person.press('button', 'Save what is here');
		await becomes(async () => (await kept()).purpose, 'hurry', 'what was chosen here is kept');
		assert.equal((await kept()).container, 'bag', 'as it stood in this window');
		await bench.api('/preferences', 'PATCH', { practice: before });
	});

	test('what was done stays listed until the page is left, and is taken back from there', async () => {
		await person.goTo(`/packs/${bench.packId('Cormorant ferry')}`);
		const readings = () =>
			main<number>('return document.querySelectorAll("button[aria-label^=\'Remove the reading\']").length');
		const before = await readings();
		await (await person.find('button[aria-label^="Remove the reading"]')).click();
		await person.sees('Reading removed.');
		// The toast is closed; the list has it all the same.
		await (await person.find('button[aria-label="What can be taken back"]')).click();
		await person.driver.wait(
			async () =>
				(await person.driver.findElements(By.xpath('//li//button[normalize-space(.)="Undo"]'))).length > 0,
			5000
		);
		await person.driver.findElement(By.xpath('//ul/li[contains(., "Reading removed.")]/button')).click();
		await becomes(readings, before, 'the reading is back');
	});

	test('what Packs was asked, and where it was scrolled to, survive Back', async () => {
		await person.goTo('/packs');
		await main('document.querySelector("main").scrollTop = 300');
		// Pressed where it is: nothing is scrolled into view first.
		await main(
			'[...document.querySelectorAll("main tbody a")].find((a) => /Winch tug/.test(a.innerText)).click()'
		);
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		assert.equal(await main('return document.querySelector("main").scrollTop'), 0);
		assert.equal(await main('return document.activeElement.tagName'), 'H1', 'the heading has the focus');
		await person.driver.navigate().back();
		await person.waitForPath(/^\/packs$/);
		await becomes(
			() => main('return document.querySelector("main").scrollTop'),
			300,
			'the place in the list'
		);
		await (await person.find('[data-find]')).sendKeys('tug auk');
		await person.choose('button[aria-label^="Order"]', 'by name');
		await becomes(
			() => main('return document.querySelectorAll("main tbody tr").length'),
			2,
			'both Auk tugs are found'
		);
		await person.press('a', 'Auk tug, port');
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		await person.driver.navigate().back();
		await person.waitForPath(/^\/packs$/);
		await becomes(
			() => main('return document.querySelector("[data-find]").value'),
			'tug auk',
			'what was typed'
		);
	});

	test('an application that is away says so on a page of its own, which goes on by itself once it is back', async () => {
		await person.goTo('/packs');
		await person.driver.wait(() => main<boolean>('return !!navigator.serviceWorker.controller'), 20_000);
		await bench.app.kill();
		await person.driver.get(`${bench.app.base}/logbook`);
		await person.sees('The application does not answer');
		await bench.app.start();
		await person.driver.wait(
			async () => (await person.driver.findElements(By.xpath('//main//h1[text()="Logbook"]'))).length === 1,
			20_000,
			'the page never came by itself'
		);
	});

	test('a label in one line is understood and fills the form; another like it has everything but its name', async () => {
		await person.goTo('/packs/new');
		const line = await person.find('#label-line');
		await line.sendKeys('Heron two LiPo 4S 3300 45C 3C 14,8V');
		await person.sees(/45C what it gives, not what it takes/);
		await line.sendKeys('\uE007');
		await person.sees(/full 16\.80 V\s+1C is 3\.3 A\s+48\.8 Wh\s+the printed volts agree/);
		await person.press('button', 'Add to the shelf');
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		const id = (await person.path()).split('/').at(-1)!;
		const pack = await bench.api<Record<string, unknown>>(`/packs/${id}`);
		assert.deepEqual(
			[pack.name, pack.chemistry, pack.cells, pack.capacityAh, pack.labelChargeRateC, pack.labelVoltageV],
			['Heron two', 'lipo', 4, 3.3, 3, 14.8]
		);
		// Four cells in one line, as they are read off: comma, point and millivolts.
		await person.fill('Cell 1, V', '3,82 3.83 3791 3.80');
		await person.press('button', 'Save reading');
		await person.sees(/3\.82 3\.83 3\.79 3\.80/);
		await person.follow('Another like it', /\/packs\/new$/);
		assert.equal(await (await person.find('main form input:not(#label-line)')).getAttribute('value'), '');
		await person.fill('Name', 'Heron three');
		await person.press('button', 'Add to the shelf');
		await person.waitForPath(/^\/packs\/[0-9a-f-]+$/);
		const like = await bench.api<Record<string, unknown>>(
			`/packs/${(await person.path()).split('/').at(-1)}`
		);
		assert.deepEqual([like.name, like.cells, like.capacityAh], ['Heron three', 4, 3.3]);
	});

	test('a new charger begins as a kind and is asked for its name alone', async () => {
		await person.goTo('/chargers/new');
		await person.press('button', 'Four channels on one supply');
		await person.fill('Name', 'Pontoon');
		await person.press('button', 'Put on the bench');
		await person.waitForPath(/^\/chargers\/[0-9a-f-]+$/);
		const made = await bench.api<{ channels: { powerW: number; portBuiltIn: boolean }[] }>(
			`/chargers/${(await person.path()).split('/').at(-1)}`
		);
		assert.deepEqual(
			made.channels.map((c) => [c.powerW, c.portBuiltIn]),
			[80, 80, 80, 80].map((w) => [w, true])
		);
	});

	test('a held value is ticked on the card once keyed, is believed then, and is asked back after the run', async () => {
		const limit = async () => {
			type Held = { held: { kind: string; heldValue: number | null; channelId: string | null }[] };
			const { held } = await bench.api<Held>(`/chargers/${bench.chargerId('Pier Two')}`);
			return held.find((h) => h.kind === 'temperatureLimitDegC')!.heldValue;
		};
		const before = await limit();
		await bench.program('Skua cutter', 'Pier Two');
		await person.press('button', 'Key-in card');
		await person.waitForPath(/\/card$/);
		const line = '//*[@data-key-first]//li[contains(., "Pack temperature")]';
		await person.driver.findElement(By.xpath(`${line}//button[@role="checkbox"]`)).click();
		await person.sees(/keyed; it was at/);
		const keyed = await limit();
		assert.notEqual(keyed, before);
		await person.driver.navigate().refresh();
		await person.ready();
		const box = () => person.driver.findElement(By.xpath(`${line}//button[@role="checkbox"]`));
		assert.equal(await (await box()).getAttribute('aria-checked'), 'true', 'it stays on the card, ticked');
		/** The page may be drawn anew between finding and pressing. */
		const press = () =>
			person.driver.wait(async () => {
				try {
					await (await box()).click();
					return true;
				} catch {
					return false;
				}
			}, 15000);
		await press();
		await person.driver.wait(
			async () => (await limit()) === before,
			15000,
			'a slip of the thumb is taken back'
		);
		// Stale while it is drawn anew.
		const ticked = async () => (await box()).getAttribute('aria-checked').catch(() => null);
		await person.driver.wait(async () => (await ticked()) === 'false', 15000, 'the card never showed it');
		await press();
		await person.driver.wait(async () => (await limit()) === keyed, 15000);
		await person.sees(/keyed; it was at/);
		// Off and on again before the page has heard the first answer: what the box shows is what is on
		// record.
		await person.driver.executeScript(
			`const box = document.querySelector('[data-key-first] [role="checkbox"][aria-checked="true"]'); box.click(); box.click();`
		);
		await person.driver.sleep(1500);
		await person.driver.wait(async () => (await limit()) === keyed, 15000, 'both presses are carried out');
		await person.driver.wait(async () => (await ticked()) === 'true', 15000);
		await person.goTo('/');
		assert.equal((await person.driver.findElements(By.css('[data-put-back]'))).length, 0, 'nothing ran yet');
		await person.driver.navigate().back();
		await person.ready();
		await person.press('a', 'Back to the program');
		await person.waitForPath(/^\/program$/);
		await person.driver.navigate().back();
		await person.waitForPath(/\/card$/);
		await person.press('a', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await bench.lookedAt('charging');
		await person.press('button', 'Start charging');
		await person.waitForTheEnd();
		await person.goTo('/');
		await person.sees('To put back in the charger');
		const waits = '//*[@data-put-back]//li[contains(., "pack temperature")]';
		await person.driver.findElement(By.xpath(`${waits}//button[@role="checkbox"]`)).click();
		await person.driver.wait(async () => (await limit()) === before, 15000);
		await person.driver.wait(
			async () => (await person.driver.findElements(By.xpath(waits))).length === 0,
			15000,
			'it is asked no more'
		);
	});

	test('a press shows its new curve in the next frame, before any library draws it', async () => {
		await bench.program('Gannet lifeboat, main', 'Pier Two');
		await person.sees('band: 90 of 100 of 1000 simulated packs');
		await person.driver.wait(
			() =>
				main<boolean>(
					`return !!document.querySelector('.apexcharts-canvas') && !document.querySelector('.plot')`
				),
			10_000,
			'the chart takes over once nothing changes'
		);
		const [before, after] = await person.driver.executeAsyncScript<[string, string]>(`
			const done = arguments[0];
			const said = () => document.querySelector('[aria-label="What would happen"] b.num').innerText;
			const before = said();
			for (let i = 0; i < 5; i++) document.querySelector('[data-setting="currentA"] [aria-label$="down"]').click();
			requestAnimationFrame(() => setTimeout(() => done([before, said() + ' ' + (document.querySelector('.plot path.curve')?.getAttribute('d').length > 200)])));`);
		assert.match(after, /^\d+ true$/, 'a curve of our own stands there');
		assert.ok(parseInt(after) > parseInt(before), `slower takes longer: ${before} to ${after}`);
	});

	test('mains or battery: where the charger draws from is chosen beside the channel, and taken back', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		const fed = async () =>
			(await bench.api<{ supplyId: string }>(`/chargers/${bench.chargerId('Pier Two')}`)).supplyId;
		const before = await fed();
		await person.choose('[aria-label^="Pier Two is fed by"]', 'Shed supply, 24 V');
		await becomes(async () => (await fed()) !== before, true, 'the charger is fed by the other one');
		await person.sees(/350 W|24 V/);
		await (await person.find('button[aria-label="What can be taken back"]')).click();
		await person.driver.wait(
			async () =>
				(await person.driver.findElements(By.xpath('//ul/li[contains(., "is fed by Shed supply")]/button')))
					.length > 0,
			5000
		);
		await person.driver.findElement(By.xpath('//ul/li[contains(., "is fed by Shed supply")]/button')).click();
		await becomes(fed, before, 'and by the first again');
	});

	test('by keyboard alone, from Today to the start, in at most 60 stops', async () => {
		let stops = 0;
		const until = async (goal: string, beside = '') => {
			for (let i = 0; i < 60; i++) {
				const at = await main<string>(
					`const e = document.activeElement;
					return e.closest('main') && (e.closest('li')?.innerText ?? '').includes('${beside}') ? (e.innerText ?? '').trim() : '';`
				);
				if (at.startsWith(goal)) return person.driver.actions().sendKeys(Key.ENTER).perform();
				await person.driver.actions().sendKeys(Key.TAB).perform();
				stops++;
			}
			throw new Error(`${goal} is not reached in 60 stops`);
		};
		await person.goTo('/packs');
		await person.driver.actions().sendKeys('gt').perform();
		await person.waitForPath(/^\/$/);
		await person.ready();
		await until('Program', 'Buoy lamp, south');
		await person.waitForPath(/^\/program$/);
		await person.ready();
		await until('Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await person.ready();
		// Everything that can be ticked, typed or pressed before the start, the last of it too.
		const last = await main<number>(
			`return [...document.querySelectorAll('main :is(a[href], button, input, select, textarea, [role="checkbox"])')]
				.filter((e) => e.tabIndex >= 0 && e.offsetParent !== null).length`
		);
		assert.ok(last > 5, 'there is something to tick');
		stops += last;
		assert.ok(stops <= 60, `${stops} stops`);
	});

	test('what to do in an emergency is one press away, on the desk and on a phone', async () => {
		for (const size of [DESK, PHONE]) {
			await bench.browser.resize(size);
			await bench.program('Heron inspection launch', 'Basin Four');
			await (await person.driver.findElement(By.css('nav a[href="/emergency"]'))).click();
			await person.waitForPath(/^\/emergency$/);
			await person.sees('Power off at the wall');
			await person.sees('off at the wall before anyone touches a clamp');
		}
		await bench.browser.resize(DESK);
	});

	test('by thumb: what would happen stays in sight while a setting is changed; Stop stands at the foot', async () => {
		await bench.browser.resize(PHONE);
		await bench.program('Gannet lifeboat, main', 'Pier Two');
		const line = '[aria-label="Verdict"] .summary';
		const seen = async () => {
			const box = await main<{ top: number; bottom: number }>(
				`return document.querySelector('${line}').getBoundingClientRect().toJSON()`
			);
			assert.ok(box.top > 0 && box.bottom < PHONE.height, 'the line is in sight');
			return main<string>(`return document.querySelector('${line}').innerText`);
		};
		const before = await seen();
		await person.press('button[contains(@aria-label, "Current down")]', '');
		await becomes(async () => (await seen()) !== before, true, 'it says the new end');

		await bench.api(`/stand-in/speed`, 'PUT', { speed: 1 });
		await bench.checkAndStart('charging');
		const stop = () =>
			main<{ top: number; bottom: number; height: number }>(
				`return [...document.querySelectorAll('main button')].find((b) => b.innerText === 'Stop' && b.offsetParent)
					.getBoundingClientRect().toJSON()`
			);
		// The page is laid out while its first values come.
		const low = async () => (await stop()).top > PHONE.height / 2 && (await stop()).bottom < PHONE.height;
		await becomes(low, true, 'Stop stands in the lower half');
		assert.ok((await stop()).height >= 44, 'that is enough for a thumb');
		await person.press('button', 'Stop');
		await person.waitForPath(/^\/logbook\/[0-9a-f-]{36}$/);
		await bench.api(`/stand-in/speed`, 'PUT', { speed: 600 });
		await bench.browser.resize(DESK);
	});

	test('by thumb: pack and channel are chosen from what is found, and the form is filled on a phone', async () => {
		await bench.browser.resize(PHONE);
		await bench.program('Skua cutter', 'Basin Four');
		const channel = await person.find('input[aria-label="Channel"]');
		await channel.click();
		await channel.sendKeys('pier b');
		await person.driver.wait(
			async () => (await person.driver.findElements(By.css('[role="option"]'))).length === 1,
			5000
		);
		await (await person.find('[role="option"]')).click();
		await person.driver.wait(
			async () => (await person.driver.getCurrentUrl()).includes(bench.channelId('Pier Two', 1)),
			10_000
		);
		await person.ready();
		assert.match(
			(await (await person.find('input[aria-label="Channel"]')).getAttribute('value'))!,
			/Pier Two, channel B/
		);
		const small = await main<string[]>(
			`return [...document.querySelectorAll('main :is(button, a.btn, input, [role="checkbox"])')]
				.map((e) => [e, e.getBoundingClientRect()])
				.filter(([e, r]) => r.width > 0 && r.height > 0 && r.height < 23.5 && !e.closest('p, li, td'))
				.map(([e, r]) => (e.getAttribute('aria-label') || e.innerText || e.className) + ' ' + Math.round(r.height));`
		);
		assert.deepEqual(small, [], 'everything is at least 24 px high');
		await bench.browser.resize(DESK);
	});
});
