/**
 * What is measured after a charge: asked an hour later, compared with how it ended, once more the
 * next day.
 */
import { Op } from 'sequelize';
import { judgeAfter, type After } from '$core/log/after';
import type { Run } from '$core/log/run';
import { taskOf } from '$core/request/task';
import type { Store } from '../../db/connect';
import { toReading, toRun } from '../../db/map';
import { lastUseOf } from '../packs/uses';

/** Charges that ended this long ago are asked about on Today at most, h. */
const LOOKED_BACK_H = 30;

/**
 * What the readings since the end of a run say; null where nothing is to be said: no cells,
 * charged or used again since.
 */
export async function afterwards(db: Store, run: Run, now: string): Promise<After | null> {
	const { endedAt, endCellVoltagesV, packId } = run;
	if (endedAt === null || !endCellVoltagesV || run.joined.length || !taskOf(run.task).fills) return null;
	const next = await db.models.RunPack.findOne({
		where: { packId, deletedAt: null, startedAt: { [Op.gt]: endedAt }, runId: { [Op.ne]: run.id } }
	});
	const use = await lastUseOf(db, packId, now);
	const until = [next?.get('startedAt'), use && use.at > endedAt ? use.at : null]
		.filter((t) => t != null)
		.map((t) => new Date(t).toISOString());
	const rows = await db.models.Reading.findAll({ where: { packId, takenAt: { [Op.gt]: endedAt } } });
	const readings = rows
		.map(toReading)
		.filter((r) => until.every((t) => new Date(r.takenAt).toISOString() <= t));
	const after = judgeAfter(endCellVoltagesV, endedAt, readings, now);
	// Once it is charged or used again nothing more can be measured of that charge.
	return after && until.length && after.askFrom !== null ? null : after;
}

export interface ToMeasure {
	runId: string;
	packId: string;
	after: After;
}

/** Packs whose cells are to be measured again now, the longest wait first. */
export async function toMeasureAgain(db: Store, now: string): Promise<ToMeasure[]> {
	const since = new Date(Date.parse(now) - LOOKED_BACK_H * 3600e3).toISOString();
	const rows = await db.models.Run.findAll({
		where: { status: 'ended', endedAt: { [Op.gt]: since } },
		order: [['endedAt', 'ASC']]
	});
	const out: ToMeasure[] = [];
	for (const run of rows.map(toRun)) {
		const after = await afterwards(db, run, now);
		if (after?.askFrom && after.askFrom <= now) out.push({ runId: run.id, packId: run.packId, after });
	}
	return out;
}
