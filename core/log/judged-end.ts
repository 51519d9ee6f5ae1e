/** What the end of a run says of the pack that it leaves. */
import { chemistryOf } from '../chemistry/catalogue';
import { taskOf } from '../request/task';
import { judgeEnd, type EndSeen } from './end-judgement';

/**
 * What a run has left in the pack, judged by how it ended; null where its end says nothing of that.
 */
export type JudgedEnd = 'filled' | 'nearly filled' | 'emptied' | null;

/**
 * A discharge that ended this far above the everyday end still counts as one down to it, V per
 * cell.
 */
const NEAR_V = 0.05;

/**
 * Whether a discharge to `endV` volts per cell empties this chemistry: one that had to end higher
 * leaves something in the pack.
 */
export const empties = (chemistryId: string, endV: number | null): boolean =>
	endV === null || endV <= chemistryOf(chemistryId).voltages.dischargeEndV + NEAR_V + 1e-9;

/**
 * What a run has left in its pack, as far as its end is sound: a "full" that does not fit its
 * figures says nothing.
 */
export function judgedEnd(seen: EndSeen): JudgedEnd {
	const { task, endReason, settings, pack } = seen;
	if (judgeEnd(seen).outcome !== 'sound') return null;
	const { fills, cutsTaper, moves } = taskOf(task);
	if (endReason === 'end voltage' && (moves === 'out' || moves === 'both'))
		return empties(pack.chemistry, settings.dischargeEndV) ? 'emptied' : null;
	const saysFull = endReason === 'full' || endReason === 'temperature rise';
	if (!saysFull || !fills) return null;
	return cutsTaper ? 'nearly filled' : 'filled';
}
