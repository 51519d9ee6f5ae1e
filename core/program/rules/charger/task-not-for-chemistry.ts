import { ordinaryTask, taskOf } from '../../../request/task';
import { PRACTICE, type Rule } from '../../rule';

export const taskNotForChemistry: Rule = {
	id: 'task-not-for-chemistry',
	title: 'This chemistry has no such program',
	severity: 'stop',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (r.taskData.families.includes(r.chemistry.family)) return null;
		const why = r.taskData.refusals[r.chemistry.family]!;
		const other = ordinaryTask(r.chemistry, r.pack.cells);
		return { sentence: why, fix: { label: taskOf(other).name, kind: 'task', task: other } };
	}
};
