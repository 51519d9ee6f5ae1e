/**
 * What each channel puts out now: measured where there is a link, the program's greatest where
 * there is none.
 */
import type { Run } from '$core/log/run';
import { taskOf } from '$core/request/task';
import type { Store } from '../../db/connect';
import { live } from './live';
import { openRuns } from './open-runs';

function outputOf(run: Run): number {
	const now = live.get(run.id);
	if (now) return Math.max(0, now.packV * now.currentA);
	// What a run takes out of a pack is no output; a task that only discharges never has one.
	if (taskOf(run.task).moves === 'out') return 0;
	const { currentA, cells, endVoltageV } = run.settings;
	return currentA * cells * endVoltageV;
}

/** Output power of every channel of a charger with a run going on, W, by channel id. */
export async function channelOutputs(db: Store, chargerId: string): Promise<Map<string, number>> {
	const runs = (await openRuns(db)).filter((run) => run.chargerId === chargerId);
	return new Map(runs.map((run) => [run.channelId, outputOf(run)]));
}
