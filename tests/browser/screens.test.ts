/**
 * Every main screen: at desk and phone size, in three themes, nothing at all for axe-core and
 * nothing wider than the page.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, describe, test } from 'node:test';
import { By } from 'selenium-webdriver';
import { DESK, openBrowser, PHONE, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

interface Violation {
	id: string;
	impact: string;
	nodes: { target: string[]; failureSummary: string }[];
}

/** Sets of rules by the names that axe-core gives them. */
const EVERYTHING = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const COLOURS = ['color-contrast', 'link-in-text-block'];

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

describe('screens', () => {
	let app: TestApp;
	let browser: Browser;
	let person: Person;
	let screens: Record<string, string>;
	let programId: string;
	const errors: string[] = [];

	before(async () => {
		app = await startApp({ demo: true });
		browser = await openBrowser(DESK);
		person = new Person(browser.driver, app.base);
		const get = async (path: string) => (await fetch(`${app.base}/api/v1${path}`)).json();
		const packs = (await get('/packs')) as { pack: { id: string; name: string } }[];
		const chargers = (await get('/chargers')) as { id: string; name: string; channels: { id: string }[] }[];
		const { runs } = (await get('/runs?limit=1')) as { runs: { run: { id: string } }[] };
		const named = (name: string) => packs.find((p) => p.pack.name === name)!.pack.id;
		const pack = named('Gannet lifeboat, main');
		const trawler = named('Guillemot trawler');
		const tug = named('Auk tug, port');
		const pier = chargers.find((c) => c.name === 'Pier Two')!;
		const program = (await (
			await fetch(`${app.base}/api/v1/programs`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ packId: pack, chargerId: pier.id, channelId: pier.channels[0].id })
			})
		).json()) as { id: string };
		programId = program.id;
		// A few of one make, read just now, for a pile.
		for (const v of [3.75, 3.78, 3.8, 4]) {
			const post = (path: string, body: object) =>
				fetch(`${app.base}/api/v1${path}`, {
					method: 'POST',
					headers: { 'content-type': 'application/json' },
					body: JSON.stringify(body)
				}).then((r) => r.json() as Promise<{ id: string }>);
			const { id } = await post('/packs', {
				name: `Eider at ${v}`,
				chemistry: 'lihv',
				cells: 4,
				capacityAh: 1.5,
				labelChargeRateC: 2
			});
			await post(`/packs/${id}/readings`, {
				takenAt: new Date().toISOString(),
				state: 'rest',
				cellVoltagesV: [v, v, v, v],
				packVoltageV: null
			});
		}
		const opened = (await (
			await fetch(`${app.base}/api/v1/cases`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					packId: pack,
					chargerId: pier.id,
					channelId: pier.channels[0].id,
					family: 'lithium',
					symptom: 'current-falls'
				})
			})
		).json()) as { id: string };
		const slot = 300e3;
		const at = (h: number) => new Date(Math.floor(Date.now() / slot) * slot + h * 3600e3).toISOString();
		const plan = (await (
			await fetch(`${app.base}/api/v1/plans`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					name: 'Harbour day',
					from: at(0),
					until: at(14),
					hours: [
						{ from: at(0), to: at(3), who: 'you', hands: true },
						{ from: at(3), to: at(4), who: 'somebody', hands: false },
						{ from: at(12), to: at(14), who: 'you', hands: true }
					],
					jobs: [pack, trawler, tug].map((packId, n) => ({
						id: `j${n}`,
						packId,
						goal: 'ready',
						due: at(13),
						notBefore: null,
						startsAt: null,
						doneAt: null
					})),
					planned: [],
					madeAt: null,
					plannedAt: null
				})
			})
		).json()) as { id: string };
		screens = {
			Today: '/',
			Plans: '/plan?all',
			'new plan': '/plan/new',
			'a plan': `/plan/${plan.id}`,
			'a job of a plan': `/plan/${plan.id}?job=j0`,
			season: '/plan/season',
			Packs: '/packs',
			'one pack': `/packs/${pack}`,
			'new pack': '/packs/new',
			Chargers: '/chargers',
			'one charger': `/chargers/${pier.id}`,
			'charger editor': `/chargers/${pier.id}/edit`,
			'Program, choosing': '/program',
			Program: `/program?pack=${pack}&channel=${pier.channels[0].id}`,
			'Program, nickel': `/program?pack=${trawler}&channel=${pier.channels[0].id}`,
			'Program, cycle': `/program?pack=${pack}&channel=${pier.channels[0].id}&task=cycle`,
			'which channel': `/program/channels?pack=${pack}`,
			'new charger': '/chargers/new',
			compare: `/program/compare?pack=${pack}&channel=${pier.channels[0].id}`,
			pair: `/program/pair?pack=${tug}`,
			'suits my packs': `/chargers/${pier.id}/suits`,
			'bench stock': '/chargers/stock',
			'your practice': '/house',
			'what is checked': '/house/rules',
			'key-in card': `/program/${program.id}/card`,
			'check and connect': `/run/start/${program.id}`,
			emergency: '/emergency',
			Drill: '/drill',
			'a drill': '/drill/2/2',
			'a program to set up': '/drill/program/2/1',
			Parallel: '/parallel?kind=lihv%204',
			'Parallel, unread': '/parallel?kind=lipo%204',
			Diagnose: '/diagnose',
			'a case': `/diagnose/${opened.id}`,
			Run: '/run',
			Logbook: '/logbook',
			'one run': `/logbook/${runs[0].run.id}`
		};
	});
	after(async () => {
		await browser?.close();
		await app?.close();
	});

	/**
	 * Another theme is other colours on the same page, so only what colours can break is looked for
	 * there again.
	 */
	const found = async (only?: 'colours') => {
		if (!(await person.driver.executeScript<boolean>('return !!window.axe')))
			await person.driver.executeScript(axe);
		// What the foot of a phone covers at this moment is judged where it can be pressed: pushed into
		// the middle.
		const violations = await person.driver.executeAsyncScript<Violation[]>(
			`const [rules, done] = arguments;
			const options = { resultTypes: ['violations'], preload: false };
			const covered = (node) => /obscured/.test(node.failureSummary);
			const inTheMiddle = async (node) => {
				const element = document.querySelector(node.target[0]);
				element.scrollIntoView({ block: 'center' });
				const again = await axe.run(element, { ...options, runOnly: ['target-size'] });
				return again.violations.flatMap((v) => v.nodes);
			};
			(async () => {
				const { violations } = await axe.run(document, { ...options, runOnly: rules });
				for (const v of violations)
					if (v.id === 'target-size') {
						const nodes = v.nodes.filter((n) => !covered(n));
						for (const n of v.nodes.filter(covered)) nodes.push(...(await inTheMiddle(n)));
						v.nodes = nodes;
					}
				done(violations.filter((v) => v.nodes.length));
			})();`,
			only ? COLOURS : EVERYTHING
		);
		return violations.map(
			(v) =>
				`${v.id}: ${v.nodes
					.map((n) => `${n.target.join(' ')} ${n.failureSummary.split('\n')[1] ?? ''}`)
					.slice(0, 3)
					.join(' | ')}`
		);
	};
	/** What the browser refused or failed at since this was asked last. */
	const complaints = async () =>
		(await person.driver.manage().logs().get('browser'))
			.map((entry) => entry.message)
			.filter((m) => !/favicon/.test(m));
	/**
	 * By how much the page is wider than the window, or what can be pressed stands out of it at the
	 * left, px.
	 */
	const tooWide = () =>
		person.driver.executeScript<number>(
			`const m = document.querySelector("main");
			const out = [...document.querySelectorAll("a, button")]
				.filter((e) => e.checkVisibility() && !e.matches(".skip"))
				.map((e) => -e.getBoundingClientRect().left);
			return Math.max(document.documentElement.scrollWidth - innerWidth, m.scrollWidth - m.clientWidth, ...out);`
		);

	const theme = async (name: string) =>
		(await person.driver.findElement(By.xpath(`//nav//button[text()="${name}"]`))).click();

	test('every screen: nothing for axe-core in any theme, at the desk or on a phone; nothing wider than the page; the usual programs and Check do not scroll', async () => {
		for (const [name, path] of Object.entries(screens)) {
			await browser.resize(DESK);
			await person.goTo(path);
			assert.ok((await tooWide()) <= 0, `${name} is ${await tooWide()} px too wide`);
			errors.push(...(await complaints()).map((m) => `${name}: ${m}`));
			if (['Program', 'Program, nickel', 'check and connect'].includes(name)) {
				const over = await person.driver.executeScript<number>(
					'const m = document.querySelector("main"); return m.scrollHeight - m.clientHeight'
				);
				assert.ok(over <= 0, `${name} scrolls by ${over} px`);
			}
			errors.push(...(await found()).map((v) => `${name}: ${v}`));
			await theme('Night');
			errors.push(...(await found('colours')).map((v) => `Night, ${name}: ${v}`));
			// A phone is what is read in the sun; the themes of a narrow window are in a menu of its own.
			await theme('Sun');
			await browser.resize(PHONE);
			assert.ok((await tooWide()) <= 0, `${name} is ${await tooWide()} px too wide at 390`);
			errors.push(...(await found()).map((v) => `phone in Sun, ${name}: ${v}`));
			await browser.resize({ width: 320, height: 640, mobile: true });
			assert.ok((await tooWide()) <= 0, `${name} is ${await tooWide()} px too wide at 320`);
			await browser.resize(DESK);
			await theme('Bench');
		}
		assert.deepEqual(errors.splice(0), []);
	});

	test('phone: the logbook says how a run ended without being pushed aside', async () => {
		await browser.resize(PHONE);
		await person.goTo('/logbook');
		const hidden = await person.driver.executeScript<number>(
			`const box = document.querySelector('.ledger').parentElement;
			return box.scrollWidth - box.clientWidth;`
		);
		assert.ok(hidden <= 0, `${hidden} px of the table are out of sight`);
	});

	test('a script that is not ours does not run, and the browser says so: the check above would see it', async () => {
		await person.goTo('/');
		await complaints();
		await person.driver.executeScript(
			'const s = document.createElement("script"); s.textContent = "window.foreign = true"; document.head.append(s)'
		);
		assert.equal(await person.driver.executeScript('return window.foreign ?? null'), null);
		assert.match((await complaints()).join(), /Content Security Policy/);
	});

	test('a link that was pressed is followed though a run starts somewhere before its page is there', async () => {
		await browser.resize(DESK);
		await person.goTo('/packs');
		await person.driver.executeScript(`
			const fetched = window.fetch;
			window.fetch = async (asked, init) => {
				const answer = await fetched(asked, init);
				if (String(asked).includes('/logbook/__data')) {
					window.waiting = true;
					await new Promise((r) => setTimeout(r, 2500));
				}
				return answer;
			};`);
		await (await person.driver.findElement(By.css('nav a[href="/logbook"]'))).click();
		await person.driver.wait(() => person.driver.executeScript('return window.waiting === true'), 8000);
		const started = await fetch(`${app.base}/api/v1/runs`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ programId, mode: 'by hand', cellsRead: 4, overridden: [] })
		});
		assert.equal(started.status, 201, await started.text());
		await person.waitForPath(/^\/logbook$/, 8000);
		const dock = 'return document.querySelector(".dock-cell").innerText';
		await person.driver.wait(
			async () => (await person.driver.executeScript<string>(dock)).includes('Gannet'),
			8000,
			'what had changed was never read again'
		);
	});

	test('the keys of the help page work', async () => {
		await browser.resize(DESK);
		await person.goTo('/packs');
		for (const [keys, path] of [
			['gc', '/chargers'],
			['gb', '/logbook'],
			['gg', '/program'],
			['gt', '/']
		] as const) {
			await person.driver.actions().sendKeys(keys[0]).pause(60).sendKeys(keys[1]).perform();
			await person.driver.wait(
				async () => (await person.path()) === path,
				8000,
				`g ${keys[1]} did not go to ${path}`
			);
			await person.ready();
		}
		await person.driver.actions().sendKeys('?').perform();
		await person.sees('Before anything charges');
	});
});
