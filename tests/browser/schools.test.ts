/**
 * Schools of practice, what is known of a pack, capacity checks and joining, through the real
 * interface.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

describe('schools and care', () => {
	let bench: DemoBench;
	let person: Person;
	const choose = async (school: string, option: string) => {
		await person.goTo('/house');
		await person.choose(`#school-${school}`, option);
		await person.sees('Every program follows it from now on');
	};
	const value = async (setting: string) =>
		(await person.find(`[data-setting="${setting}"] input`)).getAttribute('value');

	before(async () => {
		bench = await DemoBench.open(600);
		person = bench.person;
	});
	after(() => bench?.close());

	test('timer and limit for the largest pack: the program says for whom, asks, and one press gives the pack its own', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		const own = Number(await value('capacityLimitAh'));
		await choose('guards', 'largest pack');
		await bench.program('Skua cutter', 'Pier Two');
		await person.sees(/what .+ needs, by your practice; for this pack it would be/i);
		assert.ok(Number(await value('capacityLimitAh')) > 2 * own);
		await person.press('button', 'For this pack its own');
		await person.driver.wait(async () => Number(await value('capacityLimitAh')) === own, 5000);
		await person.sees("Timer and limit: per pack, this program's choice");
	});

	test('the safety timer can be switched off by hand, which is asked about, and on again', async () => {
		await choose('guards', 'per pack');
		await bench.program('Skua cutter', 'Pier Two');
		const own = await value('safetyTimerMin');
		await (await person.find('[aria-label="off: Safety timer"]')).click();
		await person.sees('The safety timer is off: nothing ends a charge that never gets full.');
		await (await person.find('[aria-label="Safety timer: off"]')).click();
		assert.equal(await value('safetyTimerMin'), own);
	});

	test('a school for one program alone moves it at once, says so, and is undone', async () => {
		await bench.program('Skua cutter', 'Pier Two');
		assert.equal(await value('endVoltageV'), '4.20');
		await person.press('button', 'Another practice for this program alone');
		await person.choose('#school-fullness', 'a little less');
		await person.driver.wait(async () => (await value('endVoltageV')) === '4.10', 5000);
		await person.sees("End of charge: a little less, this program's choice");
		await person.press('button', 'Undo');
		await person.driver.wait(async () => (await value('endVoltageV')) === '4.20', 5000);
	});

	test('another plug order changes the step before the start and the card, and both say whose it is', async () => {
		await choose('plugOrder', 'balance lead first');
		await bench.program('Skua cutter', 'Pier Two');
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await person.sees(/This pack’s balance lead .*; then the main lead[\s\S]*by your practice/);
		await person.sees('by the usual practice: vented and fire-resistant');
		await person.follow('Key-in card', /\/card$/);
		await person.sees('the balance lead, then the main lead');
		await person.sees('Order by your practice');
	});

	test('a reading that says the pack was used until it faded makes a nickel forecast narrow', async () => {
		await person.goTo(`/packs/${bench.packId('Phoenix fire boat')}#reading`);
		await person.fill('Pack, V', '9.6');
		await person.choose('button[aria-label^="Since its last run"]', 'used until it faded');
		await person.press('button', 'Save reading');
		await person.sees(/about \d+ %, used until it faded/);
		await bench.program('Phoenix fire boat', 'Pier Two');
		await person.sees(/about [0-9] %, used until it faded/);
	});

	test('a capacity check that is due goes on with its next run, down to the floor', async () => {
		await person.goTo('/');
		await person.press('button', 'All');
		const row = '//main//li[contains(., "Buoy lamp, north")]';
		await person.driver.findElement(By.xpath(`${row}//a[contains(., "Discharge")]`)).click();
		await person.waitForPath(/^\/program$/);
		await person.sees("The floor, to check the capacity, by this program's choice");
		assert.equal(await value('dischargeEndV'), '3.00');
	});

	test('whether a pair may be joined: what flows as they meet, and never where the person says never', async () => {
		const pair = `/program/pair?pack=${bench.packId('Gannet lifeboat, main')}&with=${bench.packId('Gannet lifeboat, spare')}`;
		// Read days ago: nothing is joined on that.
		await person.goTo(pair);
		await person.sees('Joined on one channel: Stop');
		await person.sees(/was read \d+ \w+ ago: read it again at rest, right before/);
		for (const [name, v] of [
			['Gannet lifeboat, main', 3.77],
			['Gannet lifeboat, spare', 3.82]
		] as const)
			await bench.api(`/packs/${bench.packId(name)}/readings`, 'POST', {
				takenAt: new Date().toISOString(),
				state: 'rest',
				cellVoltagesV: [v, v, v, v],
				packVoltageV: null
			});
		await person.goTo(pair);
		await person.sees('Joined on one channel: Check');
		await person.sees(/Through the main leads [\d.]+ A/);
		await person.sees(/level after \d+ min/);
		await choose('parallel', 'never');
		await person.goTo(pair);
		await person.sees('Never in parallel, by your practice.');
	});

	test('a running cycle says which leg it is in, and the logbook lists what each leg moved', async () => {
		await bench.program('Skua cutter', 'Pier Two', '&task=cycle', 1);
		await bench.checkAndStart('cycling');
		await person.sees(/Leg \d of 3:/);
		await person.waitForTheEnd();
		const legs = await person.text('[data-legs]');
		assert.match(legs, /1 · discharge[\s\S]*2 · rest[\s\S]*3 · charge/);
	});
});
