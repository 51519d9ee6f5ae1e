/**
 * Processor time of pages with years of records, after a write and without one; the longest block
 * of the event loop beside it. 200 packs and 20 000 runs, one request at a time.
 */
import { copyFileSync } from 'node:fs';
import { openDatabase } from '../../src/lib/server/db/connect';
import type { EventLoopFigures } from '../../src/lib/server/event-loop';
import { demoFile } from '../../tests/support/demo-file';
import { growDemo } from '../../tests/support/large';
import { startApp } from '../../tests/support/server';
import { Client } from '../soak/client';
import { quantile, type Row } from './rows';

const TIMES = 12;
const PACKS = 200;
const RUNS = 20_000;

interface ProcessFigures {
	processorS: number;
	memoryMB: number;
	eventLoop: EventLoopFigures;
}

interface PackInList {
	pack: { id: string; name: string; notes: string };
}

/** `of`: a data file of which a copy is measured instead. `only`: addresses that contain it. */
export async function pageRows(of?: string, only = ''): Promise<Row[]> {
	const rows: Row[] = [];
	const app = await startApp({
		quiet: true,
		prepare: async (file) => {
			if (of) return copyFileSync(of, file);
			await demoFile(file);
			const db = await openDatabase(file);
			await growDemo(db, PACKS, RUNS);
			await db.close();
		}
	});
	try {
		const client = new Client(app.base);
		const figures = () => client.get<ProcessFigures>('/process');
		const shelf = await client.get<PackInList[]>('/packs');
		const chargers = await client.get<{ id: string; channels: { id: string }[] }[]>('/chargers');
		const { runs } = await client.get<{ runs: { run: { id: string } }[] }>('/runs?status=ended&limit=1');
		const { pack } = shelf[0];
		const [channel] = chargers[0].channels;
		let written = 0;
		// What is kept in memory is let go of by a write to one pack.
		const write = () =>
			client.call('POST', `/packs/${pack.id}/readings`, {
				takenAt: new Date(Date.now() - 60_000 + ++written).toISOString(),
				packVoltageV: 15.2
			});
		const pages: [string, string, number][] = [
			['Today', '/', 100],
			['Packs', '/packs', 100],
			['Logbook', '/logbook', 100],
			['Parallel', '/parallel', 250],
			['Program', `/program?pack=${pack.id}&channel=${channel.id}`, 250],
			['Plan, new', '/plan/new', 250],
			['Season', '/plan/season', 250],
			['a pack', `/packs/${pack.id}`, 250],
			['packs over time', '/logbook/packs', 250],
			['a run', `/logbook/${runs[0].run.id}`, 250],
			['Diagnose', '/diagnose', 250],
			['Run', '/run', 250],
			['Phone and labels', '/house/labels', 250],
			['Out and in', '/house/out-and-in', 250],
			['House', '/house', 250],
			['runs.csv', '/api/v1/book/tables/runs.csv', 250]
		];
		const ask = async (path: string): Promise<void> => {
			const response = await fetch(app.base + path);
			await response.body?.pipeTo(new WritableStream());
			if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
		};
		for (const [what, path, target] of pages.filter((page) => page[1].includes(only))) {
			const first = (await figures()).processorS;
			await ask(path);
			const once = 1000 * ((await figures()).processorS - first);
			for (let i = 0; i < 3; i++) await ask(path);
			for (const after of [true, false]) {
				const took: number[] = [];
				for (let i = 0; i < TIMES; i++) {
					if (after) await write();
					const before = (await figures()).processorS;
					await ask(path);
					took.push(1000 * ((await figures()).processorS - before));
				}
				rows.push({
					what: `${what}${after ? ', after a write' : ''} (first ${once.toFixed(0)} ms)`,
					unit: 'ms',
					typical: quantile(took, 0.5),
					worst: quantile(took, 0.95),
					target
				});
			}
		}
		const { eventLoop, memoryMB } = await figures();
		console.log(
			`event loop: 99.9 % within ${eventLoop.p999Ms} ms, longest ${eventLoop.maxMs} ms; ${memoryMB} MB`
		);
		for (const block of eventLoop.blocks)
			console.log(
				`blocked ${block.blockedMs} ms at ${block.uptimeS} s: ${block.requests.join(', ') || 'no request'}`
			);
	} finally {
		await app.close();
	}
	return rows;
}
