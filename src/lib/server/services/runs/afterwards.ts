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

/** Charges that ended this long ago are asked about on Today at most, h. */
const LOOKED_BACK_H = 30;

/** A charge of one pack whose cells were seen at its end. */
const isMeasuredAfter = (run: Run): run is Run & { endedAt: string; endCellVoltagesV: number[] } =>
	run.endedAt !== null && run.endCellVoltagesV !== null && !run.joined.length && taskOf(run.task).fills;

const iso = (at: string | Date): string => new Date(at).toISOString();

function byPack<T>(pairs: readonly (readonly [string, T])[]): Map<string, T[]> {
	const found = new Map<string, T[]>();
	for (const [packId, one] of pairs) {
		const others = found.get(packId);
		if (others) others.push(one);
		else found.set(packId, [one]);
	}
	return found;
}

/**
 * What the readings since the end of each of these runs say, by run; runs of which nothing is to
 * be said are left out: no cells, charged or used again since.
 */
async function afterwardsOf(db: Store, runs: readonly Run[], now: string): Promise<Map<string, After>> {
	const charges = runs.filter(isMeasuredAfter);
	if (charges.length === 0) return new Map();
	const packId = [...new Set(charges.map((run) => run.packId))];
	const after = { [Op.gt]: charges.map((run) => run.endedAt).sort()[0] };
	const [begun, uses, readings] = await Promise.all([
		db.models.RunPack.findAll({ where: { packId, deletedAt: null, startedAt: after } }),
		db.models.Use.findAll({ where: { packId, at: after } }),
		db.models.Reading.findAll({ where: { packId, takenAt: after } })
	]);
	const moves = byPack([
		...begun.map((row) => [row.get('packId'), iso(row.get('startedAt'))] as const),
		...uses.map((row) => [row.get('packId'), iso(row.get('at'))] as const)
	]);
	const seen = byPack(readings.map((row) => [row.get('packId'), toReading(row)] as const));
	const found = charges.flatMap(({ id, packId: of, endedAt, endCellVoltagesV }): [string, After][] => {
		const [firstMove] = (moves.get(of) ?? []).filter((at) => at > endedAt && at <= now).sort();
		const since = (seen.get(of) ?? []).filter(
			({ takenAt }) => iso(takenAt) > endedAt && (firstMove === undefined || iso(takenAt) <= firstMove)
		);
		const judged = judgeAfter(endCellVoltagesV, endedAt, since, now);
		// Once it is charged or used again nothing more can be measured of that charge.
		return judged && !(firstMove !== undefined && judged.askFrom !== null) ? [[id, judged]] : [];
	});
	return new Map(found);
}

/**
 * What the readings since the end of a run say; null where nothing is to be said: no cells,
 * charged or used again since.
 */
export const afterwards = async (db: Store, run: Run, now: string): Promise<After | null> =>
	(await afterwardsOf(db, [run], now)).get(run.id) ?? null;

export interface ToMeasure {
	runId: string;
	packId: string;
	after: After;
}

/** Packs whose cells are to be measured again now, the longest wait first; to the minute. */
export const toMeasureAgain = (db: Store, now: string): Promise<ToMeasure[]> =>
	db.kept('to measure again', () => findToMeasure(db, now), now.slice(0, 16));

async function findToMeasure(db: Store, now: string): Promise<ToMeasure[]> {
	const since = new Date(Date.parse(now) - LOOKED_BACK_H * 3600e3).toISOString();
	const rows = await db.models.Run.findAll({
		where: { status: 'ended', endedAt: { [Op.gt]: since } },
		order: [['endedAt', 'ASC']]
	});
	const runs = rows.map(toRun);
	const found = await afterwardsOf(db, runs, now);
	return runs.flatMap(({ id: runId, packId }): ToMeasure[] => {
		const after = found.get(runId);
		return after?.askFrom && after.askFrom <= now ? [{ runId, packId, after }] : [];
	});
}
