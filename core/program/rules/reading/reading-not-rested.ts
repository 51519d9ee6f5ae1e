import { PRACTICE, type Rule } from '../../rule';

export const readingNotRested: Rule = {
	id: 'reading-not-rested',
	title: 'Volts were not taken at rest',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		if (!r.reading || r.reading.state === 'rest') return null;
		const when = r.reading.state === 'loaded' ? 'under load' : 'just after use';
		return {
			sentence: `The reading was taken ${when}, so the charge it shows is uncertain; after half an hour of rest it is not.`
		};
	}
};
