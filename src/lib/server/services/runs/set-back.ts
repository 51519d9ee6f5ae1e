/** The start of a run by hand that had begun before it was noted here. */
import type { Run } from '$core/log/run';
import type { Store } from '../../db/connect';
import type { RunRow } from '../../db/models';
import { packEventsOf } from '../packs/pack-states';

/**
 * Begun before it was noted: its start is set back by what the minutes of the charger's clock say,
 * and no further than to whatever is on record of its packs before it, because a pack is not read
 * or used while it is charged.
 */
export async function setBack(
	tx: Store,
	row: RunRow,
	run: Run,
	durationMin: number,
	endedAt: string
): Promise<void> {
	const events = await Promise.all(
		[run.packId, ...run.joined].map((packId) => packEventsOf(tx, packId, run.startedAt))
	);
	const latest = Math.max(-Infinity, ...events.flat().map((e) => Date.parse(e.at)));
	const begunMs = Math.max(latest, Date.parse(endedAt) - durationMin * 60e3);
	if (begunMs < Date.parse(run.startedAt)) await row.update({ startedAt: new Date(begunMs).toISOString() });
}
