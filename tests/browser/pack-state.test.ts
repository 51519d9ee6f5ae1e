/**
 * One pack, one state: what was seen, said or charged last binds on every page, in the same words.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { DemoBench } from './demo-bench';

describe('one pack, one state', { timeout: 300_000 }, () => {
	let bench: DemoBench;
	before(async () => (bench = await DemoBench.open(600)), { timeout: 120_000 });
	after(() => bench.close());

	const verdict = (): Promise<string> => bench.person.text('main');
	const now = (): string => new Date().toISOString();
	/** A run by hand that is begun, whatever is found being decided, and ended with these figures. */
	async function byHand(name: string, charger: string, end: object, task = 'balance'): Promise<string> {
		const packId = bench.packId(name);
		const asked = { packId, chargerId: bench.chargerId(charger), channelId: bench.channelId(charger), task };
		const { id: programId } = await bench.api<{ id: string }>('/programs', 'POST', asked);
		const { findings } = await bench.api<{ findings: { rule: string; severity: string }[] }>(
			'/check',
			'POST',
			asked
		);
		const { pack } = (await bench.api<{ pack: { id: string; cells: number } }[]>('/packs')).find(
			(p) => p.pack.id === packId
		)!;
		const run = await bench.api<{ id: string; error?: { message: string } }>('/runs', 'POST', {
			programId,
			mode: 'by hand',
			cellsRead: pack.cells,
			overridden: findings
				.filter((f) => f.severity !== 'note')
				.map((f) => ({ rule: f.rule, reason: 'looked at, it is all right' }))
		});
		assert.equal(run.error, undefined, run.error?.message);
		const ended = await bench.api<{ error?: { message: string } }>(`/runs/${run.id}/end`, 'POST', {
			begunEarlier: true,
			...end
		});
		assert.equal(ended.error, undefined, ended.error?.message);
		return run.id;
	}

	test('swollen at the check binds at once, also when the page is left; taken back as a mistake it is gone', async () => {
		const { person } = bench;
		await bench.program('Kittiwake launch', 'Basin Four');
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await person.press('button', 'Something is not so');
		await person.press('button', 'swollen');
		await person.sees('It is never charged again');
		await person.sees('Noted with Kittiwake launch');
		await person.goTo('/packs');
		await person.goTo(`/packs/${bench.packId('Kittiwake launch')}`);
		await person.sees('Nothing that passes current is offered');
		const offered = await person.driver.findElements(By.css('main header a.btn-act'));
		assert.equal(offered.length, 0, 'no program is offered');
		await bench.program('Kittiwake launch', 'Basin Four');
		await person.sees('is marked swollen: do not charge it');
		assert.match(await verdict(), /Stop/);
		await person.goTo(`/packs/${bench.packId('Kittiwake launch')}`);
		await person.press('button', 'Entered by mistake');
		await person.driver.wait(
			async () => !(await verdict()).includes('Nothing that passes current is offered'),
			8000,
			'it is in service again'
		);
		await bench.program('Kittiwake launch', 'Basin Four');
		assert.doesNotMatch(await verdict(), /is marked swollen/);
	});

	test('hot after use, then read without a thermometer: a Stop, until it was measured', async () => {
		const { person } = bench;
		const id = bench.packId('Petrel pilot boat');
		await person.goTo(`/packs/${id}`);
		await person.press('button', 'I just used it');
		await person.sees(/let it cool for (29|30) min more/);
		await person.choose('[aria-label^="How it felt"]', 'hot');
		await person.sees(/let it cool for (59|60) min more/);
		const cells = (await bench.reading('Petrel pilot boat'))!.cellVoltagesV!;
		const read = (temperatureDegC: number | null) =>
			bench.api(`/packs/${id}/readings`, 'POST', {
				takenAt: now(),
				cellVoltagesV: cells.map(() => 3.86),
				usedSince: 'used',
				temperatureDegC
			});
		await read(null);
		await bench.program('Petrel pilot boat', 'Basin Four');
		await person.sees('It was hot when it was used');
		assert.match(await verdict(), /Stop/);
		await read(24);
		await bench.program('Petrel pilot boat', 'Basin Four');
		await person.sees('Forecast');
		assert.doesNotMatch(await verdict(), /It was hot when it was used/);
	});

	test('a nickel pack that was read until it faded and then filled is full, and its next program says so', async () => {
		const { person } = bench;
		await byHand(
			'Dunlin trawler',
			'Pier Two',
			{ endReason: 'full', durationMin: 112, chargeAh: 2.75, begunEarlier: true },
			'charge'
		);
		await person.goTo(`/packs/${bench.packId('Dunlin trawler')}`);
		await person.sees(/Charged\./);
		await person.sees(/9\d to 100 %/);
		await bench.program('Dunlin trawler', 'Pier Two');
		await person.sees('charged again it only heats');
	});

	test('an end with a cell over its limit after a timer says the same on every page', async () => {
		const { person } = bench;
		const name = 'Gannet lifeboat, spare';
		const cells = (await bench.reading(name))!.cellVoltagesV!.length;
		const id = await byHand(name, 'Basin Four', {
			endReason: 'timer',
			durationMin: 20,
			chargeAh: 0.3,
			endCellVoltagesV: Array.from({ length: cells }, (_, i) => (i === 1 ? 4.31 : 4.1))
		});
		const said = 'Cell 2 ended at 4.310 V, above the 4.250 V that it may have';
		await person.goTo(`/logbook/${id}`);
		await person.sees(/not what it says/i);
		await person.sees(said);
		assert.doesNotMatch(await verdict(), /let a new program go on|Discharge it a little/);
		await person.goTo(`/packs/${bench.packId(name)}`);
		await person.sees(said);
		await bench.program(name, 'Basin Four');
		await person.sees(said);
		assert.match(await verdict(), /Stop/);
		for (const page of ['/packs', '/', `/diagnose?run=${id}`]) {
			await person.goTo(page);
			await person.sees(said);
		}
		// Opened from the run, the case says it too, and that nothing may go on, before anything is
		// asked.
		await person.driver.findElement(By.css('[data-suggested] button, [data-suggested] a')).click();
		await person.waitForPath(/^\/diagnose\/.+/);
		await person.sees(said);
		assert.equal(
			await person.driver.findElement(By.css('[data-may]')).getAttribute('data-may'),
			'no',
			'may I go on'
		);
	});

	test('a false full corrected into a sound end is believed from then on, and its story can be taken back', async () => {
		const { person } = bench;
		const name = 'Guillemot trawler';
		// What the demo read of it an hour ago is put out of the way: a pack is not read while it is
		// charged.
		const [last] = await bench.api<{ id: string }[]>(`/packs/${bench.packId(name)}/readings`);
		await bench.api(`/readings/${last.id}`, 'DELETE');
		await bench.api(`/packs/${bench.packId(name)}/readings`, 'POST', {
			takenAt: new Date(Date.now() - 4 * 3600e3).toISOString(),
			packVoltageV: 7.2,
			cellVoltagesV: null,
			usedSince: 'until it faded'
		});
		const id = await byHand(
			name,
			'Quay 65',
			{ endReason: 'full', durationMin: 6, chargeAh: 0.09, begunEarlier: true },
			'charge'
		);
		await person.goTo(`/packs/${bench.packId(name)}`);
		await person.sees(/It says full with 90 mAh/);
		await person.goTo(`/logbook/${id}`);
		await person.sees(/not what it says/i);
		await person.press('button', 'Correct what was written down');
		await person.fill('Minutes', '150');
		await person.fill('Put in', '2350');
		await person.press('button', 'Correct it');
		await person.sees('90 mAh → 2350 mAh');
		await person.goTo(`/packs/${bench.packId(name)}`);
		await person.sees('2350 mAh in 150 min');
		await (await person.find('[data-story] button[aria-label^="Take back: Read"]')).click();
		await person.sees('Without it:');
		await person.press('button', 'Keep it');
	});
});
