/** What a pack's past runs say of its care: how the last one left it, and when its capacity was last looked at. */
import { Op, QueryTypes } from 'sequelize';
import { maintenanceOf, type CheckHistory, type Maintenance } from '$core/care/maintenance';
import { readinessOf, type Readiness } from '$core/care/readiness';
import type { EndSeen } from '$core/log/end-judgement';
import { judgedEnd } from '$core/log/judged-end';
import type { Run } from '$core/log/run';
import { lastOf, type LastRun } from '$core/pack/known-charge';
import type { Use } from '$core/pack/use';
import type { Pack } from '$core/pack/pack';
import type { PracticeLayer } from '$core/practice/practice';
import type { Reading } from '$core/pack/reading';
import { TASKS, type Task } from '$core/request/task';
import type { Store } from '../../db/connect';
import { toPack, toRun } from '../../db/map';
import { endOfRow, type EndRow } from './end-row';
import { lastUseOf } from './uses';

export interface PackPast extends CheckHistory {
	lastRun: LastRun | null;
}
const NO_PAST: PackPast = { emptiedAt: null, filledAt: null, lastRun: null };

interface PastRow extends EndRow {
	packId: string;
	emptiedAt: string | null;
	filledAt: string | null;
	lastEndedAt: string | null;
	chemistry: string;
	cells: number;
	capacityAh: number;
	measuredCapacityAh: number | null;
}

const inSql = (words: readonly string[]): string => words.map((w) => `'${w}'`).join(', ');
const tasksThat = (are: (task: Task) => boolean): string => inSql(TASKS.filter(are).map((t) => t.id));
const EMPTYING = tasksThat((t) => t.moves === 'out' || t.moves === 'both');
const FILLING = tasksThat((t) => t.fills && !t.cutsTaper);

/** The newest end of a run of pack `p` that ended so; each is one look into an index that holds every column it asks for. */
const newestEnd = (tasks: string, reasons: string): string =>
	`(SELECT endedAt FROM run_packs WHERE packId = p.id AND deletedAt IS NULL AND endedAt IS NOT NULL
	  AND task IN (${tasks}) AND endReason IN (${reasons}) ORDER BY endedAt DESC LIMIT 1)`;

/** The past of every pack that has one, by pack; of one pack when it is named. */
export async function pastsOf(db: Store, packId: string | null = null): Promise<Map<string, PackPast>> {
	const rows = await db.sequelize.query<PastRow>(
		`SELECT p.id AS packId, last.task, last.endReason, last.endedAt AS lastEndedAt,
			run.durationS, run.chargeAh, run.expectedAh, json_array_length(run.joined, '$.value') AS joined,
			json_extract(run.settings, '$.value') AS settings, json_extract(run.endCellVoltagesV, '$.value') AS endCellVoltagesV,
			p.chemistry, p.cells, p.capacityAh, p.measuredCapacityAh,
			${newestEnd(EMPTYING, inSql(['end voltage', 'full']))} AS emptiedAt,
			${newestEnd(FILLING, inSql(['full', 'temperature rise']))} AS filledAt
		 FROM packs p JOIN run_packs last ON last.rowid = (
			SELECT rowid FROM run_packs WHERE packId = p.id AND deletedAt IS NULL AND endedAt IS NOT NULL ORDER BY endedAt DESC LIMIT 1)
		 JOIN runs run ON run.id = last.runId
		 WHERE :packId IS NULL OR p.id = :packId`,
		{ type: QueryTypes.SELECT, replacements: { packId } }
	);
	const iso = (at: string) => new Date(at).toISOString();
	const pasts = new Map<string, PackPast>(
		rows.map((row) => [
			row.packId,
			{
				emptiedAt: row.emptiedAt && iso(row.emptiedAt),
				filledAt: row.filledAt && iso(row.filledAt),
				lastRun: { end: judgedEnd(endOfRow(row, row)), endedAt: iso(row.lastEndedAt!) }
			}
		])
	);
	// SQLite gives the other columns of the row that holds the greatest moment.
	const uses = await db.sequelize.query<{ packId: string; at: string; felt: Use['felt'] }>(
		`SELECT packId, MAX(at) AS at, felt FROM uses WHERE deletedAt IS NULL AND (:packId IS NULL OR packId = :packId) GROUP BY packId`,
		{ type: QueryTypes.SELECT, replacements: { packId } }
	);
	for (const { packId: used, at, felt } of uses) {
		const past = pasts.get(used) ?? NO_PAST;
		pasts.set(used, { ...past, lastRun: lastOf(past.lastRun, { at: iso(at), felt }) });
	}
	return pasts;
}

/** What is asked of a run and one of its packs to judge how it ended. */
export const endOf = (run: Run, pack: Pack): EndSeen => ({
	...run,
	chargeAh: run.joined.length ? null : run.chargeAh,
	expectedAh: run.joined.length ? null : run.expectedAh,
	pack
});

/** What happened to a pack last, a run or a use, by the moment `asOf` (ISO 8601); null when nothing did. */
export async function lastRunOf(db: Store, packId: string, asOf: string): Promise<LastRun | null> {
	const [run, use] = await Promise.all([lastEndOf(db, packId, asOf), lastUseOf(db, packId, asOf)]);
	return lastOf(run, use);
}

async function lastEndOf(db: Store, packId: string, asOf: string): Promise<LastRun | null> {
	const row = await db.models.RunPack.findOne({
		where: { packId, open: false, deletedAt: null, endedAt: { [Op.lte]: asOf } },
		order: [['endedAt', 'DESC']],
		attributes: ['runId', 'task', 'endReason', 'endedAt']
	});
	const endedAt = row?.get('endedAt');
	if (!row || !endedAt) return null;
	const run = await db.models.Run.findByPk(row.get('runId'));
	const pack = await db.models.Pack.findByPk(packId, { paranoid: false });
	if (!run || !pack) return null;
	return { end: judgedEnd(endOf(toRun(run), toPack(pack))), endedAt };
}

/** What a pack is ready for, and when its capacity is to be checked, at the moment `now` (ISO 8601). */
export function careOf(
	pack: Pack,
	reading: Reading | null,
	past: PackPast = NO_PAST,
	now: string,
	person: PracticeLayer,
	onCharger: boolean
): { readiness: Readiness; maintenance: Maintenance | null } {
	return {
		readiness: readinessOf(pack, reading, now, person, past.lastRun, onCharger),
		maintenance: maintenanceOf(pack, reading, past, now, person, past.lastRun)
	};
}
