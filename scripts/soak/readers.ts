/**
 * Many readers on much data while runs are followed: how long pages take, and whether a sample
 * comes late.
 */
import type { Charger } from '../../core/charger/charger';
import { demoFile } from '../../tests/support/demo-file';
import { growDemo } from '../../tests/support/large';
import { startApp } from '../../tests/support/server';
import { within } from '../../tests/support/within';
import { openDatabase } from '../../src/lib/server/db/connect';
import { DemoBench } from './bench';
import { quantile, sleep } from './client';
import { Report, type Figure } from './report';

export interface ReadersOptions {
	packs: number;
	runs: number;
	readers: number;
	seconds: number;
	/** Times that each page is asked for, idle and loaded. */
	times: number;
	/** Whether how long it takes is judged; a busy machine is no fault of a test. */
	judged: boolean;
}

/** A sample is late when it is shown this long after the charger had it, s. */
const LATE_S = 3;
const SPEED = 60;
const FOLLOWED = 4;
const PACE_MS = 5000;
const LOOKED_AT = ['/', '/packs', '/logbook'];
/** An answer that takes longer is none, ms. */
const PATIENCE_MS = 30_000;

export async function readers(options: ReadersOptions): Promise<Figure[]> {
	const report = new Report('readers');
	const most = (what: string, value: number, limit: number, unit: string) =>
		options.judged ? report.most(what, value, limit, unit) : report.tell(what, `${value}${unit}`);
	const app = await startApp({
		speed: SPEED,
		quiet: true,
		prepare: async (file) => {
			await demoFile(file);
			const db = await openDatabase(file);
			await growDemo(db, options.packs, options.runs);
			await db.close();
		}
	});
	try {
		const bench = await DemoBench.at(app.base);
		const [pack] = bench.packs;
		const [channel] = bench.linked.channels;
		const { runs, total } = await bench.client.get<{ runs: { run: { id: string } }[]; total: number }>(
			'/runs?status=ended&limit=1'
		);
		report.least('runs stored', total, options.runs);
		const program = (
			await bench.client.call('POST', '/programs', {
				packId: pack.id,
				chargerId: bench.linked.id,
				channelId: channel.id
			})
		).body as { id: string };
		const paths = [
			'/',
			'/packs',
			`/packs/${pack.id}`,
			`/packs/${pack.id}/edit`,
			'/packs/new',
			'/chargers',
			`/chargers/${bench.linked.id}`
		]
			.concat([
				`/chargers/${bench.linked.id}/edit`,
				`/chargers/${bench.linked.id}/suits`,
				'/chargers/new',
				'/chargers/stock',
				'/program'
			])
			.concat([
				`/program?pack=${pack.id}&channel=${channel.id}`,
				`/program/compare?pack=${pack.id}&channel=${channel.id}`
			])
			.concat([
				`/program/pair?pack=${pack.id}`,
				`/program/${program.id}/card`,
				'/run',
				`/run/start/${program.id}`,
				'/logbook'
			])
			.concat([
				'/logbook?page=400',
				`/logbook?pack=${pack.id}`,
				`/logbook/${runs[0].run.id}`,
				'/house',
				'/house/rules'
			]);
		let failed = 0;
		const ask = async (path: string): Promise<number> => {
			const started = performance.now();
			const status = await within(PATIENCE_MS, async (signal) => {
				const response = await fetch(app.base + path, { signal });
				// Read and let go: what it costs to put a large answer together here is not the application's.
				await response.body?.pipeTo(new WritableStream());
				return response.status;
			}).catch(() => 0);
			if (status !== 200) failed++;
			return performance.now() - started;
		};
		const slowest = async (label: string, limit: number) => {
			let worst = { path: '', p95: 0 };
			for (const path of paths) {
				const took: number[] = [];
				for (let i = 0; i < options.times; i++) took.push(await ask(path));
				const p95 = quantile(took, 0.95);
				if (p95 > worst.p95) worst = { path: path.replace(/[0-9a-f-]{36}/g, '…'), p95 };
			}
			most(`slowest page ${label}, 95 of 100 within`, Math.round(worst.p95), limit, ' ms');
			report.tell(`which page that was`, worst.path);
		};
		// Compiled code is what a person meets, all but the first time after a start: where it is
		// judged how long it takes, it is there first.
		if (options.judged) for (const path of paths) for (let i = 0; i < 4; i++) await ask(path);
		await slowest('idle', 150);

		const followed = [await bench.start(bench.packs[0], 0), await bench.start(bench.packs[1], 1)];
		// The demo's linked charger has two channels: a second one is linked beside it.
		const other = (await bench.client.get<Charger[]>('/chargers')).find(
			(c) => c.link === 'none' && c.channels.length >= FOLLOWED - followed.length
		)!;
		const linked = await bench.client.call('PUT', `/chargers/${other.id}`, { ...other, link: 'stand-in' });
		if (linked.status !== 200) throw new Error(`not linked: ${JSON.stringify(linked.body)}`);
		for (let k = 0; followed.length < FOLLOWED; k++)
			followed.push(await bench.start(bench.packs[followed.length], k, linked.body as Charger));
		report.least('runs followed', followed.length, FOLLOWED);
		const startedAt = Date.now();
		// Loaded: the runs are followed and three others read at the same time.
		let reading = true;
		const others = Array.from({ length: 3 }, async (_, n) => {
			for (let i = n; reading; i += 5) await ask(paths[i % paths.length]);
		});
		await slowest('loaded', 300);
		reading = false;
		await Promise.all(others);

		const idle = performance.now();
		await ask('/api/v1/backup');
		most('backup', Math.round(performance.now() - idle), 1000, ' ms');
		let during = 0;
		let copying = true;
		const copy = ask('/api/v1/backup').finally(() => (copying = false));
		while (copying) during = Math.max(during, await ask('/chargers'));
		await copy;
		most('longest wait of another page during a backup', Math.round(during), 1000, ' ms');

		const took: number[] = [];
		let lateS = 0;
		let still = true;
		const watching = (async () => {
			// How far what is stored lags behind what the charger has by its own clock.
			while (still) {
				for (const run of followed) {
					const { timeS } = await bench.samples(run.id);
					const runs = (await bench.run(run.id))!;
					if (runs.status === 'ended') continue;
					const dueS = (Date.now() - Math.max(startedAt, Date.parse(runs.startedAt))) / 1000;
					lateS = Math.max(lateS, dueS - (timeS.at(-1) ?? 0) / SPEED);
				}
				await sleep(300);
			}
		})();
		// Each opens one of the three pages that are looked at most, and again after five seconds.
		const paced: number[] = [];
		const pacedUntil = Date.now() + options.seconds * 1000;
		await Promise.all(
			Array.from({ length: options.readers }, async (_, n) => {
				await sleep((n * PACE_MS) / options.readers);
				for (let i = n; Date.now() < pacedUntil || i === n; i++) {
					const ms = await ask(LOOKED_AT[i % LOOKED_AT.length]);
					paced.push(ms);
					await sleep(Math.max(0, PACE_MS - ms));
				}
			})
		);
		most(
			`${options.readers} readers each five seconds, 95 of 100 within`,
			Math.round(quantile(paced, 0.95)),
			1000,
			' ms'
		);
		const until = Date.now() + options.seconds * 1000;
		await Promise.all(
			Array.from({ length: options.readers }, async (_, n) => {
				for (let i = n; Date.now() < until; i += 7) took.push(await ask(paths[i % paths.length]));
			})
		);
		still = false;
		await watching;
		report.least('pages read', took.length, options.readers);
		report.tell(
			`${options.readers} readers without a pause, 95 of 100 within, ms`,
			Math.round(quantile(took, 0.95))
		);
		most('most that a sample was late, beyond which it is', Number(lateS.toFixed(1)), LATE_S, ' s');
		report.most('pages that were not answered with 200', failed, 0);
		await bench.stopAll();
	} finally {
		await app.close();
	}
	return report.figures;
}
