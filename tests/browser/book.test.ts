/**
 * The book opened: found in, laid over each other, taken out, brought in, restored and put back,
 * through the real interface.
 */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { PHONE } from '../support/browser';
import { OPEN_READWRITE, withHandle } from '../../src/lib/server/db/sqlite';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

interface Listed {
	runs: { run: { id: string; startedAt: string } }[];
	total: number;
}

describe('the book', () => {
	let bench: DemoBench;
	let person: Person;
	let folder: string;
	const main = <T>(script: string) => person.driver.executeScript<T>(script);
	const total = async () => Number(/(\d+) runs?, page/.exec(await person.text('main'))?.[1] ?? NaN);
	const becomes = (wanted: number, why: string) =>
		person.driver.wait(async () => (await total()) === wanted, 10_000, why);
	const choose = async (label: string, word: string) => {
		await (await person.find(`[data-filter] [aria-label^="${label}:"]`)).click();
		await (
			await person.driver.findElement(By.xpath(`//*[@role="option"][normalize-space(.)="${word}"]`))
		).click();
	};
	const file = (name: string, content: string | Buffer) => {
		const path = join(folder, name);
		writeFileSync(path, content);
		return path;
	};
	/** Gives the file to the button with these words. */
	const give = async (words: string, path: string) =>
		(
			await person.driver.findElement(By.xpath(`//label[contains(normalize-space(.), "${words}")]//input`))
		).sendKeys(path);
	const names = async () =>
		(await bench.api<{ pack: { name: string } }[]>('/packs')).map((p) => p.pack.name).sort();
	const inDialog = async (words: string) =>
		(
			await person.driver.findElement(
				By.xpath(`//*[@role="alertdialog"]//button[normalize-space(.)="${words}"]`)
			)
		).click();

	before(async () => {
		folder = mkdtempSync(join(tmpdir(), 'book-'));
		bench = await DemoBench.open(60);
		person = bench.person;
	});
	after(async () => {
		await bench?.close();
		rmSync(folder, { recursive: true, force: true });
	});

	test('the logbook is found in by words, pack, task, end, judgement and month; all of it stands in the address', async () => {
		const all = (await bench.api<Listed>('/runs?limit=1')).total;
		await person.goTo('/logbook');
		assert.equal(await total(), all);
		const skua = (await bench.api<Listed>(`/runs?packId=${bench.packId('Skua cutter')}&limit=1`)).total;
		await (await person.find('[data-filter] input[type="search"]')).sendKeys('cutter skua');
		await becomes(skua, 'both words, in any order');
		await choose('Task', 'Discharge');
		await person.driver.wait(async () => (await total()) < skua / 2, 10_000);
		assert.match(await person.driver.getCurrentUrl(), /q=cutter.skua&|q=cutter.skua$/);
		await person.driver.navigate().refresh();
		await person.ready();
		assert.ok((await total()) < skua / 2, 'after a reload too');
		await person.press('a', 'everything again');
		await becomes(all, 'everything again');
		await choose('End', 'otherwise than meant');
		await person.driver.wait(async () => (await total()) < all / 4, 10_000);
		const otherwise = await total();
		assert.ok(otherwise > 0);
		await choose('Judged', 'sound');
		await person.driver.wait(async () => (await total()) !== otherwise, 10_000).catch(() => undefined);
		assert.ok((await total()) <= otherwise);
		await person.press('a', 'everything again');
		await becomes(all, 'everything again');
		const months = await person.driver.findElements(By.css('[data-months] a'));
		assert.ok(months.length >= 12);
		const said = Number(/: (\d+) runs/.exec((await months[3].getAttribute('title'))!)![1]);
		await months[3].click();
		await becomes(said, 'the month’s own runs');
		await person.driver.navigate().back();
		await becomes(all, 'the way back');
		await (await person.find('[data-filter] input[type="search"]')).sendKeys('100%_nothing');
		await person.sees('No run is like that.');
	});

	test('runs are chosen and laid over each other, six at most', async () => {
		await person.goTo(`/logbook?pack=${bench.packId('Skua cutter')}`);
		const boxes = await person.driver.findElements(By.css('tbody [role="checkbox"]'));
		await boxes[0].click();
		await person.sees('one run chosen, choose another');
		for (const box of boxes.slice(1, 8)) await box.click();
		await person.sees('6 runs chosen');
		await person.follow('Lay them over each other', /^\/logbook\/compare$/);
		await person.sees('Skua cutter: 6 runs over each other');
		assert.equal((await person.driver.findElements(By.css('.plot path.curve'))).length, 6);
		await person.press('button', 'charge');
		await person.driver.wait(
			async () =>
				(
					await main<string>(`return document.querySelector('[role="img"]').getAttribute('aria-label')`)
				).startsWith('charge'),
			5000
		);
		await person.goTo('/logbook/compare?runs=nothing');
		await person.sees('Two runs at least');
	});

	test('what a pack holds over time is said, kept with one press, and taken back', async () => {
		await person.goTo(`/packs/${bench.packId('Cormorant ferry')}`);
		await person.sees(/By \d+ runs it holds \d+ mAh to \d+ mAh; its programs count with 5200 mAh/);
		assert.equal((await person.driver.findElements(By.css('[data-course]'))).length, 3);
		const held = async () =>
			(await bench.api<{ pack: { name: string; measuredCapacityAh: number | null } }[]>('/packs')).find(
				(p) => p.pack.name === 'Cormorant ferry'
			)!.pack.measuredCapacityAh;
		assert.equal(await held(), null);
		const words = await person.text('[data-says="capacity-known"] button');
		await (await person.find('[data-says="capacity-known"] button')).click();
		await person.driver.wait(async () => (await held()) !== null, 10_000);
		assert.equal(Math.round(1000 * (await held())!), Number(/(\d+)\s*mAh/.exec(words)![1]));
		await person.undo();
		await person.driver.wait(async () => (await held()) === null, 10_000, 'taken back');
		await person.goTo('/logbook/packs');
		await person.driver.wait(
			async () => (await person.driver.findElements(By.css('[data-computing]'))).length === 0,
			60_000,
			'every pack is computed'
		);
		const first = await person.text('tbody tr');
		assert.match(first, /Puffin spare[\s\S]*retire: It is marked swollen/);
	});

	test('a log of another program becomes a judged run', async () => {
		// Two cells, two amps, an hour; semicolons, decimal commas, millivolts, a broken line.
		const lines = ['Protokoll', 'Zeit;Spannung mV;Strom mA;Z1 mV;Z2 mV;Profil'];
		for (let s = 0; s <= 3000; s += 10) {
			const cell = Math.round(Math.min(4200, 3750 + (450 * s) / 2400));
			const amps = s < 2400 ? 1800 : 1800 * Math.exp(-(s - 2400) / 220);
			lines.push(`${(s / 1).toFixed(1).replace('.', ',')};${2 * cell};${amps.toFixed(0)};${cell};${cell};x`);
		}
		lines.splice(40, 0, 'nonsense;;;;;');
		await person.goTo('/logbook/log');
		await give('Choose a file', file('foreign.csv', lines.join('\n')));
		await person.sees('Figures with a decimal comma.');
		await person.sees('1 line is left out');
		await person.sees(
			/In: 13\d\d mAh in \d+ min at 1\.80 A, up to 8\.40 V\. Its current had faded at the end: it looks full/
		);
		await person.press('button', 'Put it into the book').catch(() => undefined);
		await person.sees('Still to be said: the pack, the channel, when it started.');
		const combo = await person.find('form input[aria-label="Pack"]');
		await combo.clear();
		await combo.sendKeys('Tern rescue');
		await (
			await person.driver.findElement(By.xpath('//*[@role="option"][contains(., "Tern rescue")]'))
		).click();
		await (await person.find('form [aria-label^="Channel:"]')).click();
		await (await person.driver.findElement(By.xpath('//*[@role="option"][contains(., "Quay 65")]'))).click();
		await person.typeMoment('Started', '2026-03-01T10:00');
		await person.press('button', 'Put it into the book');
		await person.waitForPath(/^\/logbook\/[0-9a-f-]{36}$/);
		await person.sees('Tern rescue boat');
		const id = (await person.path()).split('/').at(-1)!;
		const { run } = await bench.api<{
			run: { endReason: string; notes: string; endCellVoltagesV: number[] };
		}>(`/runs/${id}`);
		assert.deepEqual([run.endReason, run.endCellVoltagesV], ['full', [4.2, 4.2]]);
		assert.equal(run.notes, 'From a log of 301 lines, 1 of them left out.');
		// Once more it is the same run.
		const again = await bench.api<{ error: { message: string } }>('/logs', 'POST', {
			packId: bench.packId('Tern rescue boat'),
			channelId: bench.channelId('Quay 65'),
			task: 'balance',
			endReason: 'full',
			startedAt: new Date('2026-03-01T10:00').toISOString(),
			text: 'time,volts,amps\n0,8,1\n60,8.1,1',
			meaning: [
				{ role: 'time', unit: 's' },
				{ role: 'volts', unit: 'V' },
				{ role: 'current', unit: 'A' }
			]
		});
		assert.match(again.error.message, /stands in the book already/);
		await person.goTo('/logbook/log');
		await give('Choose a file', file('picture.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1])));
		await person.sees('picture.csv is no text');
		await give('Choose a file', file('empty.csv', 'just words\nand more'));
		await person.sees('empty.csv holds no lines of figures.');
	});

	test('the book is taken out, changed, and brought in: what would change is said, and it can all be put back', async () => {
		const book = await (await fetch(`${bench.app.base}/api/v1/book`)).text();
		const before = await names();
		await person.goTo('/house/out-and-in');
		await give('Bring in a book', file('same.json', book));
		await person.sees('Nothing of it is new here.');
		await person.press('button', 'Leave it');
		await give('Bring in a book', file('other.json', book.replace('"Winch tug"', '"Winch tug II"')));
		await person.sees(/Winch tug II: name/);
		await person.sees('Nothing of it is new here.');
		await main(`document.querySelector('[data-coming] [role="checkbox"]').click()`);
		await person.press('button', 'Bring it in');
		await person.sees(/Brought in: 0 new, 1 replaced/);
		assert.ok((await names()).includes('Winch tug II'));
		await person.press('button', 'Put back what was there');
		await person.driver.wait(async () => (await names()).join() === before.join(), 20_000, 'as it was');
		await give('Bring in a book', file('broken.json', book.slice(0, 100_000)));
		await person.sees(/broken\.json: This file breaks off or is no JSON/);
		await give('Bring in a book', file('wrong.json', book.replace(/"cells":4/, '"cells":-4')));
		await person.sees('Nothing of it can be brought in:');
		await person.sees(/packs, row \d+, cells \(-4\)/);
		assert.deepEqual(await names(), before);
	});

	test('a backup is restored by a press, and what it replaced is put back by another', async () => {
		const backup = Buffer.from(await (await fetch(`${bench.app.base}/api/v1/backup`)).arrayBuffer());
		await bench.api('/packs', 'POST', { name: 'Later pack', chemistry: 'lipo', cells: 2, capacityAh: 1 });
		await person.goTo('/house/out-and-in');
		await give('Restore a backup', file('not.sqlite', 'SQLite format 3, or so it says'));
		await person.sees('This file is no backup');
		await give('Restore a backup', file('cut.sqlite', backup.subarray(0, 40_000)));
		await person.sees(/is damaged|but not one of Stack Tender/);
		await give('Restore a backup', file('backup.sqlite', backup));
		await person.sees('Put this in the place of what is here?');
		await person.sees(/2\d packs, 3 chargers, 5\d\d runs/);
		await inDialog('Put in place');
		await person.sees('It is in place. What was here is kept.');
		assert.ok(!(await names()).includes('Later pack'));
		await person.press('button', 'Put back what was there');
		await person.driver.wait(async () => (await names()).includes('Later pack'), 20_000, 'the way back');
		// What runs is followed again: the simulated charger is answered to by the application that was
		// opened anew.
		await bench.program('Skua cutter', 'Pier Two');
		await bench.checkAndStart('charging');
		const no = await fetch(
			`${bench.app.base}/api/v1/kept/${(await bench.api<{ name: string }[]>('/kept'))[0].name}`,
			{ method: 'PUT', headers: { 'content-type': 'application/json' }, body: '{}' }
		);
		assert.equal(no.status, 409);
		assert.match(await no.text(), /A run is going on/);
		await person.press('button', 'Stop');
		await person.waitForPath(/^\/logbook\//);
		for (const name of ['..%2F..%2Fetc%2Fpasswd', 'demo.sqlite'])
			assert.equal(
				(
					await fetch(`${bench.app.base}/api/v1/kept/${name}`, {
						method: 'PUT',
						body: '{}',
						headers: { 'content-type': 'application/json' }
					})
				).status,
				404
			);
	});

	test('a backup that somebody has prepared is refused with its reason, and what is here is untouched', async () => {
		const before = await names();
		const path = file(
			'prepared.sqlite',
			Buffer.from(await (await fetch(`${bench.app.base}/api/v1/backup`)).arrayBuffer())
		);
		await withHandle(path, OPEN_READWRITE, (handle) =>
			handle.run(
				"CREATE TRIGGER healed AFTER INSERT ON events BEGIN UPDATE packs SET condition = 'in service'; END"
			)
		);
		await person.goTo('/house/out-and-in');
		await give('Restore a backup', path);
		await person.sees('Put this in the place of what is here?');
		await inDialog('Put in place');
		await person.sees('This file cannot take the place of the data');
		await person.sees('the trigger healed is not ours');
		assert.deepEqual(await names(), before);
		assert.equal((await person.driver.findElements(By.css('[data-back]'))).length, 0);
	});

	test('on a phone nothing is wider than the screen', async () => {
		await bench.browser.resize(PHONE);
		for (const path of [
			'/logbook',
			'/logbook/packs',
			'/house/out-and-in',
			'/logbook/log',
			`/packs/${bench.packId('Cormorant ferry')}`
		]) {
			await person.goTo(path);
			assert.ok((await main<number>('return document.documentElement.scrollWidth - innerWidth')) <= 0, path);
		}
	});
});
