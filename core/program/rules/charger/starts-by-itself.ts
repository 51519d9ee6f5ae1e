import { PRACTICE, type Rule } from '../../rule';

export const startsByItself: Rule = {
	id: 'starts-by-itself',
	title: 'Charger starts by itself',
	severity: 'note',
	protects: 'person',
	source: PRACTICE,
	check({ r }) {
		if (r.charger.atCheck === 'waits') return null;
		return {
			sentence:
				r.charger.atCheck === 'starts by itself'
					? `${r.charger.name} starts by itself some seconds after the cell check: have count and leads right before it.`
					: `${r.charger.name} cancels by itself when nobody confirms the cell check: stay with it.`
		};
	}
};
