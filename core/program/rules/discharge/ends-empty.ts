import { PRACTICE, type Rule } from '../../rule';

export const endsEmpty: Rule = {
	id: 'ends-empty',
	title: 'Program leaves the pack empty',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		const { moves } = r.taskData;
		const empty = moves === 'out' || (moves === 'both' && settings.order === 'up first');
		const next = r.chemistry.traits.afterEmpty;
		if (!empty || next === null) return null;
		return { sentence: `It ends empty: ${next}.` };
	}
};
