/**
 * A machine whose clock is set while runs are going on, by hand and over the link, and while the
 * application is not running: no run ends before its start, no record is out of order, and each
 * step is noted.
 */
import { OPEN_READONLY, withHandle } from '../../src/lib/server/db/sqlite';
import { uniform } from '../../core/simulate/random';
import { SAMPLE_EVERY_S } from '../../stand-in/spec';
import { startApp } from '../../tests/support/server';
import { brokenAt, DemoBench } from './bench';
import { sleep } from './client';
import { faultsIn } from './file-faults';
import { ProcessControl } from './process-control';
import { Report, type Figure } from './report';

export interface ClockOptions {
	seed: number;
	/** Each of the steps is made so often. */
	rounds: number;
}

const HOUR_MS = 3600e3;
const STEPS_H = [-72, -1, 1, 72];
/** Both are read from clocks that a busy machine delays, min. */
const TOLERANCE_MIN = 1;
const PAGES = ['/', '/packs', '/logbook', '/run', '/logbook/packs'];

export async function clock({ seed, rounds }: ClockOptions): Promise<Figure[]> {
	const report = new Report('clock');
	const random = uniform(seed);
	const control = new ProcessControl();
	const app = await startApp({ demo: true, speed: 60, quiet: true, env: control.env });
	try {
		const bench = await DemoBench.at(app.base);
		const { client } = bench;
		let [steps, whileClosed, failed, notNoted, broken, tooLong, backwards, looked] = [0, 0, 0, 0, 0, 0, 0, 0];
		const noted = async () =>
			withHandle(app.dataFile, OPEN_READONLY, async (handle) => {
				const [{ n }] = await handle.all<{ n: number }>(
					`SELECT COUNT(*) AS n FROM events WHERE kind = 'clock stepped'`
				);
				return n;
			});
		for (let k = 0; k < rounds * STEPS_H.length; k++) {
			const byMs = STEPS_H[(k + Math.floor(k / STEPS_H.length)) % STEPS_H.length] * HOUR_MS;
			const before = await noted();
			const linked = await bench.start(bench.packs[k % 2], 0);
			const handed = await bench.byHand(bench.packs[2 + (k % 2)]);
			const begunMs = performance.now();
			await sleep(500 + random() * 2000);
			const closed = random() < 0.4;
			if (closed) {
				whileClosed++;
				await app.kill();
				control.stepMeanwhile(byMs);
				await app.start();
			} else await control.step(app, byMs);
			steps++;
			// The step is noticed by the next question for the time; alarms ask each half second.
			await sleep(1500 + random() * 1000);
			// A start may not tell a clock set forward from days without the application.
			if (!(closed && byMs > 0) && (await noted()) <= before) notNoted++;
			for (const path of PAGES) {
				const { status } = await fetch(app.base + path, { redirect: 'manual' });
				looked++;
				if (status >= 500) failed++;
			}
			await client.call('POST', `/runs/${handed.id}/looks`, { minute: 0.05, what: 'packV', value: 11.6 });
			const cells = Array.from({ length: bench.packs[2].cells }, () => 4.18);
			const ended = await client.call('POST', `/runs/${handed.id}/end`, {
				endReason: 'stopped',
				durationMin: Number(((performance.now() - begunMs) / 60e3).toFixed(2)),
				chargeAh: 0.01,
				endCellVoltagesV: cells
			});
			if (ended.status !== 200) failed++;
			await bench.stopAll();
			const tookMin = (performance.now() - begunMs) / 60e3;
			for (const id of [linked.id, handed.id]) {
				const run = await bench.run(id);
				if (!run?.endedAt || run.endedAt < run.startedAt) backwards++;
				else if (!(closed && byMs > 0)) {
					const minutes = (Date.parse(run.endedAt) - Date.parse(run.startedAt)) / 60e3;
					if (minutes > tookMin + TOLERANCE_MIN) tooLong++;
				}
			}
			broken += brokenAt((await bench.samples(linked.id)).timeS, SAMPLE_EVERY_S);
		}
		await app.kill();
		const { disordered, early } = await withHandle(app.dataFile, OPEN_READONLY, async (handle) => {
			const count = async (sql: string) => (await handle.all<{ n: number }>(sql))[0].n;
			return {
				disordered: await count(
					`SELECT COUNT(*) AS n FROM (SELECT at, lag(at) OVER (ORDER BY id) AS before FROM events) WHERE at < before`
				),
				early: await count('SELECT COUNT(*) AS n FROM runs WHERE endedAt < startedAt')
			};
		});
		report.least('steps of the clock', steps, rounds * STEPS_H.length);
		report.tell('of them while the application was not running', whileClosed);
		report.most('steps that were not noted', notNoted, 0);
		report.most('runs that end before their start', backwards + early, 0);
		report.most('runs that are longer than the time that passed', tooLong, 0);
		report.most('records out of order', disordered, 0);
		report.most('places where samples are missing, doubled or run backwards', broken, 0);
		report.least('pages looked at', looked, 1);
		report.most('answers of 500, ends refused', failed, 0);
		report.most('faults in the file', await faultsIn(app.dataFile), 0);
	} finally {
		await app.close();
		control.close();
	}
	return report.figures;
}
