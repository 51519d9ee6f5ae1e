import { PRACTICE, type Rule } from '../../rule';

export const pairPartner: Rule = {
	id: 'pair-partner',
	title: 'Pack sails as a pair',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (r.pack.pairId === null) return null;
		return {
			sentence: `${r.pack.name} works as one of a pair: give its partner the same program, on a second channel or straight after.`
		};
	}
};
