/** Loads the harbour into an empty database. Run with `--fresh` it empties the database first. */
import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { PackInput } from '../core/pack/pack';
import { openDatabase, type Database } from '../src/lib/server/db/connect';
import { createCharger, createSupply, getCharger } from '../src/lib/server/services/chargers';
import { createPack } from '../src/lib/server/services/packs';
import { appendTelemetry } from '../src/lib/server/services/telemetry';
import type { Result } from '../src/lib/server/result';
import { CHARGERS, SUPPLIES } from './chargers';
import { historyOf } from './history';
import { PACKS } from './packs';

function must<T>(result: Result<T>): T {
	if (!result.ok) throw new Error(`demo data: ${result.message}`);
	return result.value;
}

async function loadBench(db: Database) {
	const supplies = Object.fromEntries(
		await Promise.all(
			Object.entries(SUPPLIES).map(async ([key, s]) => [key, must(await createSupply(db, s))] as const)
		)
	);
	const chargers: Record<string, { id: string; supplyKey: string }> = {};
	for (const [key, { charger, supply }] of Object.entries(CHARGERS)) {
		const made = must(await createCharger(db, { ...charger, supplyId: supplies[supply].id }));
		chargers[key] = { id: made.id, supplyKey: supply };
	}
	return { supplies, chargers };
}

/** Fills `db` with the demo scenario as of `nowMs`. The same moment gives the same data, ids apart. */
export async function loadDemo(db: Database, nowMs: number): Promise<{ packs: number; runs: number }> {
	const { supplies, chargers } = await loadBench(db);
	let runs = 0;
	for (const [n, demo] of PACKS.entries()) {
		const firstUsedOn = new Date(nowMs - demo.years * 365.25 * 86400e3).toISOString().slice(0, 10);
		const pack = must(
			await createPack(db, PackInput.parse({ chemistry: 'lipo', firstUsedOn, ...demo.pack }))
		);
		const charger = must(await getCharger(db, chargers[demo.charger].id));
		const supply = supplies[chargers[demo.charger].supplyKey];
		const history = historyOf({ demo, pack, charger, supply, nowMs, seed: 1000 + n });
		await db.sequelize.transaction(async (transaction) => {
			const reading = (r: object) => ({ id: randomUUID(), packId: pack.id, ...r });
			for (const run of history.runs) {
				const { telemetry, before, ...fields } = run;
				const id = randomUUID();
				await db.models.Run.create(
					{
						id,
						packId: pack.id,
						chargerId: charger.id,
						mode: 'by hand',
						status: 'ended',
						task: pack.cells > 1 ? 'balance' : 'charge',
						purpose: 'standard',
						overridden: [],
						notes: '',
						...fields
					},
					{ transaction }
				);
				await appendTelemetry(db, id, telemetry, transaction);
				await db.models.Reading.create(reading(before), { transaction });
				await db.models.Reading.create(
					reading({
						takenAt: run.endedAt,
						cellVoltagesV: run.endCellVoltagesV,
						packVoltageV: null,
						state: 'just used',
						temperatureDegC: null
					}),
					{ transaction }
				);
			}
			for (const last of history.lastReadings) await db.models.Reading.create(reading(last), { transaction });
		});
		runs += history.runs.length;
	}
	return { packs: PACKS.length, runs };
}

async function main() {
	const file = process.env.STACK_TENDER_DATA ?? join(process.cwd(), 'data', 'stack-tender.sqlite');
	if (process.argv.includes('--fresh'))
		for (const tail of ['', '-wal', '-shm']) await rm(file + tail, { force: true });
	const db = await openDatabase(file);
	if ((await db.models.Pack.count({ paranoid: false })) > 0) {
		console.log('The shelf is not empty: keeping what is there.');
	} else {
		const { packs, runs } = await loadDemo(db, Date.now());
		console.log(
			`Loaded the demo harbour: ${packs} packs, ${Object.keys(CHARGERS).length} chargers, ${runs} runs.`
		);
	}
	await db.sequelize.close();
}

if (import.meta.url === `file://${process.argv[1]}`) await main();
