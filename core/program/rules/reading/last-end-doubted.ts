import { PRACTICE, type Rule } from '../../rule';

export const lastEndDoubted: Rule = {
	id: 'last-end-doubted',
	title: 'The last run did not end as it says',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { judged, restV, endInDanger } = r.state;
		if (judged?.outcome !== 'not what it says' || restV !== null || endInDanger !== null) return null;
		return {
			sentence: `At its last run: ${judged.reason} ${judged.next}`,
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
