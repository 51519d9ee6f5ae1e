/** What the end of a run says of the pack that it leaves. */
import { chemistryOf } from '../chemistry/catalogue';
import type { JudgedEnd } from '../pack/known-charge';
import { taskOf } from '../request/task';
import type { Run } from './run';

/** A discharge that ended this far above the everyday end still counts as one down to it, V per cell. */
const NEAR_V = 0.05;

/** Whether a discharge to `endV` volts per cell empties this chemistry: one that had to end higher leaves something in the pack. */
export const empties = (chemistryId: string, endV: number | null): boolean =>
	endV === null || endV <= chemistryOf(chemistryId).voltages.dischargeEndV + NEAR_V + 1e-9;

/** What is asked of a run to judge its end. */
export interface Ended extends Pick<Run, 'task' | 'endReason'> {
	/** Where its discharge ended, V per cell; null where it had none, or nobody knows. */
	dischargeEndV: number | null;
}

/** A charger's own word for why it stopped, judged by what the task was about. */
export function judgedEnd({ task, endReason, dischargeEndV }: Ended, chemistryId: string): JudgedEnd {
	const { fills, cutsTaper, moves } = taskOf(task);
	if (endReason === 'end voltage' && (moves === 'out' || moves === 'both'))
		return empties(chemistryId, dischargeEndV) ? 'emptied' : null;
	const saysFull = endReason === 'full' || endReason === 'temperature rise';
	if (!saysFull || !fills) return null;
	return cutsTaper ? 'nearly filled' : 'filled';
}
