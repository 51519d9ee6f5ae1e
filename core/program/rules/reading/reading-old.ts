import { PRACTICE, type Rule } from '../../rule';

/**
 * Volts of a pack that lay still change little in this time; anything may have happened to it
 * after.
 */
const FRESH_H = 24;

export const readingOld: Rule = {
	id: 'reading-old',
	title: 'The reading is old',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (!r.reading) return null;
		const hours = (Date.parse(r.now) - Date.parse(r.reading.takenAt)) / 3600e3;
		if (!(hours > FRESH_H)) return null;
		const age = hours < 72 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`;
		return {
			sentence: `The last reading is ${age} old: measure again, the program starts from it.`,
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
