/**
 * Diagnose through the real interface: faults put into the simulated charger, typed figures of
 * one without a link, a phone.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { StandInLink } from '../../src/lib/server/link/stand-in-link';
import { openBrowser, PHONE, type Browser } from '../support/browser';
import { DemoBench } from './demo-bench';
import { Person } from './page';

describe('diagnose', () => {
	let bench: DemoBench;
	let link: StandInLink;
	let phone: Browser | null = null;
	before(async () => {
		bench = await DemoBench.open(60);
		link = new StandInLink(bench.app.standInPort);
		await bench.api('/preferences', 'PATCH', { presenceMin: 0 });
	});
	after(async () => {
		link?.close();
		await phone?.close();
		await bench?.close();
	});
	const pier = (n = 0) => ({
		chargerId: bench.chargerId('Pier Two'),
		channelId: bench.channelId('Pier Two', n)
	});
	/** Read in one step: the page may draw itself anew between two. */
	const attribute = (name: string) =>
		bench.person.driver.executeScript<string | null>(
			`return document.querySelector('[${name}]')?.getAttribute('${name}') ?? null`
		);
	const shown = async (name: string): Promise<string | null> => {
		await bench.person.find(`[${name}]`);
		return attribute(name);
	};
	const may = () => shown('data-may');
	const firstCause = () => shown('data-cause');
	const answer = async (words: string) => {
		const look = await shown('data-next-look');
		await bench.person.press('button', words);
		await bench.person.driver.wait(async () => (await attribute('data-next-look')) !== look, 8000);
	};

	test('from a message at the check to the cause, the hand that mends it, and a good run', async () => {
		const { person } = bench;
		await link.faults(pier(), [{ kind: 'balance lead off', fromMin: 0 }]);
		await bench.program('Gannet lifeboat, main', 'Pier Two');
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		const start = await person.path();
		await person.press('button', 'Connect and read the cells');
		await person.sees('All cells read zero: the balance lead is not seen.');
		await person.press('button', 'It shows something else');
		await person.follow('Find out what it means', /^\/diagnose/);
		await person.fill('What does it say, or what do you see?', 'no balance port');
		await person.press('button', 'Every cell reads zero');
		await person.waitForPath(/^\/diagnose\/[0-9a-f-]{36}$/);
		assert.equal(await may(), 'not yet', 'nobody has looked at the pack');
		await answer('sound, nothing smells');
		assert.equal(await firstCause(), 'balance-lead-out');
		// Whatever is asked on the way: another lead of its own, and the plug pressed home cures it.
		for (let k = 0; k < 6 && (await may()) === 'not yet'; k++) {
			const look = await shown('data-next-look');
			await answer(
				{ reseat: 'cured', wires: 'right', count: 'as the pack has', 'cell-page': 'all zero' }[look!] ??
					'cannot tell'
			);
		}
		assert.equal(await may(), 'yes');
		await person.sees('Seat the plug; mend or swap the lead');
		await link.faults(pier(), []);
		await (await person.find('[aria-label="What it was"] .btn')).click();
		await person.sees('open it again');
		await person.goTo(start);
		await bench.lookedAt('charging');
		await person.press('button', 'Start charging');
		await person.waitForPath(/^\/run\/[0-9a-f-]{36}$/);
		await link.setSpeed(600);
		await person.waitForPath(/^\/logbook\//, 60_000);
		await person.sees(/sound/i);
	});

	test('a bad plug is seen while it runs, called out, diagnosed, and the charger stopped from there', async () => {
		const { person } = bench;
		await link.setSpeed(60);
		await link.faults(pier(1), [{ kind: 'bad plug', ohm: 0.15 }]);
		await bench.program('Winch tug', 'Pier Two', '', 1);
		await bench.checkAndStart('charging');
		await person.sees(/mΩ in plug and lead/);
		await person.follow('Find out why', /^\/diagnose/);
		await (await person.find('[data-suggested] button')).click();
		await person.waitForPath(/^\/diagnose\/[0-9a-f-]{36}$/);
		await answer('sound, nothing smells');
		assert.equal(await firstCause(), 'hot-plug');
		assert.equal(await may(), 'no');
		await person.sees(/mΩ, \d+\.\d W of heat/);
		await person.sees('What its screen would have shown');
		await person.press('button', 'Stop on Pier Two');
		await person.driver.wait(async () => {
			const runs = await bench.api<{ runs: { run: { endReason: string | null } }[] }>('/runs?limit=1');
			return runs.runs[0].run.endReason === 'stopped';
		}, 15_000);
		await link.faults(pier(1), []);
	});

	test('answers are taken back, passed over and doubted; by keyboard alone', async () => {
		const { person } = bench;
		const { id } = await bench.api<{ id: string }>('/cases', 'POST', {
			family: 'lithium',
			symptom: 'current-falls'
		});
		await person.goTo(`/diagnose/${id}`);
		const before = await person.text('[data-causes]');
		await answer('sound, nothing smells');
		const look = await shown('data-next-look');
		const skip = await person.withText('button', 'cannot tell');
		await person.driver.executeScript('arguments[0].focus()', skip);
		await skip.sendKeys(Key.ENTER);
		await person.sees('Passed over:');
		assert.notEqual(await shown('data-next-look'), look);
		await person.press('button', 'I think');
		const [first] = await person.driver.findElements({ css: '[data-next-look] .btn' });
		await first.sendKeys(Key.ENTER);
		await person.sees('(I think)');
		for (const back of await person.driver.findElements({ css: '[data-answers] button' })) {
			await back.click();
			await new Promise((r) => setTimeout(r, 300));
			break;
		}
		assert.ok(before.length > 0);
	});

	test('where no run is on record its screen is typed: a plug is found by the sum, and undone it is gone', async () => {
		const { person } = bench;
		const { id } = await bench.api<{ id: string }>('/cases', 'POST', {
			packId: bench.packId('Skua cutter'),
			chargerId: bench.chargerId('Basin Four'),
			channelId: bench.channelId('Basin Four'),
			symptom: 'current-falls'
		});
		await person.goTo(`/diagnose/${id}`);
		await person.press('button', 'What its screen shows');
		await person.press('button', 'Use these figures');
		await person.sees('Type at least one of them.');
		await person.fill('Main volts', '12.4');
		await person.fill('Amps it gives', '2');
		await person.sees('go together');
		await person.fill('Amps that are set', '2');
		await person.fill('Cell page, in one line', '4.05 4.05');
		await person.press('button', 'Use these figures');
		await person.sees('2 of 3 cells: give all of them, or none.');
		await person.fill('Cell page, in one line', '4.05 4,05 4050');
		await person.press('button', 'Use these figures');
		await person.sees('125 mΩ');
		await person.driver.navigate().refresh();
		await person.ready();
		assert.equal(
			await (await person.find('form[aria-label="What its screen shows"] input')).getAttribute('value'),
			''
		);
		await person.sees('125 mΩ');
		await person.fill('Main volts', '11.4');
		await person.press('button', 'Use these now');
		await person.sees(/add up to 12\.15 V and the main volts are 11\.40 V/);
		await person.fill('Main volts', '12.4');
		await person.press('button', 'Use these now');
		await person.sees('125 mΩ');
		await person.fill('Main volts', '12.16');
		await person.press('button', 'Use these now');
		await person.driver.wait(async () => !/125 mΩ/.test(await person.text('main')), 8000);
		await person.undo();
		await person.sees('125 mΩ');
		await answer('sound, nothing smells');
		await answer('hot');
		assert.equal(await may(), 'no');
		const notes = async () => {
			const all = await bench.api<{ pack: { name: string; notes: string } }[]>('/packs');
			return all.find((p) => p.pack.name === 'Skua cutter')!.pack.notes;
		};
		const before = await notes();
		await person.press('button', 'Note it with Skua cutter');
		await person.sees('Noted with Skua cutter.');
		assert.match(
			await notes(),
			/\d{4}: A plug or lead with much resistance\. Stop; replace the plug or lead/
		);
		assert.ok((await notes()).startsWith(before), 'what stood there stands there still');
		await person.undo();
		await person.driver.wait(async () => (await notes()) === before, 8000);
	});

	test('on a phone: a case from the words to the verdict by touch', async () => {
		phone = await openBrowser(PHONE);
		const person = new Person(phone.driver, bench.app.base);
		await person.goTo('/diagnose');
		await person.fill('What does it say, or what do you see?', 'battery is puffed');
		await person.press('button', 'Swollen, leaking, hissing or smelling');
		await person.waitForPath(/^\/diagnose\/[0-9a-f-]{36}$/);
		await person.press('button', 'swollen, dented or leaking');
		await person.sees('never again');
		assert.equal(await (await person.find('[data-may]')).getAttribute('data-may'), 'never');
		const wide = await phone.driver.executeScript<number>(
			'return document.documentElement.scrollWidth - innerWidth'
		);
		assert.ok(wide <= 0, `${wide} px too wide`);
		for (const button of await phone.driver.findElements({ css: '[data-next-look] .btn' })) {
			const { height } = await button.getRect();
			assert.ok(height >= 44, `${height}`);
		}
	});

	test('a hand-keyed charger with typed figures: what it shows stops the start, is kept, and its end is diagnosed', async () => {
		const { person } = bench;
		await bench.program('Skua cutter', 'Basin Four');
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await person.tickAll();
		await person.fill('Cells it read', '3');
		await person.fill('Cell page, in one line', '3,68 0.03 7350');
		await person.sees('Cell 2 reads 0.03 V and cell 3 7.35 V: the balance wire between them is open');
		const start = await person.withText('button', 'It is charging now');
		assert.equal(await start.isEnabled(), false);
		const reading = (await bench.reading('Skua cutter'))!.cellVoltagesV!;
		await person.fill('Cell page, in one line', reading.map((v) => v.toFixed(3)).join(' '));
		for (const field of await person.driver.findElements({ css: '[data-rule] input.field' }))
			await field.sendKeys('looked at it');
		await person.driver.wait(
			async () => (await person.withText('button', 'It is charging now')).isEnabled(),
			8000
		);
		await person.press('button', 'It is charging now');
		await person.waitForPath(/^\/run\/[0-9a-f-]{36}$/);
		const runId = (await person.path()).split('/').at(-1)!;
		await bench.api(`/runs/${runId}/end`, 'POST', {
			endReason: 'capacity limit',
			begunEarlier: true,
			durationMin: 1,
			chargeAh: 0.02,
			message: 'CAPACITY 20'
		});
		await person.goTo(`/logbook/${runId}`);
		await person.sees(/not what it says/i);
		await person.sees('3.67');
		await person.follow('Find out why', /^\/diagnose/);
		await (await person.find('[data-suggested] button')).click();
		await person.waitForPath(/^\/diagnose\/[0-9a-f-]{36}$/);
		assert.equal(await firstCause(), 'limit-held');
		await person.sees(/cut at 20 mAh, keyed \d+ mAh/);
		await answer('sound, nothing smells');
		assert.equal(await may(), 'yes');
		await person.sees('Its held values');
		// A figure that was written down wrong is corrected, and its end is judged anew.
		await person.goTo(`/logbook/${runId}`);
		await person.press('button', 'Correct what was written down');
		await person.fill('Minutes', '12');
		await person.press('button', 'Correct it');
		await person.sees('took corrected');
		await person.sees('1 min → 12 min');
	});

	test('a case in two windows: what another has answered is not overwritten; on paper it stands whole', async () => {
		const { person } = bench;
		const { id } = await bench.api<{ id: string }>('/cases', 'POST', {
			family: 'lithium',
			symptom: 'no-pack'
		});
		await person.goTo(`/diagnose/${id}`);
		assert.equal(await shown('data-next-look'), 'eye');
		await bench.api(`/cases/${id}`, 'PATCH', { answer: { clue: 'eye', answer: 'smells or hisses' } });
		await person.press('button', 'sound, nothing smells');
		await person.sees('In another window this was answered since: smells or hisses.');
		await person.driver.wait(async () => (await may()) === 'never', 8000);
		const cdp = person.driver as unknown as {
			sendDevToolsCommand(command: string, o: object): Promise<void>;
		};
		await cdp.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: 'print' });
		try {
			const paper = await person.driver.findElement({ css: 'article.sheet' });
			const words = await paper.getText();
			for (const part of [
				/^No pack is seen/,
				/May charge go on\? No, never again/,
				/smells or hisses/,
				/told apart by/,
				/no certainty/
			])
				assert.match(words, part);
			const [rail] = await person.driver.findElements({ css: 'nav.rail' });
			assert.equal(await rail.isDisplayed(), false);
			assert.equal(await (await person.driver.findElement({ css: '[data-may]' })).isDisplayed(), false);
		} finally {
			await cdp.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: '' });
		}
	});
});
