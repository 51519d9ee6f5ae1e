/**
 * How quick the interface is, in the real browser over the built application with the demo data:
 *   npm run bench -- browser
 * Largest contentful paint is of a first visit, with nothing kept from before; a press counts
 * until the picture that follows it.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { Key, type WebDriver } from 'selenium-webdriver';
import { DemoBench } from '../../tests/browser/demo-bench';
import { root } from '../steps.mjs';
import { quantile, type Row } from './rows';

interface Chunk {
	file: string;
	imports?: string[];
	isEntry?: boolean;
}

/**
 * Script that a page loads before it can react, gzip, bytes: its own and the frame's static
 * imports, each once.
 */
function staticBytes(route: string): number {
	const out = join(root, '.svelte-kit', 'output', 'client');
	const manifest = JSON.parse(readFileSync(join(out, '.vite', 'manifest.json'), 'utf8')) as Record<
		string,
		Chunk
	>;
	const generated = '.svelte-kit/generated/client-optimized';
	const app = readFileSync(join(root, generated, 'app.js'), 'utf8');
	const node = new RegExp(`"${route}": \\[~?(\\d+)`).exec(app)?.[1];
	if (!node) throw new Error(`no page at ${route}`);
	const queue = Object.keys(manifest).filter((k) => manifest[k].isEntry && !k.includes('/nodes/'));
	queue.push(`${generated}/nodes/0.js`, `${generated}/nodes/${node}.js`);
	const seen = new Set<string>();
	for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
		if (seen.has(key)) continue;
		seen.add(key);
		queue.push(...(manifest[key].imports ?? []));
	}
	const files = new Set([...seen].map((k) => manifest[k].file));
	return [...files].reduce((sum, file) => sum + gzipSync(readFileSync(join(out, file))).length, 0);
}

type WithCdp = WebDriver & { sendDevToolsCommand(command: string, parameters: object): Promise<void> };

/** Milliseconds until the largest thing of a first visit was painted. */
async function largestPaint(driver: WebDriver, url: string): Promise<number> {
	await driver.get('about:blank');
	await (driver as WithCdp).sendDevToolsCommand('Network.clearBrowserCache', {});
	await driver.get(url);
	return driver.executeAsyncScript<number>(`
		const done = arguments[arguments.length - 1];
		setTimeout(() => {
			new PerformanceObserver((list) => done(list.getEntries().at(-1).startTime))
				.observe({ type: 'largest-contentful-paint', buffered: true });
		}, 1500);
	`);
}

/**
 * Milliseconds from a press until the picture that shows the new forecast; an error where no
 * forecast came with it.
 */
const stepped = (driver: WebDriver, press: number): Promise<number> =>
	driver.executeAsyncScript<number>(
		`
		const [press, done] = arguments;
		const shown = () => document.querySelector('[aria-label="What would happen"]').textContent;
		const before = shown();
		const button = document.querySelectorAll('[data-setting="currentA"] .stepper button')[press % 2];
		const from = performance.now();
		button.click();
		requestAnimationFrame(() => setTimeout(() => done(shown() === before ? NaN : performance.now() - from)));
	`,
		press
	);

/**
 * Milliseconds from pressing the link to `path`, in this part of the page, until its page stands.
 */
const changed = (driver: WebDriver, path: string, within: 'nav' | 'main' = 'nav'): Promise<number> =>
	driver.executeAsyncScript<number>(
		`
		const [path, within, done] = arguments;
		const from = performance.now();
		new MutationObserver((_, seen) => {
			if (!document.documentElement.dataset.at.startsWith(path)) return;
			seen.disconnect();
			requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)));
		}).observe(document.documentElement, { attributes: true, attributeFilter: ['data-at'] });
		document.querySelector(within + ' a[href="' + path + '"]').click();
	`,
		path,
		within
	);

/** Gaps between the pictures of a page that is left to itself, ms. */
const frames = (driver: WebDriver, forMs: number): Promise<number[]> =>
	driver.executeAsyncScript<number[]>(
		`
		const [forMs, done] = arguments;
		const gaps = [];
		let last = performance.now();
		const until = last + forMs;
		requestAnimationFrame(function next(now) {
			gaps.push(now - last);
			last = now;
			if (now < until) requestAnimationFrame(next);
			else done(gaps.slice(1));
		});
	`,
		forMs
	);

/** What the page's script holds once what it let go of was collected, MB. */
async function heapMB(driver: WebDriver): Promise<number> {
	await (driver as WithCdp).sendDevToolsCommand('HeapProfiler.collectGarbage', {});
	return driver.executeScript<number>('return performance.memory.usedJSHeapSize / 1e6');
}

const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));

export async function interfaceRows(): Promise<Row[]> {
	const rows: Row[] = [];
	const kB = (route: string) => staticBytes(route) / 1000;
	rows.push({ what: 'script of Today, gzip', unit: 'kB', typical: kB('/'), target: 100, first: 114 });
	rows.push({
		what: 'script of Program, gzip',
		unit: 'kB',
		typical: kB('/program'),
		target: 200,
		first: 169
	});
	const bench = await DemoBench.open(60);
	try {
		const { driver } = bench.browser;
		const program = `/program?pack=${bench.packId('Skua cutter')}&channel=${bench.channelId('Pier Two')}`;
		const paints: number[] = [];
		for (let i = 0; i < 7; i++) paints.push(await largestPaint(driver, bench.app.base + program));
		rows.push({
			what: 'largest paint of Program, first visit',
			unit: 'ms',
			typical: quantile(paints, 0.5),
			worst: quantile(paints, 0.95),
			target: 1000
		});
		const html = await fetch(bench.app.base + program, { headers: { 'accept-encoding': 'gzip' } });
		if (html.headers.get('content-encoding') !== 'gzip') throw new Error('pages are not compressed');

		// The band of the first opening has been drawn by then; each press draws another.
		await pause(4000);
		const steps: number[] = [];
		for (let i = 0; i < 60; i++) {
			steps.push(await stepped(driver, i));
			await pause(120);
		}
		if (steps.some(Number.isNaN)) throw new Error('a press brought no new forecast');
		rows.push({
			what: 'press of a stepper to the new forecast',
			unit: 'ms',
			typical: quantile(steps, 0.5),
			worst: quantile(steps, 0.95),
			target: 50
		});
		const places = ['/packs', '/chargers', '/logbook', '/run', '/program', '/'];
		const changes: number[] = [];
		for (let i = 0; i < 42; i++) {
			changes.push(await changed(driver, places[i % places.length]));
			await pause(60);
		}
		rows.push({
			what: 'from one place to another',
			unit: 'ms',
			typical: quantile(changes, 0.5),
			worst: quantile(changes, 0.95),
			target: 250
		});

		// A run that is watched to its end, and looked at afterwards.
		const { person } = bench;
		await bench.api('/preferences', 'PATCH', { presenceMin: 0 });
		await bench.program('Skua cutter', 'Pier Two');
		await bench.checkAndStart('charging');
		await person.sees('Course');
		const before = await heapMB(driver);
		const gaps = await frames(driver, 20_000);
		const grown = (await heapMB(driver)) - before;
		rows.push({
			what: 'gap between pictures of a run that goes on, 20 min of it in 20 s',
			unit: 'ms',
			typical: quantile(gaps, 0.5),
			worst: quantile(gaps, 0.99),
			target: 50
		});
		rows.push({
			what: 'what its page has grown by in that time',
			unit: 'MB',
			typical: Math.max(0, grown),
			target: 2
		});
		await bench.api('/stand-in/speed', 'PUT', { speed: 600 });
		const run = (await person.waitForTheEnd()).split('/').at(-1)!;
		const samples = (await bench.api<{ timeS: number[] }>(`/runs/${run}/telemetry`)).timeS.length;
		const opens: number[] = [];
		for (let i = 0; i < 15; i++) {
			await person.goTo('/logbook');
			opens.push(await changed(driver, `/logbook/${run}`, 'main'));
		}
		rows.push({
			what: `a run of ${samples} samples opened from the logbook`,
			unit: 'ms',
			typical: quantile(opens, 0.5),
			worst: quantile(opens, 0.95),
			target: 150
		});

		// A lead battery at a tenth of its capacity takes longer than that: nobody leaves that page for
		// a working day.
		await bench.program('Auk tug, port', 'Pier Two');
		const amps = await person.find('[data-setting="currentA"] input');
		await amps.clear();
		await amps.sendKeys('0.7', Key.ENTER);
		await bench.checkAndStart('charging');
		await person.sees('Course');
		await pause(4000);
		const early = await heapMB(driver);
		const long = await frames(driver, 48_000);
		rows.push({
			what: 'what the page of a run has grown by in 8 h of it',
			unit: 'MB',
			typical: Math.max(0, (await heapMB(driver)) - early),
			target: 2
		});
		rows.push({
			what: 'gap between its pictures meanwhile, 600 samples a second',
			unit: 'ms',
			typical: quantile(long, 0.5),
			worst: quantile(long, 0.99),
			target: 50
		});
	} finally {
		await bench.close();
	}
	return rows;
}
