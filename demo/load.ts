/** Loads the harbour into an empty database. Run with `--fresh` it empties the database first. */
import { createHash, randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { openDatabase, type Database } from '../src/lib/server/db/connect';
import { takeLock } from '../src/lib/server/db/lock';
import { inOneSentence } from '../src/lib/server/db/start-error';
import { createCharger, createSupply, getCharger } from '../src/lib/server/services/chargers/chargers';
import { createPack } from '../src/lib/server/services/packs/packs';
import { setPreferences } from '../src/lib/server/services/house/preferences';
import { saveProgram } from '../src/lib/server/services/programs/programs';
import { setSlot } from '../src/lib/server/services/chargers/slots';
import { appendTelemetry } from '../src/lib/server/services/runs/telemetry';
import type { Result } from '../src/lib/server/result';
import { CHARGERS, STOCK, SUPPLIES } from './chargers';
import { historyOf } from './history';
import { PACKS } from './packs';
import { PackInputSchema } from '../core/pack/pack-schema';
import { InventorySchema } from '../core/charger/inventory-schema';

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

/**
 * The same pack has the same id wherever the harbour is loaded: what it does on a simulated
 * charger is drawn from its id.
 */
function idOf(name: string): string {
	const hex = createHash('sha256').update(`pack ${name}`).digest('hex');
	return [
		hex.slice(0, 8),
		hex.slice(8, 12),
		`5${hex.slice(13, 16)}`,
		`8${hex.slice(17, 20)}`,
		hex.slice(20, 32)
	].join('-');
}

/** Pairs, the bench's stock, and a few programs kept and keyed into slots. */
async function tieTogether(
	db: Database,
	made: Map<string, string>,
	chargers: Record<string, { id: string }>,
	nowMs: number
) {
	await db.write(async (tx) => {
		for (const demo of PACKS.filter((d) => d.pairWith))
			await tx.models.Pack.update(
				{ pairId: made.get(demo.pairWith!) },
				{ where: { id: made.get(demo.pack.name) } }
			);
	});
	must(await setPreferences(db, { inventory: InventorySchema.parse(STOCK) }));
	const now = new Date(nowMs).toISOString();
	for (const { slot, name, pack, charger, task } of KEPT) {
		const channelId = must(await getCharger(db, chargers[charger].id)).channels[0].id;
		const request = { packId: made.get(pack)!, chargerId: chargers[charger].id, channelId, task, name };
		const program = must(await saveProgram(db, request, now));
		must(await setSlot(db, chargers[charger].id, { slot, programId: program.id }));
	}
}

/** Programs that the club has in its chargers' slots. */
const KEPT = [
	{ slot: 1, name: 'Race day', pack: 'Gannet lifeboat, main', charger: 'pier', task: 'balance' },
	{ slot: 2, name: 'Put away', pack: 'Gannet lifeboat, main', charger: 'pier', task: 'storage' },
	{ slot: 3, name: 'Trawler', pack: 'Guillemot trawler', charger: 'pier', task: 'charge' },
	{ slot: 1, name: 'Launch', pack: 'Kittiwake launch', charger: 'basin', task: 'balance' }
] as const;

/**
 * Fills `db` with the demo scenario as of `nowMs`. The same moment gives the same packs with the
 * same ids, and the same data but for the ids of the rest.
 */
export async function loadDemo(db: Database, nowMs: number): Promise<{ packs: number; runs: number }> {
	const { supplies, chargers } = await loadBench(db);
	let runs = 0;
	const made = new Map<string, string>();
	for (const [n, demo] of PACKS.entries()) {
		const firstUsedOn = new Date(nowMs - demo.years * 365.25 * 86400e3).toISOString().slice(0, 10);
		const pack = must(
			await createPack(
				db,
				PackInputSchema.parse({ chemistry: 'lipo', firstUsedOn, ...demo.pack }),
				idOf(demo.pack.name)
			)
		);
		const charger = must(await getCharger(db, chargers[demo.charger].id));
		const supply = supplies[chargers[demo.charger].supplyKey];
		const history = historyOf({ demo, pack, charger, supply, nowMs, seed: 1000 + n });
		await db.write(async (tx) => {
			const reading = (r: object) => ({ id: randomUUID(), packId: pack.id, ...r });
			for (const run of history.runs) {
				const { telemetry, before, endPackVoltageV, ...fields } = run;
				const id = randomUUID();
				await tx.models.Run.create({
					id,
					packId: pack.id,
					chargerId: charger.id,
					mode: 'by hand',
					status: 'ended',
					overridden: [],
					notes: '',
					...fields
				});
				await appendTelemetry(tx, id, 0, telemetry);
				await tx.models.Reading.create(reading(before));
				await tx.models.Reading.create(
					reading({
						takenAt: run.endedAt,
						cellVoltagesV: run.endCellVoltagesV,
						packVoltageV: run.endCellVoltagesV ? null : endPackVoltageV,
						state: 'just used',
						usedSince: 'not used',
						temperatureDegC: null
					})
				);
			}
			const check = history.runs
				.filter((r) => r.task === 'discharge' && r.endReason === 'end voltage')
				.at(-1);
			if (check)
				await tx.models.Pack.update(
					{ measuredCapacityAh: Math.round(check.chargeAh * 1000) / 1000 },
					{ where: { id: pack.id } }
				);
			for (const last of history.lastReadings) await tx.models.Reading.create(reading(last));
		});
		runs += history.runs.length;
		made.set(demo.pack.name, pack.id);
	}
	await tieTogether(db, made, chargers, nowMs);
	return { packs: PACKS.length, runs };
}

async function main() {
	const file = process.env.STACK_TENDER_DATA ?? join(process.cwd(), 'data', 'stack-tender.sqlite');
	if (process.argv.includes('--fresh')) await emptyData(file);
	const db = await openDatabase(file);
	try {
		if ((await db.models.Pack.count({ paranoid: false })) > 0) {
			console.log('The shelf is not empty: keeping what is there.');
		} else {
			const { packs, runs } = await loadDemo(db, Date.now());
			console.log(
				`Loaded the demo harbour: ${packs} packs, ${Object.keys(CHARGERS).length} chargers, ${runs} runs.`
			);
		}
	} finally {
		await db.close();
	}
}

/** Removes a data file with its log; throws a StartError where an application has it open. */
async function emptyData(file: string): Promise<void> {
	await mkdir(dirname(file), { recursive: true });
	const lock = await takeLock(file);
	for (const tail of ['', '-wal', '-shm']) await rm(file + tail, { force: true });
	await lock.release();
}

if (import.meta.url === `file://${process.argv[1]}`) await inOneSentence(main);
