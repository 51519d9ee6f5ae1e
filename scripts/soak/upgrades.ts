/**
 * Killed at random moments while a data file of the first release is brought up to date: the next
 * start has every row of it, and the file is clean.
 */
import { copyFileSync, rmSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { uniform } from '../../core/simulate/random';
import { OPEN_READONLY, withHandle } from '../../src/lib/server/db/sqlite';
import { startApp } from '../../tests/support/server';
import { faultsIn } from './file-faults';
import { Report, type Figure } from './report';

export interface UpgradesOptions {
	seed: number;
	kills: number;
}

const FIRST_RELEASE = 'tests/fixtures/first-release.sqlite';
/** A start with an upgrade takes longer than this on a slow machine, ms. */
const SPREAD_MS = 4000;
/** Share of the kills that are followed by another one in the next start. */
const AGAIN = 0.4;
const TABLES = ['packs', 'readings', 'programs', 'runs', 'telemetry_chunks', 'chargers'];

export async function upgrades({ seed, kills }: UpgradesOptions): Promise<Figure[]> {
	const report = new Report('upgrades');
	const random = uniform(seed);
	const rows = (file: string) =>
		withHandle(file, OPEN_READONLY, async (handle) => {
			const counted: number[] = [];
			for (const table of TABLES)
				counted.push((await handle.all<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`))[0].n);
			return counted.join(' ');
		});
	const migrated = (file: string) =>
		withHandle(file, OPEN_READONLY, async (handle) => {
			const [{ n }] = await handle.all<{ n: number }>('SELECT COUNT(*) AS n FROM migrations');
			return n;
		});
	let before = '';
	const app = await startApp({
		quiet: true,
		prepare: async (file) => {
			copyFileSync(FIRST_RELEASE, file);
			before = await rows(file);
		}
	});
	let [killed, midway, lost, faults, unanswered] = [0, 0, 0, 0, 0];
	try {
		const whole = await migrated(app.dataFile);
		const first = await migrated(FIRST_RELEASE);
		while (killed < kills) {
			await app.kill();
			for (const suffix of ['', '-wal', '-shm', '-journal']) rmSync(app.dataFile + suffix, { force: true });
			copyFileSync(FIRST_RELEASE, app.dataFile);
			do {
				const starting = app.start().catch(() => undefined);
				await sleep(300 + random() * SPREAD_MS);
				await app.kill();
				await starting;
				killed++;
				const done = await migrated(app.dataFile).catch(() => first);
				if (done > first && done < whole) midway++;
			} while (random() < AGAIN);
			await app.start().catch(() => unanswered++);
			if ((await rows(app.dataFile)) !== before || (await migrated(app.dataFile)) !== whole) lost++;
			faults += await faultsIn(app.dataFile);
		}
		report.least('kills', killed, kills);
		report.tell('of them between two changes of the file', midway);
		report.most('starts afterwards without an answer', unanswered, 0);
		report.most('files with rows or changes missing', lost, 0);
		report.most('faults in the file', faults, 0);
	} finally {
		await app.close();
	}
	return report.figures;
}
