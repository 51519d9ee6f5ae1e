import { PRACTICE, type Rule } from '../../rule';

export const dischargesItself: Rule = {
	id: 'discharges-itself',
	title: 'Pack discharges itself after some days',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (r.pack.electronics !== 'discharges itself') return null;
		return {
			sentence: `${r.pack.name} takes itself to storage after some days: warmth while it does so is normal, and its volts now may already be lower than last read.`
		};
	}
};
