/**
 * What a pack's past runs say of its care: when its capacity was last looked at, and what its
 * state makes it ready for.
 */
import { QueryTypes } from 'sequelize';
import { maintenanceOf, type CheckHistory, type Maintenance } from '$core/care/maintenance';
import { readinessOf, type Readiness } from '$core/care/readiness';
import { judgeEnd, type EndJudged, type EndSeen } from '$core/log/end-judgement';
import type { Run } from '$core/log/run';
import type { Pack } from '$core/pack/pack';
import type { DisplayReading } from '$core/pack-state/event';
import type { PackState } from '$core/pack-state/pack-state';
import type { PracticeLayer } from '$core/practice/practice';
import { TASKS, type Task } from '$core/request/task';
import type { Store } from '../../db/connect';
import { displayReadingsOf } from './pack-states';

export const NO_HISTORY: CheckHistory = { emptiedAt: null, filledAt: null };

const inSql = (words: readonly string[]): string => words.map((w) => `'${w}'`).join(', ');
const tasksThat = (are: (task: Task) => boolean): string => inSql(TASKS.filter(are).map((t) => t.id));
const EMPTYING = tasksThat((t) => t.moves === 'out' || t.moves === 'both');
const FILLING = tasksThat((t) => t.fills && !t.cutsTaper);

/**
 * The newest end of a run of pack `p` that ended so; each is one look into an index that holds
 * every column it asks for.
 */
const newestEnd = (tasks: string, reasons: string): string =>
	`(SELECT endedAt FROM run_packs WHERE packId = p.id AND deletedAt IS NULL AND endedAt IS NOT NULL
	  AND task IN (${tasks}) AND endReason IN (${reasons}) ORDER BY endedAt DESC LIMIT 1)`;

/**
 * When each pack was emptied and filled last, by pack; of these packs alone where they are named.
 */
export async function historiesOf(
	db: Store,
	packIds: readonly string[] | null = null
): Promise<Map<string, CheckHistory>> {
	const rows = await db.sequelize.query<{
		packId: string;
		emptiedAt: string | null;
		filledAt: string | null;
	}>(
		`SELECT p.id AS packId,
			${newestEnd(EMPTYING, inSql(['end voltage', 'full']))} AS emptiedAt,
			${newestEnd(FILLING, inSql(['full', 'temperature rise']))} AS filledAt
		 FROM packs p ${packIds ? 'WHERE p.id IN (:packIds)' : ''}`,
		{ type: QueryTypes.SELECT, replacements: { packIds } }
	);
	const iso = (at: string | null): string | null => at && new Date(at).toISOString();
	return new Map(
		rows.map((row) => [row.packId, { emptiedAt: iso(row.emptiedAt), filledAt: iso(row.filledAt) }])
	);
}

/** What is asked of a run and one of its packs to judge how it ended. */
export const endOf = (run: Run, pack: Pack, displayReadings: readonly DisplayReading[] = []): EndSeen => ({
	...run,
	chargeAh: run.joined.length ? null : run.chargeAh,
	expectedAh: run.joined.length ? null : run.expectedAh,
	pack,
	displayReadings
});

/** How a run ended, judged on its whole record. */
export async function judgedRun(db: Store, run: Run, pack: Pack): Promise<EndJudged> {
	return judgeEnd(endOf(run, pack, (await displayReadingsOf(db, [run.id])).get(run.id)));
}

/** What a pack is ready for, and when its capacity is to be checked, by its state. */
export function careOf(
	pack: Pack,
	state: PackState,
	history: CheckHistory = NO_HISTORY,
	person: PracticeLayer
): { readiness: Readiness; maintenance: Maintenance | null } {
	return {
		readiness: readinessOf(pack, state, person),
		maintenance: maintenanceOf(pack, state.claim === 'full', history, state.at, person)
	};
}
