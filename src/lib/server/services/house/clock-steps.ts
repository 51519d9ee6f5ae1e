/** Steps of this machine's clock: kept, told, and settled when a person says that it is right. */
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import { OPEN_STATUSES } from '$core/log/run';
import {
	aheadMs,
	BookClock,
	followMachine,
	nowMs,
	useClock,
	type ClockStep,
	type Sources
} from '../../clock';
import type { Database, Store } from '../../db/connect';
import { done, refuse, type Result } from '../../result';
import { live } from '../runs/live';
import { writeEvent } from './events';

export const CLOCK_KEY = 'clock';
const KeptClock = z.object({
	/** How far the book was ahead of the machine's clock, ms. */
	aheadMs: z.number().min(0),
	/** The book's time when the clock was set forward last, ms since 1970, and by how much. */
	forward: z.object({ atMs: z.number(), byMs: z.number() }).nullable()
});
type KeptClock = z.infer<typeof KeptClock>;

async function keptOf(db: Store): Promise<KeptClock> {
	const row = await db.models.Preference.findByPk(CLOCK_KEY);
	const parsed = KeptClock.safeParse(row?.get('value'));
	return parsed.success ? parsed.data : { aheadMs: 0, forward: null };
}

/** A clock set forward takes the starts of open runs with it: their minutes have not passed. */
async function keepStep(db: Database, step: ClockStep): Promise<void> {
	const moved = await db.write(async (tx) => {
		const before = await keptOf(tx);
		const forward = step.byMs > 0 ? { atMs: step.atMs, byMs: step.byMs } : before.forward;
		const value = { aheadMs: step.byMs > 0 ? 0 : aheadMs(), forward };
		await tx.models.Preference.upsert({ key: CLOCK_KEY, value });
		await writeEvent(tx, 'clock stepped', CLOCK_KEY, { byS: Math.round(step.byMs / 1000) });
		if (step.byMs <= 0) return [];
		const open = await tx.models.Run.findAll({ where: { status: OPEN_STATUSES } });
		for (const row of open)
			await row.update({
				startedAt: new Date(Math.min(step.atMs, Date.parse(row.get('startedAt')) + step.byMs)).toISOString()
			});
		return open.map((row) => row.get('id'));
	});
	for (const id of moved) live.changed(id);
	live.changed('');
}

/** Makes the book's clock from what is in the book, and keeps its steps there. */
export async function openClock(
	db: Database,
	failed: (error: unknown) => void,
	machine?: Sources
): Promise<void> {
	const [row] = await db.sequelize.query<{ last: string | null }>('SELECT max(at) AS last FROM events', {
		type: QueryTypes.SELECT
	});
	const steps: ClockStep[] = [];
	let say = (step: ClockStep): void => void steps.push(step);
	const clock = new BookClock(machine, (step) => say(step));
	if (row?.last) clock.goOnFrom(Date.parse(new Date(row.last).toISOString()), (await keptOf(db)).aheadMs);
	useClock(clock);
	// A step is noticed while the time is asked for, often within a write: it is kept after that.
	say = (step) => setImmediate(() => keepStep(db, step).catch(failed));
	for (const step of steps) say(step);
}

export interface ClockNote {
	/** The book's time, ISO 8601. */
	now: string;
	/** How far the book is ahead of this machine's clock, minutes; 0 while the two agree. */
	aheadMin: number;
}

/** What a page is to know of the clock. */
export const clockNote = (): ClockNote => ({
	now: new Date(nowMs()).toISOString(),
	aheadMin: Math.round(aheadMs() / 60e3)
});

/**
 * Moments of what happened, by table. A run that has ended since, or not at all, is moved as a
 * whole: it lasted as long as it did.
 */
const MOMENTS: readonly (readonly [table: string, column: string, since?: string])[] = [
	['readings', 'takenAt'],
	['uses', 'at'],
	['observations', 'at'],
	['observations', 'clearedAt'],
	['runs', 'startedAt', 'coalesce(endedAt, :since || 1)'],
	['runs', 'endedAt'],
	['events', 'at'],
	['start_checks', 'at'],
	['corrections', 'at'],
	['alarm_answers', 'at'],
	['cases', 'openedAt'],
	['drill_results', 'at']
];
/** A correction as large as the step before it takes that back, ms. */
const ALIKE_MS = 120e3;
/**
 * Where it is not known since when the clock was ahead, all of this time is dated back, ms: a
 * record left as it is would look younger than it is, and an old reading would count as fresh.
 */
const AGES_COUNT_MS = 90 * 86400e3;

/**
 * Adopts the machine's clock after a person has confirmed it: records since it was set forward, or
 * of the last 90 days, are dated back by the lead of the book's time. One transaction.
 */
export async function settleClock(db: Database): Promise<Result<{ moved: number }>> {
	const byMs = aheadMs();
	if (byMs <= 0) return refuse(409, 'The book and this machine’s clock agree.');
	const result = await db.write(async (tx) => {
		const { forward } = await keptOf(tx);
		const wallMs = nowMs() - byMs;
		// Set wrong and then right again: all that was written in between.
		const sinceMs =
			forward && Math.abs(forward.byMs - byMs) < ALIKE_MS ? forward.atMs - 1 : wallMs - AGES_COUNT_MS;
		let moved = 0;
		for (const [table, column, since = column] of MOMENTS)
			moved += await tx.sequelize.query(
				`UPDATE ${table} SET ${column} = strftime('%Y-%m-%d %H:%M:%f', ${column}, :by) || ' +00:00' WHERE ${since} > :since`,
				{
					type: QueryTypes.BULKUPDATE,
					replacements: { by: `-${byMs / 1000} seconds`, since: new Date(sinceMs) }
				}
			);
		await tx.models.Preference.upsert({ key: CLOCK_KEY, value: { aheadMs: 0, forward: null } });
		return done({ moved });
	});
	if (!result.ok) return result;
	followMachine();
	await db.write((tx) =>
		writeEvent(tx, 'clock settled', CLOCK_KEY, { byS: -Math.round(byMs / 1000), moved: result.value.moved })
	);
	live.changed('');
	return result;
}
