/** What a pack's past runs say of its care: how the last one left it, and when its capacity was last looked at. */
import { Op, QueryTypes } from 'sequelize';
import { maintenanceOf, type CheckHistory, type Maintenance } from '$core/care/maintenance';
import { readinessOf, type Readiness } from '$core/care/readiness';
import type { LastRun } from '$core/pack/known-charge';
import type { Pack } from '$core/pack/pack';
import type { PracticeLayer } from '$core/pack/practice';
import type { Reading } from '$core/pack/reading';
import type { Database } from '../db/connect';

export interface PackPast extends CheckHistory {
	lastRun: LastRun | null;
}
const NO_PAST: PackPast = { emptiedAt: null, filledAt: null, lastRun: null };

interface PastRow {
	packId: string;
	emptiedAt: string | null;
	filledAt: string | null;
	lastEndedAt: string;
	task: string;
	endReason: string | null;
}

/** The past of every pack that has one, by pack; of one pack when it is named. */
export async function pastsOf(db: Database, packId: string | null = null): Promise<Map<string, PackPast>> {
	// With a single MAX, SQLite gives the other columns of the row that holds it; the two checks are asked for apart.
	const rows = await db.sequelize.query<PastRow>(
		`SELECT last.packId, last.task, last.endReason, last.lastEndedAt, checks.emptiedAt, checks.filledAt FROM
			(SELECT packId, task, endReason, MAX(endedAt) AS lastEndedAt FROM runs
			 WHERE deletedAt IS NULL AND endedAt IS NOT NULL AND (:packId IS NULL OR packId = :packId) GROUP BY packId) last
		 JOIN (SELECT packId,
			MAX(CASE WHEN task IN ('discharge', 'cycle') AND endReason IN ('end voltage', 'full') THEN endedAt END) AS emptiedAt,
			MAX(CASE WHEN task IN ('balance', 'charge', 'cycle') AND endReason IN ('full', 'temperature rise') THEN endedAt END) AS filledAt
			FROM runs WHERE deletedAt IS NULL AND endedAt IS NOT NULL AND (:packId IS NULL OR packId = :packId) GROUP BY packId) checks
		 ON checks.packId = last.packId`,
		{ type: QueryTypes.SELECT, replacements: { packId } }
	);
	const iso = (at: string) => new Date(at).toISOString();
	return new Map(
		rows.map((row) => [
			row.packId,
			{
				emptiedAt: row.emptiedAt && iso(row.emptiedAt),
				filledAt: row.filledAt && iso(row.filledAt),
				lastRun: { task: row.task, endReason: row.endReason, endedAt: iso(row.lastEndedAt) }
			}
		])
	);
}

/** The last run of a pack that had ended by the moment `asOf` (ISO 8601); null when there was none. */
export async function lastRunOf(db: Database, packId: string, asOf: string): Promise<LastRun | null> {
	const row = await db.models.Run.findOne({
		where: { packId, status: 'ended', endedAt: { [Op.lte]: new Date(asOf) } },
		order: [['endedAt', 'DESC']],
		attributes: ['task', 'endReason', 'endedAt']
	});
	return row
		? {
				task: row.get('task') as string,
				endReason: row.get('endReason') as string | null,
				endedAt: (row.get('endedAt') as Date).toISOString()
			}
		: null;
}

/** What a pack is ready for, and when its capacity is to be checked, at the moment `now` (ISO 8601). */
export function careOf(
	pack: Pack,
	reading: Reading | null,
	past: PackPast = NO_PAST,
	now: string,
	person: PracticeLayer
): { readiness: Readiness; maintenance: Maintenance | null } {
	return {
		readiness: readinessOf(pack, reading, now, person, past.lastRun),
		maintenance: maintenanceOf(pack, reading, past, now, person, past.lastRun)
	};
}
