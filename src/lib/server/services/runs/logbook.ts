/** The logbook: runs by page, their notes, and taking one out of it. */
import { isOpen, type Run } from '$core/log/run';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import { done, missing, refuse, type Result } from '../../result';
import { writeEvent } from '../house/events';

export interface RunInBook {
	run: Run;
	/** Of several packs joined, all of them: "First + Second". */
	packName: string;
	chargerName: string;
	channelLabel: string;
}

/** The names of what runs refer to; only of those that these runs refer to. */
async function named(db: Store, runs: Run[]): Promise<RunInBook[]> {
	const idsOf = (key: 'chargerId' | 'channelId') => ({
		where: { id: [...new Set(runs.map((run) => run[key]))] },
		paranoid: false
	});
	const { Pack, Charger, Channel } = db.models;
	const [packs, chargers, channels] = await Promise.all([
		Pack.findAll({
			where: { id: [...new Set(runs.flatMap((run) => [run.packId, ...run.joined]))] },
			paranoid: false,
			attributes: ['id', 'name']
		}),
		Charger.findAll({ ...idsOf('chargerId'), attributes: ['id', 'name'] }),
		Channel.findAll({ ...idsOf('channelId'), attributes: ['id', 'label'] })
	]);
	const packName = new Map(packs.map((r) => [r.get('id'), r.get('name')]));
	const chargerName = new Map(chargers.map((r) => [r.get('id'), r.get('name')]));
	const label = new Map(channels.map((r) => [r.get('id'), r.get('label')]));
	return runs.map((run) => ({
		run,
		packName: [run.packId, ...run.joined].map((id) => packName.get(id) ?? 'a pack that is gone').join(' + '),
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

/** The runs that a pack was in, alone or joined with others, newest first: their ids, and how many there are in all. */
async function runsOfPack(db: Store, packId: string, status: Run['status'] | undefined, page: object) {
	const open = status === undefined ? {} : { open: status !== 'ended' };
	const { rows, count } = await db.models.RunPack.findAndCountAll({
		where: { packId, deletedAt: null, ...open },
		order: [['startedAt', 'DESC']],
		attributes: ['runId'],
		...page
	});
	return { ids: rows.map((row) => row.get('runId')), total: count };
}

/** A page of the logbook, newest first, and how many there are in all. */
export async function listRuns(
	db: Store,
	filter: RunFilter = {}
): Promise<{ runs: RunInBook[]; total: number }> {
	const { limit = 50, offset = 0, packId, ...where } = filter;
	const page = { limit, offset };
	const order: [string, string][] = [['startedAt', 'DESC']];
	// What is asked of a run beyond its pack and whether it has ended is asked of the runs themselves.
	const byPackAlone = where.chargerId === undefined && (where.status ?? 'ended') === 'ended';
	if (packId !== undefined && byPackAlone) {
		const { ids, total } = await runsOfPack(db, packId, where.status, page);
		const rows = await db.models.Run.findAll({ where: { id: ids }, order });
		return { runs: await named(db, rows.map(toRun)), total };
	}
	const of = packId === undefined ? {} : { id: (await runsOfPack(db, packId, where.status, {})).ids };
	const { rows, count } = await db.models.Run.findAndCountAll({ where: { ...where, ...of }, order, ...page });
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
