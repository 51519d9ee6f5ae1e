import { PRACTICE, type Rule } from '../../rule';

export const cycleEndsFull: Rule = {
	id: 'cycle-ends-full',
	title: 'The cycle leaves the pack full',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		const { taskData, chemistry } = r;
		if (!taskData.repeats || settings.order !== 'down first' || chemistry.storage.kind === 'none')
			return null;
		return {
			sentence:
				'It ends full. To put the pack away, discharge it, which measures it as well, and then bring it up to storage.',
			fix: { label: 'Discharge, then storage', kind: 'task', task: 'discharge' }
		};
	}
};
