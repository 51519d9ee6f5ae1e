/** Uses of a pack: noted in one press, told more of afterwards, taken back. */
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import type { Pack } from '$core/pack/pack';
import { taskOf } from '$core/request/task';
import { UseSchema } from '$core/pack/use-schema';
import { drawOf, type Draw, type Use } from '$core/pack/use';
import { toRun } from '../../db/map';
import type { Database, Store } from '../../db/connect';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { openRunOf } from '../runs/open-runs';
import { judgedRun } from './care';
import { momentOf } from './moment';

export const toUse = (row: RowOf<'Use'>): Use => {
	const { id, at, minutes, felt } = row.get();
	return { id, at: new Date(at).toISOString(), minutes, felt };
};

/** The last use of a pack up to the moment `asOf` (ISO 8601), or null. */
export async function lastUseOf(db: Store, packId: string, asOf: string): Promise<Use | null> {
	const [row] = await db.models.Use.findAll({ where: { packId }, order: [['at', 'DESC']], limit: 20 }).then(
		(rows) => rows.filter((r) => new Date(r.get('at')).toISOString() <= asOf)
	);
	return row ? toUse(row) : null;
}

/**
 * What a use drew, by the first charge after it; null before that, or where its minutes or its
 * end say nothing.
 */
export async function drawAfter(db: Store, pack: Pack, use: Use): Promise<Draw | null> {
	const row = await db.models.RunPack.findOne({
		where: { packId: pack.id, deletedAt: null, startedAt: { [Op.gt]: use.at } },
		order: [['startedAt', 'ASC']]
	});
	const run = row && (await db.models.Run.findByPk(row.get('runId')));
	if (!run) return null;
	const seen = toRun(run);
	// Only a charge that began after the use and ended full put back what was taken out.
	if (seen.joined.length || seen.chargeAh === null || !taskOf(seen.task).fills) return null;
	if ((await judgedRun(db, seen, pack)).outcome !== 'sound') return null;
	return drawOf(use.minutes, seen.chargeAh, pack.measuredCapacityAh ?? pack.capacityAh);
}

/** Notes that a pack was used. Left out, the moment is now. */
export async function addUse(
	db: Database,
	packId: string,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Use>> {
	const given = typeof input === 'object' && input !== null ? input : {};
	const valid = checked(UseSchema, { at: now, minutes: null, felt: 'not said', ...given });
	if (!valid.ok) return valid;
	const at = momentOf(valid.value.at, now);
	if (!at.ok) return at;
	return db.write<Result<Use>>(async (tx) => {
		const again = await tx.models.Use.findByPk(id, { paranoid: false });
		if (again) return done(toUse(again));
		if (!(await tx.models.Pack.findByPk(packId))) return missing('pack');
		if (await openRunOf(tx, packId))
			return refuse(409, 'A run of this pack is going on: it cannot have been used.');
		return done(toUse(await tx.models.Use.create({ id, packId, ...valid.value, at: at.value })));
	});
}

/** Says more of a use: its minutes, how the pack felt. */
export async function mendUse(db: Database, id: string, input: unknown, now: string): Promise<Result<Use>> {
	return db.write<Result<Use>>(async (tx) => {
		const row = await tx.models.Use.findByPk(id);
		if (!row) return missing('use');
		const given = typeof input === 'object' && input !== null ? input : {};
		const { id: _id, ...kept } = toUse(row);
		const valid = checked(UseSchema, { ...kept, ...given });
		if (!valid.ok) return valid;
		const at = momentOf(valid.value.at, now);
		if (!at.ok) return at;
		await row.update({ ...valid.value, at: at.value });
		return done(toUse(row));
	});
}

async function moved(db: Database, id: string, away: boolean): Promise<Result<Use>> {
	return db.write<Result<Use>>(async (tx) => {
		const row = await tx.models.Use.findByPk(id, { paranoid: false });
		if (!row) return missing('use');
		if (away) await row.destroy();
		else await row.restore();
		return done(toUse(row));
	});
}

/** Takes a use back that was pressed by mistake. */
export const deleteUse = (db: Database, id: string): Promise<Result<Use>> => moved(db, id, true);

/** Puts it back. */
export const restoreUse = (db: Database, id: string): Promise<Result<Use>> => moved(db, id, false);
