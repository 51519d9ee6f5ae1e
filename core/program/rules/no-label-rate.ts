import { cRate } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const noLabelRate: Rule = {
	id: 'no-label-rate',
	title: 'No charge rate on the label',
	severity: 'note',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (r.pack.labelChargeRateC !== null || r.chemistry.family !== 'lithium') return null;
		return {
			sentence: `No charge rate is known from the label, so ${cRate(r.chemistry.rates.noLabelC)} is the most that is proposed.`,
			fix: { label: 'Add it to the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
