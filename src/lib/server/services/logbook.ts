/** The logbook: runs by page, their notes, and taking one out of it. */
import { isOpen, type Run } from '$core/log/run';
import type { Database, Store } from '../db/connect';
import { toRun } from '../db/map';
import { done, missing, refuse, type Result } from '../result';
import { writeEvent } from './events';

export interface RunInBook {
	run: Run;
	packName: string;
	chargerName: string;
	channelLabel: string;
}

/** The names of what runs refer to; only of those that these runs refer to. */
async function named(db: Store, runs: Run[]): Promise<RunInBook[]> {
	const namesOf = async (
		table: 'Pack' | 'Charger' | 'Channel',
		key: 'packId' | 'chargerId' | 'channelId'
	) => {
		const field = table === 'Channel' ? 'label' : 'name';
		const rows = await db.models[table].findAll({
			where: { id: [...new Set(runs.map((run) => run[key]))] },
			paranoid: false,
			attributes: ['id', field]
		});
		return new Map(rows.map((r) => [r.get('id') as string, r.get(field) as string]));
	};
	const [packName, chargerName, label] = await Promise.all([
		namesOf('Pack', 'packId'),
		namesOf('Charger', 'chargerId'),
		namesOf('Channel', 'channelId')
	]);
	return runs.map((run) => ({
		run,
		packName: packName.get(run.packId) ?? '',
		chargerName: chargerName.get(run.chargerId) ?? '',
		channelLabel: label.get(run.channelId) ?? ''
	}));
}

export interface RunFilter {
	packId?: string;
	chargerId?: string;
	status?: Run['status'];
	limit?: number;
	offset?: number;
}

/** A page of the logbook, newest first, and how many there are in all. */
export async function listRuns(
	db: Store,
	filter: RunFilter = {}
): Promise<{ runs: RunInBook[]; total: number }> {
	const { limit = 50, offset = 0, ...where } = filter;
	const { rows, count } = await db.models.Run.findAndCountAll({
		where,
		order: [['startedAt', 'DESC']],
		limit,
		offset
	});
	return { runs: await named(db, rows.map(toRun)), total: count };
}

/** The runs that ended last, newest first. */
export const lastEnded = (db: Store, limit: number): Promise<RunInBook[]> =>
	db.kept(`last ${limit} runs`, async () => {
		const rows = await db.models.Run.findAll({
			where: { status: 'ended' },
			order: [['startedAt', 'DESC']],
			limit
		});
		return named(db, rows.map(toRun));
	});

export async function getRun(db: Store, id: string): Promise<Result<RunInBook>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	const [book] = await named(db, [toRun(row)]);
	return done(book);
}

export async function noteRun(db: Database, id: string, notes: string): Promise<Result<Run>> {
	if (notes.length > 4000)
		return refuse(422, 'A note has at most 4000 characters.', { notes: 'At most 4000 characters.' });
	return db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		await row.update({ notes });
		return done(toRun(row));
	});
}

/** Takes a run out of the logbook; {@link restoreRun} brings it back. */
export async function deleteRun(db: Database, id: string): Promise<Result<Run>> {
	return db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id, { paranoid: false });
		if (!row) return missing('run');
		if (row.get('deletedAt') != null) return done(toRun(row));
		if (isOpen(toRun(row))) return refuse(409, 'This run is going on: end it first.');
		await row.destroy();
		await writeEvent(tx, 'run deleted', id, {});
		return done(toRun(row));
	});
}

export async function restoreRun(db: Database, id: string): Promise<Result<Run>> {
	return db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id, { paranoid: false });
		if (!row) return missing('run');
		await row.restore();
		return done(toRun(row));
	});
}
