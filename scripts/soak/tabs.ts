/** Several windows that do the same, or the opposite, at the same moment. */
import { randomUUID } from 'node:crypto';
import { uniform } from '../../core/simulate/random';
import type { Run } from '../../core/log/run';
import { startApp } from '../../tests/support/server';
import { DemoBench, inWords } from './bench';
import type { Answer } from './client';
import { Report, type Figure } from './report';

export interface TabsOptions {
	seed: number;
	rounds: number;
	/** Windows at once. */
	tabs: number;
}

export async function tabs({ seed, rounds, tabs: wide }: TabsOptions): Promise<Figure[]> {
	const report = new Report('windows at once');
	const random = uniform(seed);
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	try {
		const bench = await DemoBench.at(app.base);
		const { client } = bench;
		let [requests, failed, dumb, doubled, loose] = [0, 0, 0, 0, 0];
		const all = async (calls: (() => Promise<Answer>)[]) => {
			const answered = await Promise.all(calls.map((call) => call()));
			requests += answered.length;
			failed += answered.filter((a) => a.status >= 500 || a.status === 0).length;
			dumb += answered.filter((a) => a.status >= 400 && !inWords(a)).length;
			return answered;
		};
		const times = (call: () => Promise<Answer>) => all(Array.from({ length: wide }, () => call));
		const description = { name: 'Twin', chemistry: 'lipo', cells: 3, capacityAh: 2, labelChargeRateC: 2 };
		const unlinked = (
			await client.get<{ id: string; link: string; channels: { id: string }[] }[]>('/chargers')
		).find((c) => c.link === 'none')!;
		const run = await bench.start(bench.packs[0], 0);
		for (let n = 0; n < rounds; n++) {
			const made = await times(
				(
					(key) => () =>
						client.call('POST', '/packs', { ...description, name: `Twin ${n}` }, key)
				)(randomUUID())
			);
			const pack = made[0].body as { id: string };
			doubled += new Set(made.map((a) => (a.body as { id: string }).id)).size - 1;
			await client.call('POST', `/packs/${pack.id}/readings`, {
				takenAt: new Date().toISOString(),
				cellVoltagesV: [3.8, 3.8, 3.8],
				temperatureDegC: 20
			});
			const at = { packId: pack.id, chargerId: unlinked.id, channelId: unlinked.channels[0].id };
			const saved = await times(() => client.call('POST', '/programs', { ...at, name: 'Race day' }));
			const versions = saved.map((a) => (a.body as { version: number }).version);
			doubled += versions.length - new Set(versions).size;
			const program = saved[0].body as { id: string; settings: { cells: number } };
			const { findings } = (await client.call('POST', '/check', at)).body as {
				findings: { rule: string; severity: string }[];
			};
			const start = {
				programId: program.id,
				mode: 'by hand',
				cellsRead: 3,
				overridden: findings
					.filter((f) => f.severity !== 'note')
					.map((f) => ({ rule: f.rule, reason: 'a soak' }))
			};
			// Starts against a delete; whoever wins, nothing may be left half done.
			const calls = Array.from({ length: wide - 1 }, () => () => client.call('POST', '/runs', start));
			calls.splice(Math.floor(random() * wide), 0, () => client.call('DELETE', `/packs/${pack.id}`));
			const began = (await all(calls)).filter((a) => a.status === 201).map((a) => a.body as Run);
			doubled += Math.max(0, new Set(began.map((r) => r.id)).size - 1);
			if (began.length > 0) {
				if ((await client.call('GET', `/packs/${pack.id}`)).status === 404) loose++;
				const look = { minute: 5, what: 'packV', value: 11.9 };
				await times(() => client.call('POST', `/runs/${began[0].id}/looks`, look));
				doubled += (await client.get<unknown[]>(`/runs/${began[0].id}/looks`)).length - 1;
				const before = await client.get<unknown[]>(`/packs/${pack.id}/readings`);
				const end = {
					endReason: 'full',
					begunEarlier: true,
					durationMin: 61,
					chargeAh: 2,
					endCellVoltagesV: [4.2, 4.2, 4.2]
				};
				await times(() => client.call('POST', `/runs/${began[0].id}/end`, end));
				const after = await client.get<unknown[]>(`/packs/${pack.id}/readings`);
				doubled += after.length - before.length - 1;
				await times(() => client.call('DELETE', `/runs/${began[0].id}`));
				await times(() => client.call('POST', `/runs/${began[0].id}/restore`));
			}
			await times(() => client.call('DELETE', `/packs/${pack.id}`));
			await times(() => client.call('PATCH', '/preferences', { ambientDegC: 15 + (n % 10) }));
		}
		await bench.stopAll();
		report.least('requests', requests, rounds * wide * 4);
		report.most('answers of 500, or none', failed, 0);
		report.most('refusals without a sentence', dumb, 0);
		report.most('things made or done twice', doubled, 0);
		report.most('runs on a pack that is gone', loose, 0);
		report.least('samples of the run followed meanwhile', (await bench.samples(run.id)).timeS.length, 2);
	} finally {
		await app.close();
	}
	return report.figures;
}
