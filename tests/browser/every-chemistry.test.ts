/**
 * The other chemistries and tasks through the real interface: nickel to its dip, storage
 * downward, schools, slots, pairs.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

describe('every chemistry and task', () => {
	let bench: DemoBench;
	let person: Person;
	const program: DemoBench['program'] = (...args) => bench.program(...args);

	before(async () => {
		bench = await DemoBench.open(600);
		person = bench.person;
	});
	after(() => bench?.close());

	test('a nickel pack is offered charge, discharge and cycle, and nothing that lithium alone has', async () => {
		await program('Guillemot trawler', 'Pier Two');
		const tabs = await person.text('nav[aria-label="Task and purpose"]');
		assert.match(tabs, /Charge/);
		assert.match(tabs, /Discharge/);
		assert.doesNotMatch(tabs, /Storage|Balance|Recover/);
		await person.sees('Dip (−ΔV)');
		await person.sees('NiMH falls 3 to 5 mV a cell after its peak');
	});

	test('a slow nickel charge says that it is timed; too much trickle is a Stop with a fix', async () => {
		await program('Guillemot trawler', 'Quay 65', '&purpose=gentle');
		await person.sees('capacity limit and timer end it');
		await (await person.find('[data-setting="trickleA"] button')).click();
		const field = await person.find('[data-setting="trickleA"] input');
		await person.driver.executeScript('arguments[0].select()', field);
		await field.sendKeys('200', '\uE007');
		await person.sees('too much trickle');
		await person.press('button', 'Trickle off');
		await person.driver.wait(
			async () => !(await person.text('section[aria-label="Verdict"]')).includes('too much trickle'),
			5000
		);
	});

	test('it runs over the link to its dip, though no cell can be counted, and leaves a reading of the pack', async () => {
		await program('Guillemot trawler', 'Pier Two', '', 1);
		await bench.checkAndStart('charging');
		await person.waitForTheEnd();
		await person.sees('fell back from their peak: full');
		const reading = await bench.reading('Guillemot trawler');
		assert.equal(reading!.cellVoltagesV, null);
		assert.ok(reading!.packVoltageV! > 8);
	});

	test('on the channel with a probe the climbing temperature ends it', async () => {
		await program('Dunlin trawler', 'Pier Two');
		await bench.checkAndStart('charging');
		await person.waitForTheEnd();
		await person.sees('The temperature climbed as it does when a nickel pack is full');
	});

	test('storage goes down with the few watts of the charger, and the log says where it arrived', async () => {
		await program('Winch tug', 'Pier Two', '&task=storage', 1);
		await person.sees(/the pack goes down/);
		await person.sees('Current, down');
		await bench.checkAndStart('going to storage');
		await person.waitForTheEnd();
		await person.sees('Arrived at 3.80 V per cell');
	});

	test('a charger without a cycle does it in steps, and the card says them', async () => {
		await program('Skua cutter', 'Basin Four', '&task=cycle');
		await person.sees('this is done in steps');
		await person.press('button', 'Key-in card');
		await person.waitForPath(/\/card$/);
		await person.sees('In steps, because the charger has no such program');
		await person.sees('cancels if nobody confirms');
		await person.sees('sets the current: look at the current again');
	});

	test('another storage voltage becomes the person’s practice; the program follows it and says whose it is', async () => {
		await person.goTo('/house');
		await person.choose('#school-storageV', '3.85');
		await person.sees('Every program follows it from now on');
		await program('Skua cutter', 'Pier Two', '&task=storage');
		const target = await person.find('[data-setting="endVoltageV"] input');
		assert.equal(await target.getAttribute('value'), '3.85');
		await person.sees(/your practice; LiPo keeps at/i);
		// Another chemistry does not take over a figure that was chosen for this one.
		await program('Survey catamaran', 'Pier Two', '&task=storage');
		assert.equal(
			await (await person.find('[data-setting="endVoltageV"] input')).getAttribute('value'),
			'3.70'
		);
	});

	test('a program is kept in versions and keyed into a slot, and both can be undone', async () => {
		await program('Tern rescue boat', 'Pier Two');
		await person.press('button', 'Keep');
		await person.fill('Name among', 'Evening');
		await person.press('button', 'Save');
		await person.sees('Kept as Evening, version 1');
		await (await person.find('[aria-label="Current down"]')).click();
		await person.press('button', 'version 2');
		await person.sees('Kept as Evening, version 2');
		const slot = await person.find('#slot');
		await slot.sendKeys('5');
		await person.press('button', 'Put there');
		await person.sees('now holds it');
		const slots = await bench.api<{ slot: number; title: string }[]>(
			`/chargers/${bench.chargerId('Pier Two')}/slots`
		);
		assert.ok(slots.some((s) => s.slot === 5 && s.title.includes('Tern rescue boat')));
		await person.goTo(`/packs/${bench.packId('Tern rescue boat')}`);
		await person.sees('version 3');
		await person.follow('Evening', /^\/program$/);
		await person.sees('Yours; computed is');
	});

	test('two purposes stand side by side with minutes, wear and heat', async () => {
		await program('Gannet lifeboat, main', 'Pier Two');
		await person.follow('Compare', /\/compare$/);
		const table = await person.text('table.ledger');
		for (const word of ['Time', 'Wear', 'Peak temperature', 'Charge moved'])
			assert.ok(table.includes(word), word);
		await person.choose('section[aria-label="First way"] button[aria-label^="Purpose"]', 'hurry');
		await person.driver.wait(async () => /hurry/.test(await person.driver.getCurrentUrl()), 20_000);
		await person.ready();
		assert.notEqual(await person.text('table.ledger'), table, 'its minutes are others');
	});

	test('a pair gets the same current and end on two channels', async () => {
		await program('Auk tug, port', 'Pier Two');
		await person.follow('Pair', /\/pair$/);
		await person.press('button', 'Make both programs');
		await person.driver.wait(
			async () => (await person.driver.findElements(By.linkText('Check and connect'))).length === 2,
			10_000
		);
	});

	test('the charger says which packs it suits, what it lacks, and what a watt costs', async () => {
		await person.goTo(`/chargers/${bench.chargerId('Quay 65')}/suits`);
		await person.sees(/\d+ of \d+/);
		await person.sees('a temperature probe');
		await person.sees('for each watt of output');
	});

	test('a discharge down to its end offers its mAh as the measured capacity, and undo takes it back', async () => {
		const id = bench.packId('Skua cutter');
		const { runs } = await bench.api<{
			runs: { run: { id: string; task: string; endReason: string; chargeAh: number } }[];
		}>(`/runs?packId=${id}&limit=200`);
		const measured = async () =>
			(await bench.api<{ measuredCapacityAh: number }>(`/packs/${id}`)).measuredCapacityAh;
		// As if it had been measured before, when it held more.
		const { id: _id, ...fields } = await bench.api<Record<string, unknown>>(`/packs/${id}`);
		await bench.api(`/packs/${id}`, 'PUT', { ...fields, measuredCapacityAh: 2.15 });
		const before = 2.15;
		const { run } = runs.find((r) => r.run.task === 'discharge' && r.run.endReason === 'end voltage')!;
		await person.goTo(`/logbook/${run.id}`);
		await person.press('button', 'with the pack');
		await person.driver.wait(async () => Math.abs((await measured()) - run.chargeAh) < 1e-9, 20_000);
		await person.undo();
		await person.driver.wait(async () => (await measured()) === before, 20_000);
	});

	test('bench stock: a bad figure is said at its field and nothing is written; a thinner lead then limits the program', async () => {
		await person.goTo('/chargers/stock');
		const field = await person.find('[aria-label="Charge leads 2, Carries, A"]');
		await person.driver.executeScript('arguments[0].select()', field);
		await field.sendKeys('many');
		await person.press('button', 'Save');
		await person.sees('Carries must be a number, not "many"');
		await person.driver.executeScript('arguments[0].select()', field);
		await field.sendKeys('1');
		await person.press('button', 'Save');
		await person.sees('The stock is noted');
		await program('Skua cutter', 'Pier Two');
		await person.sees('Small block lead, 1.0 A');
		assert.equal(await (await person.find('[data-setting="currentA"] input')).getAttribute('value'), '1.0');
	});
});
