/**
 * Looks at the screen of a charger that is keyed in by hand: kept one figure at a time, each
 * judged at once by what no sound charge can show; mended, taken away and put back. What else a
 * look says is computed where it is shown.
 */
import { randomUUID } from 'node:crypto';
import type { KeptLook } from '$core/log/look';
import { LookSchema } from '$core/log/run-schema';
import { limitBroken } from '$core/follow/limits';
import { resolve } from '$core/request/context';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { programContext } from '../programs/programs';
import { live } from './live';

export interface JudgedLook extends KeptLook {
	/** Why it means stopping now; null where nothing certain speaks against it. */
	stop: string | null;
}

const toLook = (row: RowOf<'Look'>): KeptLook => {
	const { id, minute, what, value } = row.get();
	return { id, minute, what, value };
};

/** The looks of a run in order of time. */
export const looksOf = async (db: Store, runId: string): Promise<KeptLook[]> =>
	(
		await db.models.Look.findAll({
			where: { runId },
			order: [
				['minute', 'ASC'],
				['createdAt', 'ASC']
			]
		})
	).map(toLook);

/**
 * Judges one of a run's looks by those before it; nothing is said where pack or charger are no
 * longer there.
 */
async function judged(db: Store, runId: string, look: KeptLook): Promise<JudgedLook> {
	const row = await db.models.Run.findByPk(runId);
	if (!row) return { ...look, stop: null };
	const run = toRun(row);
	const context = await programContext(db, run, run.startedAt);
	if (!context.ok) return { ...look, stop: null };
	const earlier = (await looksOf(db, runId)).filter((l) => l.id !== look.id);
	return { ...look, stop: limitBroken(resolve(context.value), run.settings, look, earlier) };
}

async function openByHand(tx: Store, runId: string): Promise<Result<null>> {
	const row = await tx.models.Run.findByPk(runId);
	if (!row) return missing('run');
	if (row.get('mode') !== 'by hand' || row.get('status') !== 'running')
		return refuse(409, 'Looks are written down for a run by hand that is going on.');
	return done(null);
}

/** Keeps a look. The same `id` again, or the very same look, is a request that repeats itself. */
export async function addLook(
	db: Database,
	runId: string,
	input: unknown,
	id: string = randomUUID()
): Promise<Result<JudgedLook>> {
	const valid = checked(LookSchema, input);
	if (!valid.ok) return valid;
	const kept = await db.write<Result<KeptLook>>(async (tx) => {
		const again =
			(await tx.models.Look.findByPk(id, { paranoid: false })) ??
			(await tx.models.Look.findOne({ where: { runId, ...valid.value } }));
		if (again) return done(toLook(again));
		const open = await openByHand(tx, runId);
		if (!open.ok) return open;
		return done(toLook(await tx.models.Look.create({ id, runId, ...valid.value })));
	});
	if (!kept.ok) return kept;
	live.changed(runId);
	return done(await judged(db, runId, kept.value));
}

/** Corrects a look that was typed wrong. */
export async function mendLook(db: Database, id: string, input: unknown): Promise<Result<JudgedLook>> {
	const valid = checked(LookSchema, input);
	if (!valid.ok) return valid;
	const row = await db.models.Look.findByPk(id);
	if (!row) return missing('look');
	const runId = row.get('runId');
	const kept = await db.write<Result<KeptLook>>(async (tx) => {
		const present = await tx.models.Look.findByPk(id);
		if (!present) return missing('look');
		await present.update(valid.value);
		return done(toLook(present));
	});
	if (!kept.ok) return kept;
	live.changed(runId);
	return done(await judged(db, runId, kept.value));
}

async function moved(db: Database, id: string, away: boolean): Promise<Result<KeptLook>> {
	let runId = '';
	const result = await db.write<Result<KeptLook>>(async (tx) => {
		const row = await tx.models.Look.findByPk(id, { paranoid: false });
		if (!row) return missing('look');
		runId = row.get('runId');
		if (away) await row.destroy();
		else await row.restore();
		return done(toLook(row));
	});
	if (result.ok) live.changed(runId);
	return result;
}

/** Takes a look away; returns it. */
export const deleteLook = (db: Database, id: string): Promise<Result<KeptLook>> => moved(db, id, true);

/** Puts a look back. */
export const restoreLook = (db: Database, id: string): Promise<Result<KeptLook>> => moved(db, id, false);
