/**
 * A day at the bench planned through the real interface: made, moved by hand and key, begun, and
 * planned anew when it comes otherwise.
 */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { By, Key, Origin } from 'selenium-webdriver';
import type { Plan } from '../../core/plan/plan';
import { PHONE } from '../support/browser';
import { DemoBench } from './demo-bench';
import type { Person } from './page';

interface Standing {
	plan: Plan;
	progress: [string, { state: string; runId?: string }][];
	deviates: string | null;
}

const SLOT = 5 * 60e3;
const WORKED_MS = 40_000;

describe('plan', () => {
	let bench: DemoBench;
	let person: Person;
	let id: string;
	const folder = mkdtempSync(join(tmpdir(), 'calendars-'));
	const begin = Math.floor(Date.now() / SLOT) * SLOT;
	const at = (min: number) => new Date(begin + min * 60e3).toISOString();
	const main = <T>(script: string, ...args: unknown[]) => person.driver.executeScript<T>(script, ...args);
	const standing = () => bench.api<Standing>(`/plans/${id}`);
	const spanOf = (plan: Plan, jobId: string) => plan.planned.find((p) => p.jobId === jobId)?.spans[0] ?? null;
	const waitFor = async (what: (s: Standing) => boolean, why: string): Promise<Standing> => {
		let last: Standing | undefined;
		try {
			await person.driver.wait(async () => what((last = await standing())), WORKED_MS);
		} catch {
			throw new Error(
				`${why}: ${JSON.stringify(last?.plan.planned)} ${JSON.stringify(last?.progress)}`.slice(0, 1500)
			);
		}
		return last!;
	};
	/** Worked out and kept, with all that can be said of it. */
	const worked = async (since: string | null) => {
		const s = await waitFor(
			({ plan }) => plan.plannedAt !== null && plan.plannedAt !== since,
			'never planned'
		);
		await person.driver.wait(
			async () => !(await main<string>('return document.body.innerText')).includes('Still looking.'),
			WORKED_MS
		);
		return s;
	};
	const tomorrow = (): string => {
		const at = new Date(Date.now() + 86400e3);
		return `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`;
	};
	const jobOf = (name: string) => `r-${bench.packId(name)}`;
	const bar = (jobId: string) => person.find(`[data-job="${jobId}"]`);

	/** A toast or a list that opens stands outside of the page. */
	const outside = async (words: string) => {
		const find = `return [...document.querySelectorAll('button')].filter((b) => b.innerText.trim() === '${words}').at(-1)`;
		await person.driver.wait(async () => (await main(find)) !== null, 10_000, `nothing says ${words}`);
		await main(`${find.replace('return ', '')}.click()`);
	};

	before(async () => {
		bench = await DemoBench.open(20);
		person = bench.person;
	});
	after(async () => {
		rmSync(folder, { recursive: true });
		await bench.close();
	});

	test('care that is due is offered, and planned as it is offered; a day is typed by the 24 h clock', async () => {
		await person.goTo('/plan/new');
		const offered = await main<string[]>(
			`return [...document.querySelectorAll('[aria-label*=": what for: "]')].map((e) => e.getAttribute('aria-label').split(': what for: ')[1])`
		);
		assert.ok(offered.length > 10 && offered.some((wish) => wish !== 'leave it'));
		assert.deepEqual(
			[...new Set(offered)].filter(
				(wish) => !['leave it', 'ready for use', 'at storage', 'discharged'].includes(wish)
			),
			[],
			'a reading with a meter is no job'
		);
		await person.typeMoment('Ready by', '2020-01-02T03:04');
		await person.sees('That is over already.');
		const day = tomorrow();
		await person.typeMoment('Ready by', `${day}T18:30`);
		assert.match(
			await main<string>(`return document.querySelector('input[maxlength="80"]').placeholder`),
			/ 18:30$/
		);
		await person.press('button', 'Plan it');
		const path = await person.waitForPath(/^\/plan\/[0-9a-f-]{36}$/);
		const own = path.split('/').pop()!;
		const { plan } = await bench.api<Standing>(`/plans/${own}`);
		assert.equal(plan.jobs.length, offered.filter((wish) => wish !== 'leave it').length);
		const due = plan.jobs.find((j) => j.goal === 'ready')!.due!;
		assert.equal(new Date(due).getTime(), new Date(`${day}T18:30`).getTime());
		await bench.api(`/plans/${own}`, 'DELETE');
	});

	test('hours come from a calendar in its time zone; one that it does not define is asked for', async () => {
		await person.goTo('/plan/new');
		const day = tomorrow();
		const calendar = (name: string, zone: string) => {
			const path = join(folder, name);
			const start = `${day.replaceAll('-', '')}T090000`;
			writeFileSync(
				path,
				`BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:${name}\r\nDTSTART;TZID=${zone}:${start}\r\nDURATION:PT2H\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`
			);
			return path;
		};
		const file = async (path: string) => {
			const input = await person.driver.findElement(
				By.xpath('//label[contains(normalize-space(.), "From a calendar file")]//input')
			);
			await input.sendKeys(path);
		};
		await file(calendar('dubai.ics', 'Asia/Dubai'));
		await person.sees('1 stretch taken from dubai.ics.');
		await file(calendar('harbour.ics', 'Harbour time'));
		await person.sees('in the time zone “Harbour time”, which neither the file nor this machine knows');
		const zone = await person.find('input[aria-label="Time zone of the calendar"]');
		await zone.clear();
		await zone.sendKeys('Tokyo');
		await (
			await person.driver.findElement(By.xpath('//*[@role="option"][contains(., "Asia/Tokyo")]'))
		).click();
		await person.press('button', 'Take its hours');
		await person.sees('1 stretch taken from harbour.ics.');
		await person.typeMoment('Ready by', `${day}T23:00`);
		await person.press('button', 'none');
		await person.choose('[aria-label^="Winch tug: what for"]', 'ready for use');
		await person.press('button', 'Plan it');
		const own = (await person.waitForPath(/^\/plan\/[0-9a-f-]{36}$/)).split('/').pop()!;
		const { plan } = await bench.api<Standing>(`/plans/${own}`);
		const spans = plan.hours.map((h) => `${h.from} ${h.to}`);
		// Nine in the morning there: nine hours ahead of UTC in Tokyo, four in Dubai, all year.
		for (const [from, to] of [
			['00:00', '02:00'],
			['05:00', '07:00']
		])
			assert.ok(spans.includes(`${day}T${from}:00.000Z ${day}T${to}:00.000Z`), spans.join());
		await bench.api(`/plans/${own}`, 'DELETE');
	});

	test('a field day: packs chosen, hours typed, planned without a fault', async () => {
		await person.goTo('/plan');
		await person.sees('Nothing is planned.');
		await person.goTo('/plan/new');
		await person.press('button', 'none');
		for (const name of ['Skua cutter', 'Winch tug', 'Survey catamaran', 'Kittiwake launch'])
			await person.choose(`[aria-label^="${name}: what for"]`, 'ready for use');
		await person.sees('4 jobs');
		// What is left of tonight depends on when this runs.
		const day = tomorrow();
		await person.typeMoment('To', `${day}T22:00`);
		await person.typeMoment('From', `${day}T19:00`);
		await person.typeMoment('Ready by', `${day}T23:00`);
		await person.press('button', 'Plan it');
		const path = await person.waitForPath(/^\/plan\/[0-9a-f-]{36}$/);
		id = path.split('/').pop()!;
		await worked(null);
		const { plan } = await standing();
		assert.equal(plan.jobs.length, 4);
		assert.equal(plan.planned.length, 4, 'an evening has room for four');
		await person.sees('4 in time');
		await person.sees('Everything fits.');
		// From now on the day is today: whoever plans at noon must not wait for the evening.
		const was = plan;
		const moved = await bench.api<Plan>(`/plans/${id}`, 'PUT', {
			...was,
			from: at(0),
			until: at(400),
			hours: [{ from: at(0), to: at(390), who: 'you', hands: true }],
			jobs: was.jobs.map((j) => ({ ...j, due: at(360) })),
			planned: [],
			plannedAt: null
		});
		assert.ok(moved.id, JSON.stringify(moved));
		await person.goTo(`/plan/${id}`);
		const s = await worked(null);
		assert.equal(s.plan.planned.filter((p) => p.inTime).length, 4);
		for (const run of s.plan.planned) assert.ok(run.spans[0].from >= at(0) && run.spans[0].to <= at(390));
		const acts = await main<string>(
			`return document.querySelector('[aria-label="Next for your hands"]').innerText`
		);
		assert.match(acts, /on (Basin Four, channel \d, shed|Pier Two, channel [AB], boathouse|Quay 65, shed)/);
		// Pier Two stands in the boathouse, the others in the shed: nobody begins at both within the
		// walk.
		const starts = s.plan.planned.map((p) => ({
			at: Date.parse(p.spans[0].from),
			boathouse: p.chargerId === bench.chargerId('Pier Two')
		}));
		for (const a of starts)
			for (const b of starts)
				if (a.boathouse !== b.boathouse) assert.ok(Math.abs(a.at - b.at) > SLOT, JSON.stringify(starts));
		await person.sees(/of 100 such days have all 4 ready/);
	});

	test('a job moved by key is pinned there, the rest makes room, and undo takes it back', async () => {
		const before = await standing();
		const skua = jobOf('Skua cutter');
		const old = spanOf(before.plan, skua)!;
		await (await bar(skua)).sendKeys(Key.ARROW_RIGHT);
		const later = await waitFor(
			({ plan }) => plan.jobs.some((j) => j.id === skua && j.startsAt !== null),
			'never pinned'
		);
		assert.equal(
			later.plan.jobs.find((j) => j.id === skua)!.startsAt,
			new Date(Date.parse(old.from) + SLOT).toISOString()
		);
		const s = await waitFor(
			({ plan }) => spanOf(plan, skua)?.from === plan.jobs.find((j) => j.id === skua)!.startsAt,
			'never planned there'
		);
		assert.equal(s.plan.planned.length, 4);
		await person.undo();
		await waitFor(({ plan }) => plan.jobs.every((j) => j.startsAt === null), 'not undone');
	});

	test('a job dragged to another channel goes there', async () => {
		await worked(null);
		const winch = jobOf('Winch tug');
		const run = (await standing()).plan.planned.find((p) => p.jobId === winch)!;
		const other = bench.channelId('Basin Four', run.channelId === bench.channelId('Basin Four', 1) ? 2 : 1);
		const element = await bar(winch);
		const rows = await main<string[]>(
			`return [...document.querySelectorAll('.chart .row')].map((r) => r.getAttribute('aria-label'))`
		);
		const from = await main<number>(
			`return [...document.querySelectorAll('.chart .row')].findIndex((r) => r.contains(arguments[0]))`,
			element
		);
		const target = rows.findIndex(
			(name) => name === (other === bench.channelId('Basin Four', 1) ? 'Basin Four 2' : 'Basin Four 3')
		);
		assert.ok(from >= 0 && target >= 0);
		// By its left edge: a short run is narrow.
		await person.driver
			.actions({ async: true })
			.move({ origin: element, x: 0, y: 0 })
			.press()
			.move({ origin: Origin.POINTER, x: 2, y: Math.round(((target - from) * 44) / 2), duration: 100 })
			.move({
				origin: Origin.POINTER,
				x: 0,
				y: (target - from) * 44 - Math.round(((target - from) * 44) / 2),
				duration: 100
			})
			.release()
			.perform();
		const s = await waitFor(
			({ plan }) => plan.planned.find((p) => p.jobId === winch)?.channelId === other,
			'not on the other channel'
		);
		assert.equal(s.plan.jobs.find((j) => j.id === winch)!.channelId, other);
	});

	test('another way to plan is taken, and what is planned comes out as a calendar', async () => {
		await worked(null);
		await person.press('button', 'Other ways');
		await person.sees('Other ways to plan it');
		await person.sees('For all done as soon as can be');
		const before = await standing();
		await person.press('button', 'Take this one');
		const s = await waitFor(({ plan }) => plan.taste !== before.plan.taste, 'not taken');
		assert.equal(s.plan.planned.length, 4);
		const calendar = await (await fetch(`${bench.app.base}/api/v1/plans/${id}/calendar.ics`)).text();
		assert.match(calendar, /^BEGIN:VCALENDAR\r\n/);
		assert.ok((calendar.match(/BEGIN:VALARM/g) ?? []).length >= 5);
		await worked(null);
	});

	test('Today shows the next act; the first run begins from the plan', async () => {
		await person.goTo('/');
		await person.sees('Next in the plan');
		await person.goTo(`/plan/${id}`);
		await worked(null);
		// A linked channel, so that the run is begun and followed.
		const survey = jobOf('Survey catamaran');
		await (await bar(survey)).sendKeys(Key.ENTER);
		await person.choose(`[data-panel="${survey}"] [aria-label^="On"]`, 'Pier Two, channel A, boathouse');
		await waitFor(
			({ plan }) => plan.planned.find((p) => p.jobId === survey)?.channelId === bench.channelId('Pier Two'),
			'not on Pier Two'
		);
		await person.press('button', 'Check and start it');
		await person.waitForPath(/^\/run\/start\//);
		await bench.lookedAt('charging');
		await person.press('button', 'Start charging');
		await person.waitForPath(/^\/(run|logbook)\/[0-9a-f-]{36}$/);
		const s = await waitFor(
			({ progress }) => progress.some(([job, p]) => job === survey && ['running', 'done'].includes(p.state)),
			'not begun'
		);
		assert.ok(s.progress.find(([job]) => job === survey)![1].runId);
	});

	test('a run that ends late: the rest is planned anew, and the page says what changed', async () => {
		const { plan, progress } = await standing();
		const survey = jobOf('Survey catamaran');
		assert.equal(progress.find(([job]) => job === survey)![1].state, 'running');
		// As if it had been planned for an hour and a half ago, with another to follow on its channel
		// by now.
		const skua = jobOf('Skua cutter');
		const shifted = plan.planned.map((p) =>
			p.jobId === survey
				? { ...p, spans: [{ ...p.spans[0], from: at(-90), likely: at(-45), to: at(-40) }] }
				: p.jobId === skua
					? {
							...p,
							chargerId: bench.chargerId('Pier Two'),
							channelId: bench.channelId('Pier Two'),
							spans: [{ ...p.spans[0], from: at(5), likely: at(60), to: at(65) }]
						}
					: p
		);
		const put = await bench.api<Plan>(`/plans/${id}`, 'PUT', { ...plan, planned: shifted });
		assert.ok(put.id, JSON.stringify(put));
		const told = await standing();
		assert.equal(told.deviates, 'long run', JSON.stringify(told.progress));
		await person.goTo(`/plan/${id}`);
		const s = await waitFor((now) => {
			const span = spanOf(now.plan, skua);
			const run = now.plan.planned.find((p) => p.jobId === skua);
			return span !== null && (run!.channelId !== bench.channelId('Pier Two') || span.from > at(20));
		}, 'nothing was planned anew');
		assert.equal(s.plan.planned.length, 4, 'what runs keeps its place');
		await person.driver.wait(
			async () => /Skua cutter .*(later|sooner|on )/.test(await person.text('[aria-label="How it stands"]')),
			WORKED_MS,
			'it is not said what moved'
		);
	});

	test('wherever one is, a start that is missed moves the plan, and what moved is said', async () => {
		await worked(null);
		const { plan } = await standing();
		const skua = jobOf('Skua cutter');
		await person.goTo('/chargers');
		const missed = plan.planned.map((p) =>
			p.jobId === skua ? { ...p, spans: [{ ...p.spans[0], from: at(-40), likely: at(15), to: at(20) }] } : p
		);
		const put = await bench.api<Plan>(`/plans/${id}`, 'PUT', { ...plan, planned: missed });
		assert.ok(put.id, JSON.stringify(put));
		assert.equal((await standing()).deviates, 'late start');
		// Its clock looks once a minute; coming to the window again would do.
		await person.goTo('/packs');
		const s = await waitFor(
			({ deviates, plan }) => deviates === null && plan.moved !== '',
			'nothing was planned anew'
		);
		assert.match(s.plan.moved, /^Skua cutter .*later/);
		assert.ok(Date.parse(spanOf(s.plan, skua)!.from) >= Date.now() - SLOT);
		await person.driver.wait(
			async () =>
				(await main<string>('return document.body.innerText')).includes('is planned anew: Skua cutter'),
			WORKED_MS,
			'it is not said'
		);
		await person.goTo('/');
		await person.sees(/Next in the plan .*Skua cutter .*later/);
		await person.goTo(`/plan/${id}`);
		await worked(null);
	});

	test('what does not fit says why, with figures', async () => {
		await person.press('button', 'Jobs');
		await main(`document.querySelector('[aria-label="Jobs"] [role="combobox"]').focus()`);
		await person.driver.switchTo().activeElement().sendKeys('Auk tug, port');
		await person.driver.switchTo().activeElement().sendKeys(Key.ENTER);
		const lead = jobOf('Auk tug, port');
		await waitFor(({ plan }) => plan.jobs.some((j) => j.id === lead), 'not added');
		await person.driver.wait(
			async () =>
				/Auk tug, port.*needs \d+ h .*there are \d+ h/.test(await person.text('[aria-label="Does not fit"]')),
			WORKED_MS,
			'no reason is told'
		);
		await person.sees('Not all fits');
	});

	test('the season, and a phone', async () => {
		await person.goTo('/plan/season');
		await person.sees('capacity checked');
		assert.equal(await main<number>(`return document.querySelectorAll('main section').length`), 6);
		await bench.browser.resize(PHONE);
		try {
			await person.goTo(`/plan/${id}`);
			await person.sees('Next for your hands');
			assert.ok((await main<number>('return document.documentElement.scrollWidth')) <= 390);
			const small = await main<string[]>(
				`return [...document.querySelectorAll('main .btn')].filter((b) => b.getClientRects().length && b.getBoundingClientRect().height < 43).map((b) => b.innerText)`
			);
			assert.deepEqual(small, [], 'large enough for a thumb');
		} finally {
			await bench.browser.resize({ width: 1280, height: 800 });
		}
	});

	test('a plan is deleted and brought back', async () => {
		await person.goTo(`/plan/${id}`);
		await person.press('button', 'More');
		await outside('Delete this plan');
		await person.waitForPath(/^\/plan$/);
		assert.equal((await fetch(`${bench.app.base}/api/v1/plans/${id}`)).status, 404);
		await person.undo();
		await person.waitForPath(new RegExp(`^/plan/${id}$`));
		const links = await person.driver.findElements(By.css('[data-job]'));
		assert.ok(links.length >= 4);
	});
});
