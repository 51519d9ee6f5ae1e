import { PRACTICE, type Rule } from '../../rule';

export const fastSkips: Rule = {
	id: 'fast-skips',
	title: 'Fast charge leaves something out',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.taskData.cutsTaper) return null;
		return { sentence: r.taskData.skips };
	}
};
