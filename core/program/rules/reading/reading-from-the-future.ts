import { PRACTICE, type Rule } from '../../rule';

/** Clocks of two machines may differ by this, ms. */
const CLOCKS_MS = 2 * 60e3;

export const readingFromTheFuture: Rule = {
	id: 'reading-from-the-future',
	title: 'The reading is from the future',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (!r.reading) return null;
		const ahead = Date.parse(r.reading.takenAt) - Date.parse(r.now);
		if (!(ahead > CLOCKS_MS)) return null;
		return {
			sentence: `The last reading is dated ${Math.round(ahead / 60e3)} min after now: a clock is wrong, and nobody knows how old it is. Measure again.`,
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
