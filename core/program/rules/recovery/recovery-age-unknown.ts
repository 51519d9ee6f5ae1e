import { PRACTICE, type Rule } from '../../rule';

const DAY_MS = 86400e3;
/** A reading older than this says nothing of how long the pack lay (common practice, no source). */
const MOST_DAYS = 3;

export const recoveryAgeUnknown: Rule = {
	id: 'recovery-age-unknown',
	title: 'Nobody knows how long the pack lay empty',
	severity: 'stop',
	protects: 'person',
	fire: true,
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.taskData.recovers) return null;
		const age = r.reading ? (Date.parse(r.now) - Date.parse(r.reading.takenAt)) / DAY_MS : Infinity;
		if (age <= MOST_DAYS) return null;
		return {
			sentence: `${r.reading ? `The pack was read ${Math.round(age)} days ago` : 'The pack was never read'}: a pack that lay empty for an unknown time is not recovered, because it ${r.chemistry.traits.emptyHarm}.`,
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
