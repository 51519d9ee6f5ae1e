import { PRACTICE, type Rule } from '../../rule';

export const packNotInService: Rule = {
	id: 'pack-not-in-service',
	title: 'Pack is not in service',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const { condition, act } = r.state.condition;
		if (condition === 'in service') return null;
		return { sentence: `${r.pack.name} is marked ${condition}: do not charge it. ${act}`.trim() };
	}
};
