/**
 * Killed at random moments while many people write and a run is followed: what was confirmed is
 * there, once; what was not confirmed is asked for again with its key; the file is clean after
 * every kill.
 */
import { randomUUID } from 'node:crypto';
import { SAMPLE_EVERY_S } from '../../stand-in/spec';
import { OPEN_READONLY, withHandle } from '../../src/lib/server/db/sqlite';
import { uniform } from '../../core/simulate/random';
import type { Fault } from '../../link/protocol';
import { StandInLink } from '../../src/lib/server/link/stand-in-link';
import { startApp } from '../../tests/support/server';
import { brokenAt, DemoBench } from './bench';
import { Client, sleep } from './client';
import { faultsIn } from './file-faults';
import { Report, type Figure } from './report';

export interface KillsOptions {
	seed: number;
	kills: number;
	/**
	 * Confirmed writes that there must be at the end; writing goes on after the last kill until
	 * then.
	 */
	writes: number;
	writers: number;
}

/** What goes wrong at the bench meanwhile, on every so many kills. */
const EVERY = 4;
/** Kills between two power failures of the simulated charger. */
const POWER_EVERY = 10;
const BENCH_FAULTS: readonly Fault[] = [
	{ kind: 'weak cell', cell: 1, times: 5 },
	{ kind: 'bad plug', ohm: 0.2 },
	{ kind: 'leaking cell', cell: 2, leakA: 0.5 },
	{ kind: 'charger hot', fromMin: 0 },
	{ kind: 'main lead open', fromMin: 0 },
	{ kind: 'drifting reading', cell: 1, mvPerHour: 200 }
];

/** A plan of an evening for one pack. */
function planOf(name: string, packId: string): object {
	const at = (hours: number) => new Date(Date.now() + hours * 3600e3).toISOString();
	const job = { id: 'r', packId, joined: [], goal: 'ready', due: at(3), notBefore: null, usedByThen: false };
	return {
		...{ name, from: at(0), until: at(4), planned: [], madeAt: null, plannedAt: null },
		hours: [{ from: at(0), to: at(4), who: 'you', hands: true }],
		jobs: [
			{
				...job,
				matters: 'wanted',
				pace: 'as it needs',
				channelId: null,
				startsAt: null,
				doneAt: null,
				why: ''
			}
		]
	};
}

export async function kills({ seed, kills: wanted, writes, writers }: KillsOptions): Promise<Figure[]> {
	const report = new Report('kill -9');
	const random = uniform(seed);
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	const link = new StandInLink(app.standInPort);
	try {
		const bench = await DemoBench.at(app.base);
		const at = { chargerId: bench.linked.id, channelId: bench.linked.channels[0].id };
		let put = 0;
		const reader = bench.packs[2];
		// A run by hand whose screen is looked at all the time.
		const handed = await bench.byHand(bench.packs[3]);
		const handedProgram = handed.programId!;
		let minute = 0;
		/** What was confirmed: the key of each, and the text that must be found under it. */
		const confirmed: {
			table:
				'packs' | 'readings' | 'programs' | 'looks' | 'alarm_answers' | 'start_checks' | 'cases' | 'plans';
			key: string;
			mark: string;
		}[] = [];
		let [lost, refused, failed, again] = [0, 0, 0, 0];
		let writing = true;

		const writer = async (n: number) => {
			const own = new Client(app.base);
			const next = uniform(seed * 1000 + n);
			while (writing) {
				const key = randomUUID();
				const mark = `${n} ${confirmed.length}`;
				const kind = Math.floor(next() * 8);
				const [table, path, body] = [
					[
						'packs',
						'/packs',
						{ name: `Soak ${mark}`, chemistry: 'lipo', cells: 3, capacityAh: 2, notes: mark }
					],
					[
						'readings',
						`/packs/${reader.id}/readings`,
						{ takenAt: new Date().toISOString(), packVoltageV: 3.8 * reader.cells }
					],
					[
						'programs',
						'/programs',
						{
							packId: reader.id,
							chargerId: bench.linked.id,
							channelId: bench.linked.channels[1].id,
							task: 'storage',
							name: `Soak ${n % 3}`
						}
					],
					['looks', `/runs/${handed.id}/looks`, { minute: (minute += 0.01), what: 'packV', value: 11.5 }],
					['alarm_answers', `/runs/${handed.id}/alarms`, { kind: 'presence', said: mark }],
					[
						'start_checks',
						`/programs/${handedProgram}/checks`,
						{ mode: 'by hand', evidence: { answers: [], message: mark }, refused: 'Warm.' }
					],
					['cases', '/cases', { runId: handed.id, family: 'lithium', symptom: 'jumps', message: mark }],
					['plans', '/plans', planOf(mark, reader.id)]
				][kind] as [(typeof confirmed)[number]['table'], string, object];
				const answer = await own.until('POST', path, body, key);
				again += answer.tries - 1;
				if (answer.status === 201 || (answer.status === 200 && table === 'alarm_answers'))
					confirmed.push({ table, key, mark });
				else if (answer.status === 0) lost++;
				else if (answer.status >= 500) failed++;
				else refused++;
				await sleep(next() * 20);
			}
		};
		const working = Array.from({ length: writers }, (_, n) => writer(n));

		let run = await bench.start(bench.packs[0], 0);
		const runs = [run.id];
		let [unclean, powerLost] = [0, 0];
		for (let k = 0; k < wanted; k++) {
			await sleep(150 + random() * 900);
			await app.kill();
			unclean += await faultsIn(app.dataFile);
			if (k % POWER_EVERY === POWER_EVERY - 1) {
				powerLost++;
				await app.restartStandIn();
			}
			await app.start();
			if (k % EVERY === 0) await link.faults(at, [BENCH_FAULTS[put++ % BENCH_FAULTS.length]]);
			if ((await bench.run(run.id))?.status === 'ended') {
				await link.faults(at, []);
				run = await bench.start(bench.packs[runs.length % 2], 0);
				runs.push(run.id);
			}
		}
		while (confirmed.length < writes) await sleep(50);
		writing = false;
		await Promise.all(working);
		await bench.stopAll();
		await sleep(700);

		const ends = await Promise.all(runs.map(async (id) => (await bench.run(id))?.endReason ?? null));
		let broken = 0;
		let samples = 0;
		for (const id of runs) {
			const { timeS } = await bench.samples(id);
			samples += timeS.length;
			broken += brokenAt(timeS, SAMPLE_EVERY_S);
		}
		await app.kill();
		unclean += await faultsIn(app.dataFile);
		const { gone, doubled } = await withHandle(app.dataFile, OPEN_READONLY, async (handle) => {
			const count = async (sql: string) => (await handle.all<{ n: number }>(sql))[0].n;
			let missing = 0;
			for (const { table, key } of confirmed)
				if ((await count(`SELECT COUNT(*) AS n FROM ${table} WHERE id = '${key}'`)) !== 1) missing++;
			// Everything that the writers made carries a key that was confirmed, or one whose answer never
			// came.
			const packs = await count(
				`SELECT COUNT(*) - COUNT(DISTINCT notes) AS n FROM packs WHERE name LIKE 'Soak %'`
			);
			const versions = await count(
				`SELECT COUNT(*) - COUNT(DISTINCT name || ' ' || version) AS n FROM programs WHERE name LIKE 'Soak %'`
			);
			const programs = await count(`SELECT COUNT(*) AS n FROM programs WHERE name LIKE 'Soak %'`);
			const known = confirmed.filter((c) => c.table === 'programs').length;
			return { gone: missing, doubled: packs + versions + Math.max(0, programs - known - lost) };
		});
		report.least('kills', wanted, wanted);
		report.least('writes confirmed', confirmed.length, writes);
		report.tell('requests sent again after no answer', again);
		report.most('confirmed writes lost', gone, 0);
		report.most('writes doubled', doubled, 0);
		report.most('writes that never got an answer', lost, 0);
		report.most('answers of 500', failed, 0);
		report.most('writes refused', refused, 0);
		report.most('faults in the file after kills', unclean, 0);
		report.tell('faults put into the charger', put);
		report.tell('times that the charger lost its power', powerLost);
		report.tell('runs followed', runs.length);
		report.tell('how they ended', [...new Set(ends)].join(', '));
		report.most('runs that ended without a reason', ends.filter((end) => end === null).length, 0);
		report.least('samples of runs followed', samples, 10);
		report.most('places where samples are missing, doubled or run backwards', broken, 0);
	} finally {
		link.close();
		await app.close();
	}
	return report.figures;
}
