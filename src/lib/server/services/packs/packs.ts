/** The shelf: packs and their readings. */
import { now as bookNow } from '../../clock';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes } from 'sequelize';
import type { CheckHistory, Maintenance } from '$core/care/maintenance';
import type { Readiness } from '$core/care/readiness';
import { type Pack } from '$core/pack/pack';
import { type Reading } from '$core/pack/reading';
import type { PackState } from '$core/pack-state/pack-state';
import type { Database, Store } from '../../db/connect';
import { toPack, toReading } from '../../db/map';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { changedMeanwhile } from '../../meanwhile';
import { careOf, historiesOf } from './care';
import { packStates } from './pack-states';
import { momentOf } from './moment';
import { changeCondition, observeWithin } from './observations';
import { getPreferences } from '../house/preferences';
import { writeEvent } from '../house/events';
import { forgetJudgements } from '../runs/judgements';
import { ReadingInputSchema } from '$core/pack/reading-schema';
import { PackInputSchema } from '$core/pack/pack-schema';

export interface PackOnShelf {
	pack: Pack;
	reading: Reading | null;
	readiness: Readiness;
	/** When its capacity is to be checked again; null for a pack out of service. */
	maintenance: Maintenance | null;
	runs: number;
	lastRunAt: string | null;
}

/** The last reading of each of these packs. */
async function lastReadings(db: Store, packIds: readonly string[]): Promise<RowOf<'Reading'>[]> {
	const ids = await db.sequelize.query<{ id: string | null }>(
		`SELECT (SELECT id FROM readings WHERE packId = p.id AND deletedAt IS NULL ORDER BY takenAt DESC LIMIT 1) AS id
		 FROM packs p WHERE p.id IN (:packIds)`,
		{ type: QueryTypes.SELECT, replacements: { packIds } }
	);
	return db.models.Reading.findAll({ where: { id: ids.flatMap((r) => r.id ?? []) } });
}

interface Stored extends Omit<PackOnShelf, 'readiness' | 'maintenance'> {
	history: CheckHistory | undefined;
}

/** What is stored of these packs on the shelf, by pack. */
async function storedOf(db: Store, packIds: readonly string[]): Promise<Map<string, Stored>> {
	const [packs, readings, histories, counts] = await Promise.all([
		db.models.Pack.findAll({ where: { id: [...packIds] } }),
		lastReadings(db, packIds),
		historiesOf(db, packIds),
		// One look into an index for each pack: grouping all runs would read every one of them.
		db.sequelize.query<{ packId: string; runs: number; lastRunAt: string | null }>(
			`SELECT p.id AS packId,
				(SELECT COUNT(*) FROM run_packs WHERE packId = p.id AND deletedAt IS NULL) AS runs,
				(SELECT startedAt FROM run_packs WHERE packId = p.id AND deletedAt IS NULL ORDER BY startedAt DESC LIMIT 1) AS lastRunAt
			 FROM packs p WHERE p.id IN (:packIds)`,
			{ type: QueryTypes.SELECT, replacements: { packIds } }
		)
	]);
	const lastOf = new Map(readings.map((row) => [row.get('packId'), toReading(row)]));
	const countOf = new Map(counts.map((c) => [c.packId, c]));
	return new Map(
		packs.map((row) => {
			const pack = toPack(row);
			const count = countOf.get(pack.id);
			return [
				pack.id,
				{
					pack,
					reading: lastOf.get(pack.id) ?? null,
					history: histories.get(pack.id),
					runs: count?.runs ?? 0,
					lastRunAt: count?.lastRunAt ? new Date(count.lastRunAt).toISOString() : null
				}
			];
		})
	);
}

/** What is stored of every pack on the shelf, by name. */
const storedShelf = async (db: Store): Promise<Stored[]> => [
	...(await db.keptByPack('stored', (packIds) => storedOf(db, packIds))).values()
];

/** Days and hours are told, no less: what was found for one minute holds for all of it. */
const minuteOf = (now: string): string => now.slice(0, 16);

/**
 * Every pack with what is believed of it, by name: what pages and plans are made of, too much to
 * hand to either.
 */
export async function shelfWithStates(
	db: Store,
	now: string
): Promise<(PackOnShelf & { state: PackState })[]> {
	const { practice, ambientDegC } = await getPreferences(db);
	const asked = JSON.stringify([minuteOf(now), practice, ambientDegC]);
	const shelf = await db.keptByPack(
		'care',
		async (packIds) => {
			const wanted = new Set(packIds);
			const stored = (await storedShelf(db)).filter(({ pack }) => wanted.has(pack.id));
			const states = await packStates(
				db,
				stored.map(({ pack }) => pack),
				now
			);
			return new Map(
				stored.map(({ history, ...rest }) => {
					const state = states.get(rest.pack.id)!;
					return [
						rest.pack.id,
						{ asked, listed: { ...rest, state, ...careOf(rest.pack, state, history, practice) } }
					];
				})
			);
		},
		(kept) => kept.asked === asked
	);
	return [...shelf.values()].map(({ listed }) => listed);
}

/**
 * Every pack with its last reading, its readiness at the moment `now` and a count of its runs, by
 * name.
 */
export const listPacks = (db: Store, now: string): Promise<PackOnShelf[]> =>
	db.kept(
		'shelf with care',
		async () => (await shelfWithStates(db, now)).map(({ state: _state, ...listed }) => listed),
		minuteOf(now)
	);

/** Every pack on the shelf as it is described, without its past. */
export const allPacks = async (db: Store): Promise<Pack[]> => {
	const find = async (id: string[]) =>
		new Map((await db.models.Pack.findAll({ where: { id } })).map((row) => [row.get('id'), toPack(row)]));
	return [...(await db.keptByPack('pack', find)).values()];
};

export const getPack = (db: Store, id: string): Promise<Result<Pack>> =>
	db.kept<Result<Pack>>(`pack ${id}`, async () => {
		const row = await db.models.Pack.findByPk(id);
		return row ? done(toPack(row)) : missing('pack');
	});

/** The last readings of a pack, newest first. */
export async function readingsOf(db: Store, packId: string, limit = 50): Promise<Reading[]> {
	const rows = await db.models.Reading.findAll({ where: { packId }, order: [['takenAt', 'DESC']], limit });
	return rows.map(toReading);
}

/** The last reading taken up to the moment `asOf` (ISO 8601), or null. */
export async function lastReading(db: Store, packId: string, asOf: string): Promise<Reading | null> {
	const row = await db.models.Reading.findOne({
		where: { packId, takenAt: { [Op.lte]: new Date(asOf) } },
		order: [['takenAt', 'DESC']]
	});
	return row ? toReading(row) : null;
}

/**
 * A partner must be another pack that there is, or was: a pair outlasts the pack that was taken off
 * the shelf.
 */
async function pairOf(tx: Store, packId: string, pairId: string | null): Promise<Result<null>> {
	const no = (message: string) => refuse(422, message, { pairId: message });
	if (pairId === packId) return no('A pack cannot be its own pair.');
	if (pairId !== null && (await tx.models.Pack.count({ where: { id: pairId }, paranoid: false })) === 0)
		return no('There is no such pack to pair it with.');
	return done(null);
}

/**
 * Adds a pack from anything that claims to be one. The same `id` again is the same pack: a request
 * may repeat itself.
 */
export async function createPack(
	db: Database,
	input: unknown,
	id: string = randomUUID()
): Promise<Result<Pack>> {
	const valid = checked(PackInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		const before = await tx.models.Pack.findByPk(id, { paranoid: false });
		if (before) return done(toPack(before));
		const pair = await pairOf(tx, id, valid.value.pairId);
		if (!pair.ok) return pair;
		const row = await tx.models.Pack.create({ id, ...valid.value });
		if (valid.value.condition === 'swollen')
			await observeWithin(tx, row, {
				what: 'swollen',
				at: bookNow(),
				notes: 'set on its page'
			});
		return done(toPack(row));
	});
}

/** Replaces every field of a pack. */
export async function updatePack(db: Database, id: string, input: unknown): Promise<Result<Pack>> {
	const valid = checked(PackInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		const row = await tx.models.Pack.findByPk(id);
		if (!row) return missing('pack');
		const meanwhile = changedMeanwhile(input, toPack(row), row.get('name'));
		if (meanwhile) return meanwhile;
		const pair = await pairOf(tx, id, valid.value.pairId);
		if (!pair.ok) return pair;
		const changed = await changeCondition(tx, row, valid.value.condition, bookNow());
		if (!changed.ok) return changed;
		await row.update(valid.value);
		// Ends are judged by what the pack is: with another capacity they may be judged otherwise.
		await forgetJudgements(tx, id);
		return done(toPack(row));
	});
}

/**
 * Takes a pack off the shelf; its readings and runs stay, and {@link restorePack} brings it back.
 */
export async function deletePack(db: Database, id: string): Promise<Result<Pack>> {
	return db.write(async (tx) => {
		const row = await tx.models.Pack.findByPk(id, { paranoid: false });
		if (!row) return missing('pack');
		if (row.get('deletedAt') != null) return done(toPack(row));
		const open = await tx.models.RunPack.count({ where: { packId: id, open: true } });
		if (open > 0) return refuse(409, `${row.get('name')} is in a run: end the run before deleting the pack.`);
		await row.destroy();
		await writeEvent(tx, 'pack deleted', id, { name: row.get('name') });
		return done(toPack(row));
	});
}

export async function restorePack(db: Database, id: string): Promise<Result<Pack>> {
	return db.write(async (tx) => {
		const row = await tx.models.Pack.findByPk(id, { paranoid: false });
		if (!row) return missing('pack');
		await row.restore();
		return done(toPack(row));
	});
}

/** The moment of a reading, no later than `now`; refused where it cannot be. */
/**
 * Adds a reading; its cell count must be the pack's, and its moment one that has been by `now` (ISO
 * 8601).
 */
export async function addReading(
	db: Database,
	packId: string,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Reading>> {
	const valid = checked(ReadingInputSchema, input);
	if (!valid.ok) return valid;
	const takenAt = momentOf(valid.value.takenAt, now);
	if (!takenAt.ok) return takenAt;
	return db.write(async (tx) => {
		const before = await tx.models.Reading.findByPk(id, { paranoid: false });
		if (before) return done(toReading(before));
		const pack = await tx.models.Pack.findByPk(packId);
		if (!pack) return missing('pack');
		const cells = valid.value.cellVoltagesV;
		if (cells && cells.length !== pack.get('cells'))
			return refuse(422, `This pack is ${pack.get('cells')}S; ${cells.length} cell voltages were given.`, {
				cellVoltagesV: `Give ${pack.get('cells')} voltages, one for each cell.`
			});
		const row = await tx.models.Reading.create({ id, packId, ...valid.value, takenAt: takenAt.value });
		return done(toReading(row));
	});
}

/** Removes a reading that was typed wrong; returns it, so that it can be put back. */
export async function deleteReading(db: Database, id: string): Promise<Result<Reading>> {
	return db.write(async (tx) => {
		const row = await tx.models.Reading.findByPk(id, { paranoid: false });
		if (!row) return missing('reading');
		await row.destroy();
		return done(toReading(row));
	});
}

/** Puts a removed reading back. */
export async function restoreReading(db: Database, id: string): Promise<Result<Reading>> {
	return db.write(async (tx) => {
		const row = await tx.models.Reading.findByPk(id, { paranoid: false });
		if (!row) return missing('reading');
		await row.restore();
		return done(toReading(row));
	});
}
