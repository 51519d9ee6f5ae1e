import { PRACTICE, type Rule } from '../../rule';

export const readingBeforeRun: Rule = {
	id: 'reading-before-run',
	title: 'The reading is from before the last run',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (!r.reading || !r.state.readBefore) return null;
		const { lastUse, movedAt } = r.state;
		return {
			sentence:
				lastUse?.at === movedAt
					? 'The pack was used after its last reading: measure it again, once it is no warmer than the room.'
					: 'The last reading is from before the last run: measure again, so that a cell that went high or low in it is seen.',
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
