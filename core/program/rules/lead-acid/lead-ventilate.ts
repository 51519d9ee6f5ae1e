import { PRACTICE, type Rule } from '../../rule';

export const leadVentilate: Rule = {
	id: 'lead-ventilate',
	title: 'Lead gives off gas',
	severity: 'note',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.chemistry.traits.gasses) return null;
		return {
			sentence:
				'A lead battery gives off hydrogen near the end of its charge: air the place, no sparks, vents open.'
		};
	}
};
