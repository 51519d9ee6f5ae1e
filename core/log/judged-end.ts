/** What the end of a run says of the pack that it leaves. */
import type { JudgedEnd } from '../pack/known-charge';
import { taskOf } from '../request/task';
import type { Run } from './run';

/** A charger's own word for why it stopped, judged by what the task was about. */
export function judgedEnd({ task, endReason }: Pick<Run, 'task' | 'endReason'>): JudgedEnd {
	const { fills, cutsTaper, moves } = taskOf(task);
	if (endReason === 'end voltage' && (moves === 'out' || moves === 'both')) return 'emptied';
	const saysFull = endReason === 'full' || endReason === 'temperature rise';
	if (!saysFull || !fills) return null;
	return cutsTaper ? 'nearly filled' : 'filled';
}
