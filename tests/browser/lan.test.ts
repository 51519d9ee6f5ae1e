/**
 * The phone at the bench: over another address of this machine, behind the passphrase, with and
 * without a certificate; labels and their codes.
 */
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import jsQR from 'jsqr';
import { PNG } from 'pngjs';
import { By, Key } from 'selenium-webdriver';
import { setPassphrase } from '../../src/lib/server/lan/passphrase';
import { openBrowser, PHONE, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

/**
 * This machine's own address in a network; where it has none, a second one of loopback stands for
 * it, which browsers trust.
 */
const LAN =
	Object.values(networkInterfaces())
		.flat()
		.find((a) => a && a.family === 'IPv4' && !a.internal)?.address ?? '127.0.0.2';
const WORDS = 'four words do well';

interface Shelf {
	pack: { id: string; name: string };
}

async function enter(person: Person, words: string): Promise<void> {
	const field = await person.driver.findElement(By.css('#passphrase'));
	await field.sendKeys(words, Key.ENTER);
}

describe('over the local network', () => {
	let folder: string;
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	let packs: Shelf[];
	const far = () => `http://${LAN}:${app.port}`;
	before(async () => {
		folder = mkdtempSync(join(tmpdir(), 'lan-'));
		await setPassphrase(join(folder, 'passphrase.json'), WORDS);
		app = await startApp({
			demo: true,
			speed: 60,
			env: { STACK_TENDER_LAN: LAN, STACK_TENDER_PASSPHRASE_FILE: join(folder, 'passphrase.json') }
		});
		packs = (await (await fetch(`${app.base}/api/v1/packs`)).json()) as Shelf[];
		browser = await openBrowser(PHONE);
		person = new Person(browser.driver, far());
	});
	after(async () => {
		await browser?.close();
		await app?.close();
		rmSync(folder, { recursive: true, force: true });
	});

	test('on loopback nothing is asked; from elsewhere nothing is handed out', async () => {
		assert.equal((await fetch(`${app.base}/api/v1/packs`)).status, 200);
		for (const path of ['/api/v1/packs', '/api/v1/backup', '/icon.svg', '/api/v1/live'])
			assert.equal((await fetch(`${far()}${path}`)).status, 401, path);
		const foreign = await fetch(`${far()}/api/v1/packs`, { headers: { host: 'shed.example' } }).catch(
			() => null
		);
		assert.ok(foreign === null || foreign.status === 421 || foreign.status === 401);
		const enter = (origin: string) =>
			fetch(`${far()}/enter`, {
				method: 'POST',
				redirect: 'manual',
				headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
				body: `passphrase=${encodeURIComponent(WORDS)}`
			});
		assert.equal(
			(await enter('http://evil.example')).status,
			403,
			'another page cannot enter for the person'
		);
	});

	test('a phone that points at a pack’s label enters and has the pack, its program one press away', async () => {
		const skua = packs.find((p) => p.pack.name === 'Skua cutter')!.pack;
		await browser.driver.get(`${far()}/packs/${skua.id}`);
		assert.match(
			await browser.driver.findElement(By.css('main')).getText(),
			/not encrypted[\s\S]*dark phone will not call/
		);
		await enter(person, 'not the words');
		await browser.driver.wait(
			async () => /not the passphrase/.test(await browser.driver.findElement(By.css('main')).getText()),
			10_000
		);
		await enter(person, WORDS);
		await person.sees('Skua cutter');
		assert.equal(await person.path(), `/packs/${skua.id}`);
		await person.follow('Program', /^\/program$/);
		await person.sees('Check and connect');
	});

	test('a run that is started at the bench is on the phone at once, and what the phone stops has stopped', async () => {
		const chargers = (await (await fetch(`${app.base}/api/v1/chargers`)).json()) as {
			name: string;
			channels: { id: string }[];
		}[];
		const channel = chargers.find((c) => c.name === 'Pier Two')!.channels[0].id;
		const desk = await openBrowser();
		try {
			const bench = new Person(desk.driver, app.base);
			const gannet = packs.find((p) => p.pack.name === 'Gannet lifeboat, main')!.pack.id;
			await person.goTo('/run');
			await bench.goTo(`/program?pack=${gannet}&channel=${channel}`);
			await bench.press('button', 'Check and connect');
			await bench.waitForPath(/^\/run\/start\//);
			await bench.tickAll();
			for (const field of await desk.driver.findElements(By.css('li[data-rule] input')))
				await field.sendKeys('keyed in at the charger');
			await bench.press('button', 'Connect and read the cells');
			await desk.driver.wait(
				async () => (await bench.withText('button', 'Start charging')).isEnabled(),
				15_000
			);
			await bench.press('button', 'Start charging');
			await bench.waitForPath(/^\/run\/[0-9a-f-]{36}$/);
			await person.sees('Gannet lifeboat, main');
			await person.goTo(await bench.path());
			const trusted = await browser.driver.executeScript<boolean>('return isSecureContext');
			await person.sees(trusted ? 'keep this screen on' : 'a dark phone does not call');
			await person.press('button', 'Stop');
			await person.waitForPath(/^\/logbook\//);
			await bench.waitForPath(/^\/logbook\//);
		} finally {
			await desk.close();
		}
	});

	test('labels are printed to PDF, and their codes are read back as what they open', async () => {
		const desk = await openBrowser({ width: 1280, height: 800 });
		try {
			const bench = new Person(desk.driver, app.base);
			await bench.goTo('/house/labels');
			await bench.sees('This bench is open to the local network, behind its passphrase');
			const cdp = desk.driver as unknown as {
				sendAndGetDevToolsCommand(command: string, o: object): Promise<{ data: string }>;
				sendDevToolsCommand(command: string, o: object): Promise<void>;
			};
			const { data } = await cdp.sendAndGetDevToolsCommand('Page.printToPDF', { printBackground: true });
			const pdf = Buffer.from(data, 'base64');
			assert.equal(pdf.subarray(0, 5).toString(), '%PDF-');
			const pages = (pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g) ?? []).length;
			assert.ok(pages >= 1 && pages <= 4, `${pages} pages`);
			await cdp.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: 'print' });
			const labels = await desk.driver.findElements(By.css('[data-label]'));
			assert.equal(labels.length, packs.length + 7);
			for (const label of [labels[0], labels[5], labels[labels.length - 1]]) {
				const name = (await label.getAttribute('data-label'))!;
				await desk.driver.executeScript(`arguments[0].scrollIntoView({ block: 'center' })`, label);
				const {
					data: pixels,
					width,
					height
				} = PNG.sync.read(Buffer.from(await label.takeScreenshot(true), 'base64'));
				const read = jsQR(new Uint8ClampedArray(pixels), width, height)?.data;
				const pack = packs.find((p) => p.pack.name === name)?.pack.id;
				assert.ok(
					pack ? read === `${far()}/packs/${pack}` : read?.startsWith(`${far()}/chargers/`),
					`${name}: ${read}`
				);
			}
			await cdp.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: '' });
			await bench.goTo('/house/labels?at=javascript:alert(1)');
			await bench.sees('An address is like http://192.0.2.7:5280');
		} finally {
			await desk.close();
		}
	});

	test('a restart ends no session; a device is listed at the bench and forgotten by a press', async () => {
		await app.kill();
		await app.start();
		await person.goTo('/packs');
		await person.sees('Skua cutter');
		const desk = await openBrowser({ width: 1280, height: 800 });
		try {
			const bench = new Person(desk.driver, app.base);
			await bench.goTo('/house/labels');
			await bench.sees('Devices that have entered');
			await bench.press('button', 'Forget it');
			await desk.driver.wait(
				async () => (await desk.driver.findElements(By.css('[data-devices]'))).length === 0,
				10_000
			);
		} finally {
			await desk.close();
		}
		await browser.driver.get(`${far()}/packs`);
		await enter(person, WORDS);
		await person.sees('Skua cutter');
	});

	test('the session is ended from the phone, and it must enter anew', async () => {
		// The page that asks is none of the application's own.
		const asked = () =>
			browser.driver.wait(
				async () => (await person.path()) === '/enter',
				10_000,
				'it asks for the passphrase'
			);
		await person.goTo('/house/labels');
		await person.press('button', 'End this phone’s session');
		await asked();
		await browser.driver.get(`${far()}/packs`);
		await asked();
	});
});

describe('with a certificate of one’s own', () => {
	let folder: string;
	let app: TestApp;
	let browser: Browser;
	before(async () => {
		folder = mkdtempSync(join(tmpdir(), 'lan-'));
		await setPassphrase(join(folder, 'passphrase.json'), WORDS);
		const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
		execFileSync(
			'openssl',
			[
				'req',
				'-x509',
				'-newkey',
				'rsa:2048',
				'-nodes',
				'-days',
				'2',
				'-subj',
				'/CN=bench',
				'-addext',
				`subjectAltName=IP:${LAN}`,
				'-keyout',
				key,
				'-out',
				cert
			],
			{ stdio: 'ignore' }
		);
		app = await startApp({
			env: {
				STACK_TENDER_LAN: LAN,
				STACK_TENDER_PASSPHRASE_FILE: join(folder, 'passphrase.json'),
				STACK_TENDER_CERT: cert,
				STACK_TENDER_KEY: key
			}
		});
		browser = await openBrowser(PHONE, true);
	});
	after(async () => {
		await browser?.close();
		await app?.close();
		rmSync(folder, { recursive: true, force: true });
	});

	test('the cookie is Secure, and the phone has what a trusted address gives: keeping awake, notifications, installing', async () => {
		const far = `https://${LAN}:${app.port}`;
		const person = new Person(browser.driver, far);
		await browser.driver.get(`${far}/`);
		assert.match(await browser.driver.findElement(By.css('main')).getText(), /^(?![\s\S]*not encrypted)/);
		await enter(person, WORDS);
		await person.waitForPath(/^\/$/);
		await person.ready();
		const cookie = await browser.driver.manage().getCookie('stack-tender-session');
		assert.deepEqual([cookie.secure, cookie.httpOnly], [true, true]);
		const has = await browser.driver.executeScript(
			`return [isSecureContext, 'wakeLock' in navigator, 'Notification' in window, 'serviceWorker' in navigator, !!document.querySelector('link[rel=manifest]')]`
		);
		assert.deepEqual(has, [true, true, true, true, true]);
		const manifest = await browser.driver.executeScript<{ display: string }>(
			`return fetch(document.querySelector('link[rel=manifest]').href).then((r) => r.json())`
		);
		assert.equal(manifest.display, 'standalone');
		// Writes are taken from this origin, encrypted as it is.
		await person.goTo('/packs/new');
		const made = await browser.driver.executeScript<number>(
			`return fetch('/api/v1/packs', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ name: 'From the phone', chemistry: 'lipo', cells: 2, capacityAh: 1 }) }).then((r) => r.status)`
		);
		assert.equal(made, 201);
	});
});

test('beyond loopback nothing is listened on without a passphrase', async () => {
	const folder = mkdtempSync(join(tmpdir(), 'lan-'));
	try {
		await assert.rejects(
			startApp({
				quiet: true,
				env: { STACK_TENDER_LAN: LAN, STACK_TENDER_PASSPHRASE_FILE: join(folder, 'none.json') }
			}),
			/ended by itself/
		);
		writeFileSync(join(folder, 'broken.json'), '{"v":1');
		await assert.rejects(
			startApp({
				quiet: true,
				env: { STACK_TENDER_LAN: LAN, STACK_TENDER_PASSPHRASE_FILE: join(folder, 'broken.json') }
			}),
			/ended by itself[\s\S]*is broken: set it anew/
		);
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
});
