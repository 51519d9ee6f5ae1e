/**
 * Several packs together through the real interface: volts typed, batches made, run to the end,
 * each measured after parting.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By, Key } from 'selenium-webdriver';
import { DESK, PHONE } from '../support/browser';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

/**
 * A pile of our own: eight packs of one make, two near each other in volts, one that stands
 * apart.
 */
const PILE = [3.742, 3.758, 3.851, 3.866, 3.781, 4.083, 3.802, 3.868];

describe('parallel', () => {
	let bench: DemoBench;
	let person: Person;
	const main = <T>(script: string) => person.driver.executeScript<T>(script);
	const letters = () =>
		main<string[]>(`return [...document.querySelectorAll('[data-batch]')].map((e) => e.dataset.batch)`);
	const membersOf = (letter: string) =>
		main<string[]>(
			`return [...document.querySelectorAll('[data-batch="${letter}"] li.member')].map((e) => e.getAttribute('aria-label')).sort()`
		);
	const batched = async () =>
		Object.fromEntries(await Promise.all((await letters()).map(async (l) => [l, await membersOf(l)])));
	const names = (...of: number[]) => of.map((k) => `Eider ${k}`);
	const becomes = async (what: () => Promise<unknown>, wanted: unknown, why: string) => {
		let last: unknown;
		try {
			await person.driver.wait(
				async () => JSON.stringify((last = await what())) === JSON.stringify(wanted),
				20_000
			);
		} catch {
			throw new Error(`${why}: ${JSON.stringify(last)}`);
		}
	};
	const lineOf = (name: string) =>
		person.driver.findElement(
			By.xpath(`//section[@aria-label="Type volts"]//li[label[normalize-space(.)="${name}"]]//input`)
		);
	/** Types volts of each pack into its line, Enter to the next. */
	async function type(lines: Record<string, string>) {
		for (const [name, line] of Object.entries(lines)) {
			const field = await lineOf(name);
			await person.driver.executeScript(`arguments[0].scrollIntoView({ block: 'center' })`, field);
			await field.clear();
			await field.sendKeys(line, Key.ENTER);
			// The list is drawn anew once the reading is there.
			const said = () =>
				person.driver
					.findElement(
						By.xpath(`//section[@aria-label="Type volts"]//li[label[normalize-space(.)="${name}"]]`)
					)
					.getText()
					.catch(() => '');
			await person.driver.wait(async () => /read /.test(await said()), 10_000, `${name} was not taken`);
		}
	}
	const cellsOf = (v: number) => [v - 0.003, v, v + 0.003, v].map((c) => c.toFixed(3)).join(' ');

	before(async () => {
		bench = await DemoBench.open(600);
		person = bench.person;
		for (const k of PILE.keys()) {
			const made = await bench.api<{ id?: string }>('/packs', 'POST', {
				name: `Eider ${k + 1}`,
				chemistry: 'lihv',
				cells: 4,
				capacityAh: 1.5,
				labelChargeRateC: 2
			});
			assert.ok(made.id, JSON.stringify(made));
		}
		const { inventory } = await bench.api<{ inventory: object }>('/preferences');
		await bench.api('/preferences', 'PATCH', {
			inventory: {
				...inventory,
				parallelBoards: [
					{ id: 'b1', name: 'Six-way board', places: 6, cells: 6, currentA: 30, fused: 'yes' },
					{ id: 'b2', name: 'Four-way board', places: 4, cells: 6, currentA: 20, fused: 'no' }
				]
			}
		});
	});
	after(() => bench?.close());

	test('eight packs typed one after another stand on the ruler in two batches, and one alone that is told what would bring it in', async () => {
		await person.goTo('/parallel?kind=lihv%204');
		await person.sees('None of these packs has been read');
		await person.press('button', 'Type volts');
		// Faster than the answers come: no line waits for the one before it, none lands in another
		// pack's field.
		for (const v of PILE) await person.driver.actions().sendKeys(cellsOf(v), Key.ENTER).perform();
		for (const [k, v] of PILE.entries())
			await person.sees(new RegExp(`Eider ${k + 1}\\s+read ${cellsOf(v)}`));
		await becomes(batched, { A: names(1, 2, 5, 7), B: names(3, 4, 8) }, 'two batches');
		await person.sees(/Eider 6 is \d+ mV above batch B: take it along once batch B rests at/);
		assert.equal((await person.driver.findElements(By.css('.chip'))).length, 8);
		await person.sees(/No sorting has fewer than 3 turns/);
		await person.sees(/Six-way board with 6 places on/);
		// How each is treated is worked out after the batches are.
		await person.driver.wait(
			async () => /worst treated/.test(await person.text('[data-batch="A"]')),
			20_000,
			'nobody is said to be treated worst'
		);
		const a = await person.text('[data-batch="A"]');
		assert.match(a, /6\.0 A 1\.00C of 6000 mAh/, 'capacities and currents add');
		assert.equal((await person.driver.findElements(By.css('[data-batch="A"] [data-order] li'))).length, 3);
	});

	test('what was typed wrong is said at its line, and is taken back by undo', async () => {
		await type({ 'Eider 1': cellsOf(3.5) });
		await person.driver.wait(
			async () => !(await membersOf('A')).includes('Eider 1'),
			10_000,
			'it is no longer among them'
		);
		await person.undo();
		await becomes(batched, { A: names(1, 2, 5, 7), B: names(3, 4, 8) }, 'as it was');
		const field = await person.driver.findElement(
			By.xpath('//section[@aria-label="Type volts"]//li[label[normalize-space(.)="Eider 2"]]//input')
		);
		await field.sendKeys('3.81 3.80', Key.ENTER);
		await person.sees('2 of 4 cells: all of them, or the whole pack.');
		await field.clear();
		await person.press('button', 'Done');
	});

	test('the window is narrowed and given up, one pack left out and taken back; all of it survives a reload', async () => {
		await person.press('button[@aria-label="Window down"]', '');
		await person.driver.wait(async () => /window=0\.09/.test(await person.driver.getCurrentUrl()), 5000);
		await person.press('button[@aria-label="Window up"]', '');
		await person.driver.wait(async () => !/window=/.test(await person.driver.getCurrentUrl()), 5000);
		await (await person.find('button[aria-label="Leave Eider 8 out"]')).click();
		await becomes(() => membersOf('B'), names(3, 4), 'it is out');
		await person.driver.navigate().refresh();
		await person.ready();
		await becomes(() => membersOf('B'), names(3, 4), 'after a reload too');
		await person.press('button', 'Take it back');
		await becomes(() => membersOf('B'), names(3, 4, 8), 'it is in again');
	});

	test('the window slides by keyboard, holds the packs in it together, and is put away', async () => {
		const thumb = await person.find('[role="slider"]');
		await person.driver.executeScript('arguments[0].focus()', thumb);
		for (let k = 0; k < 12; k++) await person.driver.actions().sendKeys(Key.ARROW_RIGHT).perform();
		await person.sees(/window 3\.7\d\d to 3\.8\d\d V: \d packs/);
		const inside = Number(/V: (\d) packs/.exec(await main<string>('return document.body.innerText'))![1]);
		assert.ok(inside >= 2, `${inside} packs`);
		await person.press('button', 'Make them one batch');
		await person.driver.wait(async () => /together=/.test(await person.driver.getCurrentUrl()), 5000);
		assert.ok((await membersOf('A')).length >= inside, 'others may go with them');
		await person.press('button', 'let everything be sorted again');
		await becomes(batched, { A: names(1, 2, 5, 7), B: names(3, 4, 8) }, 'sorted again');
	});

	test('by keyboard a pack is moved to another batch; what must not be is refused with the reason', async () => {
		const item = await person.driver.findElement(By.css('[data-batch="A"] li[aria-label="Eider 7"]'));
		await main(`document.querySelector('[data-batch="A"]').scrollIntoView({ block: 'center' })`);
		await person.driver.executeScript('arguments[0].focus()', item);
		await person.driver.actions().sendKeys(Key.ENTER).perform();
		await person.driver.executeScript(`document.querySelector('[data-batch="B"] ul').focus()`);
		await person.driver.actions().sendKeys(Key.ENTER).perform();
		await becomes(batched, { A: names(1, 2, 5), B: names(3, 4, 7, 8) }, 'it moved');
		assert.match(await person.driver.getCurrentUrl(), /together=/);
		await person.press('button', 'let everything be sorted again');
		await becomes(batched, { A: names(1, 2, 5, 7), B: names(3, 4, 8) }, 'sorted again');
		const far = await person.driver.findElement(By.css('[data-batch="A"] li[aria-label="Eider 1"]'));
		await person.driver.executeScript('arguments[0].focus()', far);
		await person.driver.actions().sendKeys(Key.ENTER).perform();
		await person.driver.executeScript(`document.querySelector('[data-batch="B"] ul').focus()`);
		await person.driver.actions().sendKeys(Key.ENTER).perform();
		await person.sees(/Eider 1 cannot join batch B: At cell \d they are \d+ mV apart, at most 100 mV/);
		await becomes(batched, { A: names(1, 2, 5, 7), B: names(3, 4, 8) }, 'nothing moved');
	});

	/**
	 * Checks and joins the chosen batch, follows it to the end, and returns its page in the logbook.
	 */
	async function runBatch(letter: string, count: number): Promise<string> {
		await main(`document.querySelector('[data-batch="${letter}"] h2 button').click()`);
		await person.driver.wait(
			async () => (await person.withText('button', `Check and join ${letter}`)).isEnabled(),
			20_000
		);
		await person.press('button', `Check and join ${letter}`);
		await person.waitForPath(/^\/run\/start\//);
		await person.sees(`None of the ${count} packs is swollen`);
		await person.sees(/Main leads on [\w -]+ in this order, red to red/);
		await person.sees(/then the balance leads in the same order/);
		await bench.lookedAt('charging');
		await person.press('button', 'Start charging');
		await person.waitForPath(/^\/(run|logbook)\/[0-9a-f-]{36}$/);
		return person.waitForTheEnd();
	}

	test('both batches run to the end on the simulated charger; each pack has its entry, its share, and its own reading after parting', async () => {
		await runBatch('A', 4);
		await person.sees('Each pack after parting');
		await person.sees(/Eider 1 \+ |\+ Eider 1/);
		assert.equal((await person.driver.findElements(By.css('[data-parted] tbody tr'))).length, 4);
		await person.press('button', 'Type what each reads');
		await type({
			'Eider 1': '4.348 4.349 4.350 4.349',
			'Eider 2': '4.347 4.349 4.349 4.348',
			'Eider 5': '4.349 4.310 4.350 4.349'
		});
		await person.sees(/Cell 2 of Eider 5 reads 4\.310 V, \d+ mV below its fellows: that cell is weak/);
		await person.sees('Eider 1 ended with the others.');

		await person.goTo('/parallel?kind=lihv%204');
		await becomes(
			batched,
			{ A: names(3, 4, 8) },
			'those that were charged are to be read again or stand apart'
		);
		const path = await runBatch('A', 3);
		const eider = (await bench.api<{ pack: { id: string; name: string } }[]>('/packs')).find(
			(p) => p.pack.name === 'Eider 8'
		)!;
		await person.goTo(`/packs/${eider.pack.id}`);
		await person.driver.wait(
			() => main<boolean>(`return !!document.querySelector('a[href="${path}"]')`),
			10_000,
			'the pack’s own page has the run'
		);
	});

	test('a group keyed in by hand is followed by what the screen shows, and parted: each pack’s share by its own volts', async () => {
		const ids: string[] = [];
		for (const [name, v] of [
			['Teal 1', 3.76],
			['Teal 2', 3.8]
		] as const) {
			const made = await bench.api<{ id: string }>('/packs', 'POST', {
				name,
				chemistry: 'lipo',
				cells: 3,
				capacityAh: 1,
				labelChargeRateC: 2,
				connectorId: 'blade4'
			});
			ids.push(made.id);
			await bench.api(`/packs/${made.id}/readings`, 'POST', {
				cellVoltagesV: [v, v, v],
				state: 'rest',
				takenAt: new Date().toISOString()
			});
		}
		const kept = await bench.api<{ id?: string; error?: { message: string } }>('/programs', 'POST', {
			packId: ids[0],
			joined: [ids[1]],
			chargerId: bench.chargerId('Basin Four'),
			channelId: bench.channelId('Basin Four', 2)
		});
		assert.ok(kept.id, JSON.stringify(kept));
		await person.goTo(`/run/start/${kept.id}`);
		await person.sees('None of the 2 packs is swollen');
		await person.tickAll();
		for (const field of await person.driver.findElements(By.css('li[data-rule] input.field')))
			await field.sendKeys('keyed it in');
		await (await person.find('[data-cells-read] input')).sendKeys('3');
		await person.press('button', 'It is charging now');
		await person.waitForPath(/^\/run\/[0-9a-f-]+$/);
		await person.sees('Its screen should read now');
		// Both together: what goes in is more than one of them could hold.
		await person.fill('What does it read?', '1.95 A');
		await person.press('button', 'Judge it');
		await person.sees(/on track/i);
		await person.fill('Minutes', '50');
		await person.fill('Put in', '1140');
		await person.fill('Cells at the end, in one line', '4.20 4.20 4.20');
		await person.fill('What its screen said', 'FULL');
		await person.press('button', 'Close the run');
		await person.waitForTheEnd();
		await person.sees('Each pack after parting');
		await person.says('[data-parted]', /by its volts before/);
		await person.press('button', 'Type what each reads');
		await type({ 'Teal 1': '4.19 4.19 4.19', 'Teal 2': '4.19 4.19 4.19' });
		await person.sees(/by its volts before and after/);
		const took = (await person.text('[data-parted] table')).match(/\d+\s*mAh/g)!.map((t) => parseInt(t));
		assert.equal(took[0] + took[1], 1140);
		assert.ok(took[0] > took[1], `the one that was emptier took more: ${took.join(' ')}`);
	});

	test('on a phone by touch: read again, choose, and the card of the group', async () => {
		await bench.browser.resize(PHONE);
		const { inventory } = await bench.api<{ inventory: object }>('/preferences');
		const parallelBoards = [
			{ id: 'b', name: 'Six-way board', places: 6, cells: 6, currentA: 30, fused: 'yes' }
		];
		await bench.api('/preferences', 'PATCH', { inventory: { ...inventory, parallelBoards } });
		for (const k of [9, 10, 11])
			await bench.api('/packs', 'POST', {
				name: `Eider ${k}`,
				chemistry: 'lihv',
				cells: 4,
				capacityAh: 1.5,
				labelChargeRateC: 1
			});
		await person.goTo('/parallel?kind=lihv%204');
		await person.press('button', 'Type volts');
		// Eider 1 was charged minutes ago: what it reads now is not at rest, whatever is typed.
		await type({ 'Eider 1': cellsOf(3.77), 'Eider 9': cellsOf(3.76), 'Eider 10': cellsOf(3.78) });
		// A cell too few is not taken; a sum that a pack of one cell less would have is asked about.
		await (await lineOf('Eider 11')).sendKeys('4.07 4.06 4.07', Key.ENTER);
		await person.sees(/3 of 4 cells: all of them, or the whole pack\. Has it 3\?/);
		await type({ 'Eider 11': '12.2' });
		await person.sees(/Eider 11 reads 12\.20 V in all: 3\.05 V a cell as 4S, or is it a 3S at 4\.07 V\?/);
		await person.press('button', 'Done');
		await becomes(() => membersOf('A'), names(10, 9), 'the two are a batch');
		await person.driver.wait(
			async () => /with Six-way board/.test(await person.text('[data-batch="A"]')),
			10_000
		);
		await person.driver.wait(
			async () => /level in \d+ min/.test(await person.text('[data-batch="A"]')),
			20_000
		);
		const told = await person.text('[data-batch="A"]');
		await person.sees(/Eider 1/);
		const wide = await main<number>('return document.documentElement.scrollWidth - innerWidth');
		assert.ok(wide <= 0, `${wide} px too wide`);
		const small = await main<string[]>(
			`return [...document.querySelectorAll('main :is(.btn, .chip, [data-batch] li.member, [data-batch] li.member button, input.field)')]
				.map((e) => [e, e.getBoundingClientRect()]).filter(([, r]) => r.height > 0 && r.height < 43.5)
				.map(([e, r]) => (e.innerText || e.className) + ' ' + Math.round(r.height))`
		);
		assert.deepEqual(small, [], 'what is pressed at the bench has room for a thumb');
		await person.driver.wait(
			async () => (await person.withText('button', 'Key-in card of A')).isEnabled(),
			20_000
		);
		await person.press('button', 'Key-in card of A');
		await person.waitForPath(/\/card$/);
		await person.sees(/3000 mAh/);
		// The card has what hands do before the charger is touched: board, order, wait.
		const card = (await person.text('[data-joining]')).replace(/\s+/g, ' ');
		assert.match(card, /Joined first, on Six-way board 1 main lead Eider (9|10) 2 main lead Eider (9|10) 3/);
		assert.equal(card.match(/then wait (\d+) min/)?.[1], told.match(/level in (\d+) min/)?.[1]);
		assert.match(card, /Level means less than [\d.]+ A/);
		assert.match(card, /balance leads in the same order, each into a 4S port/);
		await bench.browser.resize(DESK);
	});

	test('what must not be joined is refused by the API too, whatever is asked', async () => {
		const shelf =
			await bench.api<{ pack: { id: string; name: string; chemistry: string; cells: number } }[]>('/packs');
		const at = { chargerId: bench.chargerId('Pier Two'), channelId: bench.channelId('Pier Two') };
		const solved = (packId: string, joined: string[]) =>
			bench.api<{
				verdict?: string;
				error?: { message: string };
				findings?: { rule: string; sentence: string; overridable: boolean }[];
			}>('/solve', 'POST', { packId, joined, ...at });
		const idOf = (name: string) => shelf.find((p) => p.pack.name === name)!.pack.id;
		const mixed = await solved(idOf('Eider 3'), [bench.packId('Skua cutter')]);
		assert.match(mixed.error?.message ?? '', /another chemistry or cell count/);
		const nickel = shelf
			.filter((p) => p.pack.chemistry === 'lead' && p.pack.cells === 6)
			.map((p) => p.pack.id);
		const lead = await solved(nickel[0], [nickel[1]]);
		assert.equal(lead.verdict, 'stop');
		assert.ok(lead.findings!.some((f) => f.rule === 'load-may-not-join' && !f.overridable));
		// Charged a moment ago and not read since.
		const unread = await solved(idOf('Eider 7'), [idOf('Eider 6')]);
		assert.equal(unread.verdict, 'stop');
		const kept = await bench.api<{ error?: { message: string } }>('/programs', 'POST', {
			packId: idOf('Eider 7'),
			joined: [idOf('Eider 6')],
			...at
		});
		assert.ok(kept.error?.message, 'it cannot be kept as a program either');
	});
});
