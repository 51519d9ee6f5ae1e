/** What runs a goal takes for a pack. */
import { maintenanceOf, type CheckHistory } from '../care/maintenance';
import { chemistryOf } from '../chemistry/catalogue';
import type { Pack } from '../pack/pack';
import type { PracticeLayer } from '../practice/practice';
import { ordinaryTask, taskOf, type TaskId } from '../request/task';
import type { Goal } from './plan';

export interface GoalContext {
	pack: Pack;
	/** It stands full now. */
	full: boolean;
	history: CheckHistory;
	person: PracticeLayer;
	now: string;
}

/** The tasks in order; a string says why the pack has no such goal. */
export function tasksOf(goal: Goal, c: GoalContext): TaskId[] | string {
	const chemistry = chemistryOf(c.pack.chemistry);
	const fill = ordinaryTask(chemistry, c.pack.cells);
	if (goal === 'ready') return [fill];
	if (goal === 'discharge') return ['discharge'];
	if (goal === 'storage') {
		if (taskOf('storage').families.includes(chemistry.family)) return ['storage'];
		// What is put away full is charged; what is left as it is needs nothing.
		return chemistry.traits.mayPause
			? [fill]
			: (taskOf('storage').refusals[chemistry.family] ?? 'It has no storage.');
	}
	const care = maintenanceOf(c.pack, c.full, c.history, c.now, c.person);
	if (!care) return `It is marked ${c.pack.condition}.`;
	return care.steps.slice(care.steps.indexOf(care.next));
}
