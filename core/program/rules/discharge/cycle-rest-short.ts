import { minutes, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** Rest that lets a pack cool a little, min (common practice, no source). */
const LEAST_MIN = 5;

export const cycleRestShort: Rule = {
	id: 'cycle-rest-short',
	title: 'Rest too short between legs',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings, solved }) {
		if (!r.taskData.repeats || settings.restMin === null || settings.restMin >= LEAST_MIN) return null;
		return {
			sentence: `${text(minutes(settings.restMin))} of rest lets a warm pack go straight into charge: ${text(minutes(LEAST_MIN))} at least.`,
			fix: {
				label: `Set ${text(minutes(solved.restMin ?? LEAST_MIN))}`,
				kind: 'set',
				set: { restMin: solved.restMin ?? LEAST_MIN }
			}
		};
	}
};
