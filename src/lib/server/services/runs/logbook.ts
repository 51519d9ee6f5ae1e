/** The logbook: runs by page, their notes, and taking one out of it. */
import { QueryTypes } from 'sequelize';
import { isOpen, type Run } from '$core/log/run';
import { TASKS } from '$core/request/task';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import { done, missing, refuse, type Result } from '../../result';
import { writeEvent } from '../house/events';
import { conditionOf, WELL, type RunFilter } from './logbook-query';

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

/**
 * The runs that a pack was in, alone or joined with others, newest first: their ids, and how many
 * there are in all.
 */
async function runsOfPack(db: Store, packId: string, page: object) {
	const { rows, count } = await db.models.RunPack.findAndCountAll({
		where: { packId, deletedAt: null },
		order: [['startedAt', 'DESC']],
		attributes: ['runId'],
		...page
	});
	return { ids: rows.map((row) => row.get('runId')), total: count };
}

const select = { type: QueryTypes.SELECT } as const;

/** A page of the logbook, newest first, and how many there are in all. */
export async function listRuns(
	db: Store,
	filter: RunFilter = {}
): Promise<{ runs: RunInBook[]; total: number }> {
	const { limit = 50, offset = 0, ...asked } = filter;
	const given = Object.entries(asked).filter(([, value]) => value !== undefined && value !== '');
	const read = async (ids: string[]) => {
		const rows = await db.models.Run.findAll({ where: { id: ids }, order: [['startedAt', 'DESC']] });
		return named(db, rows.map(toRun));
	};
	// A pack's own page asks for nothing else: one look into an index that holds all of it.
	if (given.length === 1 && asked.packId !== undefined) {
		const { ids, total } = await runsOfPack(db, asked.packId, { limit, offset });
		return { runs: await read(ids), total };
	}
	const { where, replacements } = conditionOf(Object.fromEntries(given));
	const [rows, [count]] = await Promise.all([
		db.sequelize.query<{ id: string }>(
			`SELECT r.id FROM runs r WHERE ${where} ORDER BY r.startedAt DESC LIMIT :limit OFFSET :offset`,
			{ ...select, replacements: { ...replacements, limit, offset } }
		),
		db.sequelize.query<{ total: number }>(`SELECT COUNT(*) AS total FROM runs r WHERE ${where}`, {
			...select,
			replacements
		})
	]);
	return { runs: await read(rows.map((row) => row.id)), total: count.total };
}

export interface MonthInBook {
	/** `2026-11`, in the zone of the machine. */
	month: string;
	runs: number;
	/** Ended otherwise than meant. */
	otherwise: number;
	/** Into packs, and out of them, Ah. */
	inAh: number;
	outAh: number;
	hours: number;
}

const TAKES_OUT = TASKS.filter((t) => t.moves === 'out')
	.map((t) => `'${t.id}'`)
	.join(', ');

/**
 * The month of a run in the zone of the machine. Within a month that of UTC is the same, and ten
 * times quicker to find.
 */
const MONTH = `CASE WHEN substr(r.startedAt, 9, 2) BETWEEN '02' AND '27' THEN substr(r.startedAt, 1, 7)
	ELSE strftime('%Y-%m', r.startedAt, 'localtime') END`;

/** The runs that are asked for, month by month, oldest first; months without any are left out. */
export async function monthsOf(db: Store, filter: RunFilter): Promise<MonthInBook[]> {
	const { limit: _limit, offset: _offset, ...asked } = filter;
	const { where, replacements } = conditionOf(asked);
	return db.kept(`months ${JSON.stringify(asked)}`, () =>
		db.sequelize.query<MonthInBook>(
			`SELECT ${MONTH} AS month, COUNT(*) AS runs,
				SUM(r.status = 'ended' AND NOT ${WELL}) AS otherwise,
				SUM(CASE WHEN r.task IN (${TAKES_OUT}) THEN 0 ELSE COALESCE(r.chargeAh, 0) END) AS inAh,
				SUM(CASE WHEN r.task IN (${TAKES_OUT}) THEN ABS(COALESCE(r.chargeAh, 0)) ELSE 0 END) AS outAh,
				SUM(COALESCE(r.durationS, 0)) / 3600.0 AS hours
			 FROM runs r WHERE ${where} GROUP BY month ORDER BY month`,
			{ ...select, replacements }
		)
	);
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
