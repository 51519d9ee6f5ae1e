import { PRACTICE, type Rule } from '../../rule';

export const endsEmpty: Rule = {
	id: 'ends-empty',
	title: 'Program leaves the pack empty',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		const empty = r.task === 'discharge' || (r.task === 'cycle' && settings.order === 'up first');
		if (!empty || r.chemistry.family === 'nickel') return null;
		const next =
			r.chemistry.family === 'lead'
				? 'charge it the same day'
				: 'bring it to storage or charge it the same day';
		return { sentence: `It ends empty: ${next}.` };
	}
};
