/** A disk that fills up under a running application, on a small file system of its own. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { OPEN_READONLY, withHandle } from '../../src/lib/server/db/sqlite';
import { startApp } from '../../tests/support/server';
import { DemoBench, inWords } from './bench';
import { sleep } from './client';
import { Report, type Figure } from './report';

export interface DiskOptions {
	/** Times that it fills up and is emptied again. */
	times: number;
}

const SIZE_MB = 12;

export async function disk({ times }: DiskOptions): Promise<Figure[]> {
	const report = new Report('disk full');
	const folder = mkdtempSync(join(tmpdir(), 'small-disk-'));
	const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', folder]).status === 0;
	if (!mounted) {
		rmSync(folder, { recursive: true, force: true });
		report.tell('not tried: a small file system may only be made by root', '');
		return report.figures;
	}
	try {
		const app = await startApp({ demo: true, speed: 60, quiet: true, folder });
		try {
			const bench = await DemoBench.at(app.base);
			const run = await bench.start(bench.packs[0], 0);
			let [confirmed, full, untrue, other] = [0, 0, 0, 0];
			const kept: string[] = [];
			const filling = join(folder, 'filling');
			const write = async () => {
				const key = randomUUID();
				const body = {
					name: `Pack ${kept.length}`,
					chemistry: 'lipo',
					cells: 3,
					capacityAh: 2,
					notes: 'x'.repeat(3900)
				};
				const answer = await bench.client.call('POST', '/packs', body, key);
				if (answer.status === 201) {
					confirmed++;
					kept.push(key);
				} else if (answer.status === 507) {
					full++;
					if (
						!inWords(answer) ||
						!/disk is full.*nothing of this was saved/is.test(JSON.stringify(answer.body))
					)
						untrue++;
					const there = await bench.client.call('GET', `/packs/${key}`);
					if (there.status !== 404) untrue++;
				} else other++;
			};
			for (let n = 0; n < times; n++) {
				try {
					writeFileSync(filling, Buffer.alloc(SIZE_MB * 2 ** 20));
				} catch {
					// As full as it goes.
				}
				const seen = full;
				for (let i = 0; i < 40 && full < seen + 5; i++) await write();
				if (full === seen) other++;
				// Everything that only reads goes on.
				for (const path of ['/packs', '/runs', '/chargers'])
					if ((await bench.client.call('GET', path)).status !== 200) other++;
				rmSync(filling);
				await sleep(700);
				for (let i = 0; i < 3; i++) await write();
			}
			await bench.stopAll();
			await sleep(600);
			const ended = await bench.run(run.id);
			await app.kill();
			const { missing, faults } = await withHandle(app.dataFile, OPEN_READONLY, async (handle) => {
				const rows = await handle.all<{ id: string }>(`SELECT id FROM packs`);
				const ids = new Set(rows.map((row) => row.id));
				const whole = await handle.all<{ integrity_check: string }>('PRAGMA integrity_check');
				return {
					missing: kept.filter((id) => !ids.has(id)).length,
					faults: whole.filter((row) => row.integrity_check !== 'ok').length
				};
			});
			report.least('times full', times, times);
			report.least('writes refused with 507', full, times);
			report.most('refusals that were not true', untrue, 0);
			report.least('writes confirmed', confirmed, times);
			report.most('confirmed writes lost', missing, 0);
			report.most('other failures', other, 0);
			report.most('faults in the file', faults, 0);
			report.most(
				'the run that was followed is not ended in order',
				ended?.endReason === 'stopped' ? 0 : 1,
				0
			);
		} finally {
			await app.close();
		}
	} finally {
		spawnSync('umount', [folder]);
		rmSync(folder, { recursive: true, force: true });
	}
	return report.figures;
}
