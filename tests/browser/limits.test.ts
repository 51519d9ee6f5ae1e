/**
 * Limits that protect are left alone, what is not known is asked, and a pack whose cells nobody
 * sees has its ways out.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { DemoBench } from './demo-bench';

describe('limits that protect', { timeout: 300_000 }, () => {
	let bench: DemoBench;
	before(async () => (bench = await DemoBench.open(60)), { timeout: 120_000 });
	after(() => bench.close());
	const now = (): string => new Date().toISOString();
	const main = (): Promise<string> => bench.person.text('main');
	interface Described {
		id: string;
		name: string;
		channels: { id: string }[];
		held: { kind: string; channelId: string | null; known: boolean; heldValue: number | null }[];
	}
	const charger = async (id: string): Promise<Described> =>
		(await bench.api<Described[]>('/chargers')).find((c) => c.id === id)!;

	test('a recovery asks how long the pack lay empty, and takes the answer', async () => {
		const { person } = bench;
		const name = 'Cormorant ferry';
		const read = async (lowFor: string | null): Promise<void> => {
			for (const cell of [1, 2, 3, 4]) await person.fill(`Cell ${cell}, V`, '2.85');
			if (lowFor) await person.choose('[aria-label^="As low as this for"]', lowFor);
			const before = (await bench.reading(name))!;
			await person.press('button', 'Save reading');
			await person.driver.wait(
				async () => JSON.stringify(await bench.reading(name)) !== JSON.stringify(before),
				10_000,
				'it was saved'
			);
		};
		await person.goTo(`/packs/${bench.packId(name)}`);
		assert.doesNotMatch(await main(), /As low as this for/, 'asked only where a cell is that low');
		await read(null);
		await bench.program(name, 'Pier Two', '&task=recover');
		await person.sees('Nobody said how long it lay empty');
		assert.match(await main(), /Stop/);
		await person.press('button', 'Read it and say');
		await person.waitForPath(/^\/packs\//);
		await read('a day at most');
		await bench.program(name, 'Pier Two', '&task=recover');
		await person.sees(/Safety timer/);
		assert.doesNotMatch(await main(), /lay empty|No program for this pack/);
		assert.equal(
			await (await person.find('[data-setting="safetyTimerMin"] input')).getAttribute('value'),
			'30'
		);
	});

	test('a new charger: what it holds is not known; keyed once it does for both channels and the next charges', async () => {
		const { person } = bench;
		const { id: _id, ...pier } = await charger(bench.chargerId('Pier Two'));
		const made = await bench.api<Described>('/chargers', 'POST', {
			...pier,
			...{ name: 'Slipway', link: 'none', asks: ['chemistry', 'cells', 'currentA', 'endVoltageV'] },
			channels: pier.channels.map(({ id: _c, ...channel }) => channel),
			held: pier.held.filter((h) => h.channelId === null).map(({ known: _k, ...h }) => h)
		});
		assert.ok(made.held.length >= 2 && made.held.every((h) => !h.known), 'nobody said so');
		await person.goTo(`/chargers/${made.id}`);
		await person.sees('not known');
		const name = 'Gannet lifeboat, main';
		const card = async (channel: number): Promise<void> => {
			const asked = { packId: bench.packId(name), chargerId: made.id, channelId: made.channels[channel].id };
			const { id } = await bench.api<{ id: string }>('/programs', 'POST', asked);
			await person.goTo(`/program/${id}/card`);
		};
		const boxes = '[data-key-first] [role="checkbox"][aria-checked="false"]';
		await card(0);
		await person.sees('what it holds is not known');
		for (let left = (await person.driver.findElements(By.css(boxes))).length; left > 0; left--) {
			await (await person.find(boxes)).click();
			await person.driver.wait(
				async () => (await person.driver.findElements(By.css(boxes))).length < left,
				10_000,
				'ticked'
			);
		}
		// A box is ticked before its answer has come.
		await person.driver.wait(
			async () => (await charger(made.id)).held.every((h) => h.known),
			10_000,
			'they are known now'
		);
		// Charged, used and charged again, on the other channel too: nothing is asked for.
		for (const [channel, v] of [
			[1, 3.75],
			[0, 3.6],
			[1, 3.9]
		] as const) {
			await bench.api(`/packs/${bench.packId(name)}/readings`, 'POST', {
				...{ takenAt: now(), cellVoltagesV: [v, v, v, v], usedSince: 'used', temperatureDegC: 20 }
			});
			await card(channel);
			await person.sees('Left as it stands');
			assert.equal((await person.driver.findElements(By.css(boxes))).length, 0, `at ${v} V`);
		}
		await person.goTo('/');
		assert.doesNotMatch(await main(), /Slipway.*put back/s);
	});

	test('four cells known by their sum: an end that is high enough to harm one is a Stop with its ways out', async () => {
		const { person } = bench;
		const { id } = await bench.api<{ id: string }>('/packs', 'POST', {
			...{ name: 'Gift, no balance lead', chemistry: 'lipo', cells: 4, capacityAh: 2.2, balanceLead: false },
			...{ labelVoltageV: 14.8, labelChargeRateC: 2 }
		});
		const read = (values: object) =>
			bench.api(`/packs/${id}/readings`, 'POST', {
				...{ takenAt: now(), usedSince: 'used', temperatureDegC: 20, ...values }
			});
		await read({ cellVoltagesV: null, packVoltageV: 15.2 });
		const program = `/program?pack=${id}&channel=${bench.channelId('Pier Two')}&task=charge`;
		await person.goTo(program);
		const box = () => person.find('[data-setting="endVoltageV"] input');
		const ends = async () => Number(await (await box()).getAttribute('value'));
		assert.ok((await ends()) < 4.18, 'lowered for what the cells may differ');
		await person.driver.executeScript('arguments[0].select()', await box());
		await (await box()).sendKeys('4.20', '\uE007');
		await person.sees(
			'The charger sees only the sum: use the balance lead, or read every cell at rest within the hour before, or end it at'
		);
		assert.match(await main(), /Stop/);
		await person.press('button', 'Set 4.');
		await person.driver.wait(
			async () => !(await main()).includes('sees only the sum'),
			10_000,
			'the Stop is gone'
		);
		// The other way: each cell, just read.
		await read({ cellVoltagesV: [3.8, 3.8, 3.8, 3.8], packVoltageV: null });
		await person.goTo(program);
		assert.ok((await ends()) > 4.1, 'with every cell read it ends higher');
	});
});
