/** The shelf: packs and their readings. */
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes } from 'sequelize';
import type { Maintenance } from '$core/care/maintenance';
import type { Readiness } from '$core/care/readiness';
import { PackInput, type Pack } from '$core/pack/pack';
import { ReadingInput, type Reading } from '$core/pack/reading';
import type { Database } from '../db/connect';
import { toPack, toReading } from '../db/map';
import type { Row } from '../db/models';
import { checked, done, missing, refuse, type Result } from '../result';
import { careOf, pastsOf } from './care';
import { getPreferences } from './preferences';
import { writeEvent } from './events';

export interface PackOnShelf {
	pack: Pack;
	reading: Reading | null;
	readiness: Readiness;
	/** When its capacity is to be checked again; null for a pack out of service. */
	maintenance: Maintenance | null;
	runs: number;
	lastRunAt: string | null;
}

/** The last reading of every pack. */
async function lastReadings(db: Database): Promise<Row[]> {
	const ids = await db.sequelize.query<{ id: string }>(
		`SELECT r.id FROM readings r
		 JOIN (SELECT packId, MAX(takenAt) AS takenAt FROM readings GROUP BY packId) last
		 ON last.packId = r.packId AND last.takenAt = r.takenAt`,
		{ type: QueryTypes.SELECT }
	);
	return db.models.Reading.findAll({ where: { id: ids.map((r) => r.id) } });
}

/** Every pack with its last reading, its readiness and a count of its runs, by name. */
export async function listPacks(db: Database, now: string): Promise<PackOnShelf[]> {
	const [packs, readings, { practice }, pasts, counts] = await Promise.all([
		db.models.Pack.findAll({ order: [['name', 'ASC']] }),
		lastReadings(db),
		getPreferences(db),
		pastsOf(db),
		db.sequelize.query<{ packId: string; runs: number; lastRunAt: string }>(
			`SELECT packId, COUNT(*) AS runs, MAX(startedAt) AS lastRunAt FROM runs WHERE deletedAt IS NULL GROUP BY packId`,
			{ type: QueryTypes.SELECT }
		)
	]);
	const lastOf = new Map(readings.map((row) => [row.get('packId') as string, toReading(row)]));
	const countOf = new Map(counts.map((c) => [c.packId, c]));
	return packs.map((row) => {
		const pack = toPack(row);
		const reading = lastOf.get(pack.id) ?? null;
		const count = countOf.get(pack.id);
		return {
			pack,
			reading,
			...careOf(pack, reading, pasts.get(pack.id), now, practice),
			runs: count?.runs ?? 0,
			lastRunAt: count ? new Date(count.lastRunAt).toISOString() : null
		};
	});
}

/** Every pack on the shelf as it is described, without its past. */
export const allPacks = async (db: Database): Promise<Pack[]> =>
	(await db.models.Pack.findAll({ order: [['name', 'ASC']] })).map(toPack);

export async function getPack(db: Database, id: string): Promise<Result<Pack>> {
	const row = await db.models.Pack.findByPk(id);
	return row ? done(toPack(row)) : missing('pack');
}

/** The last readings of a pack, newest first. */
export async function readingsOf(db: Database, packId: string, limit = 50): Promise<Reading[]> {
	const rows = await db.models.Reading.findAll({ where: { packId }, order: [['takenAt', 'DESC']], limit });
	return rows.map(toReading);
}

/** The last reading taken up to the moment `asOf` (ISO 8601), or null. */
export async function lastReading(db: Database, packId: string, asOf: string): Promise<Reading | null> {
	const row = await db.models.Reading.findOne({
		where: { packId, takenAt: { [Op.lte]: new Date(asOf) } },
		order: [['takenAt', 'DESC']]
	});
	return row ? toReading(row) : null;
}

/** Adds a pack from anything that claims to be one. */
export async function createPack(db: Database, input: unknown): Promise<Result<Pack>> {
	const valid = checked(PackInput, input);
	if (!valid.ok) return valid;
	const row = await db.models.Pack.create({ id: randomUUID(), ...valid.value });
	return done(toPack(row));
}

/** Replaces every field of a pack. */
export async function updatePack(db: Database, id: string, input: unknown): Promise<Result<Pack>> {
	const valid = checked(PackInput, input);
	if (!valid.ok) return valid;
	const row = await db.models.Pack.findByPk(id);
	if (!row) return missing('pack');
	await row.update(valid.value);
	return done(toPack(row));
}

/** Takes a pack off the shelf; its readings and runs stay, and {@link restorePack} brings it back. */
export async function deletePack(db: Database, id: string): Promise<Result<Pack>> {
	const row = await db.models.Pack.findByPk(id);
	if (!row) return missing('pack');
	const running = await db.models.Run.count({ where: { packId: id, status: 'running' } });
	if (running > 0)
		return refuse(409, `${row.get('name')} is in a run: end the run before deleting the pack.`);
	await db.sequelize.transaction(async (transaction) => {
		await row.destroy({ transaction });
		await writeEvent(db, 'pack deleted', id, { name: row.get('name') }, transaction);
	});
	return done(toPack(row));
}

export async function restorePack(db: Database, id: string): Promise<Result<Pack>> {
	const row = await db.models.Pack.findByPk(id, { paranoid: false });
	if (!row) return missing('pack');
	await row.restore();
	return done(toPack(row));
}

/** Adds a reading; its cell count must be the pack's. */
export async function addReading(db: Database, packId: string, input: unknown): Promise<Result<Reading>> {
	const valid = checked(ReadingInput, input);
	if (!valid.ok) return valid;
	const pack = await db.models.Pack.findByPk(packId);
	if (!pack) return missing('pack');
	const cells = valid.value.cellVoltagesV;
	if (cells && cells.length !== pack.get('cells'))
		return refuse(422, `This pack is ${pack.get('cells')}S; ${cells.length} cell voltages were given.`, {
			cellVoltagesV: `Give ${pack.get('cells')} voltages, one for each cell.`
		});
	const row = await db.models.Reading.create({ id: randomUUID(), packId, ...valid.value });
	return done(toReading(row));
}

/** Removes a reading that was typed wrong; returns it, so that it can be put back. */
export async function deleteReading(db: Database, id: string): Promise<Result<Reading>> {
	const row = await db.models.Reading.findByPk(id);
	if (!row) return missing('reading');
	const reading = toReading(row);
	await row.destroy();
	return done(reading);
}
