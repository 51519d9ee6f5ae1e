import { cRate } from '../../../quantity/format';
import { whose } from '../../../practice/practice';
import { unlabelledRate } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const noLabelRate: Rule = {
	id: 'no-label-rate',
	title: 'No charge rate on the label',
	severity: 'note',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (r.pack.labelChargeRateC !== null || !r.chemistry.traits.labelled) return null;
		const { rateC, guessed } = unlabelledRate(r.chemistry, r.practice);
		const usualC = r.chemistry.rates.noLabelC;
		if (guessed && rateC > usualC + 1e-9)
			return {
				severity: 'check',
				sentence: `No charge rate is known from the label; ${cRate(rateC)} by ${whose(r.practice, 'noLabelC')} is a guess, and ${cRate(usualC)} does no harm.`,
				fix: { label: `At most ${cRate(usualC)}`, kind: 'practice', set: { noLabelC: null } }
			};
		return {
			sentence: `No charge rate is known from the label, so ${cRate(rateC)} is the most that is proposed${guessed ? `, by ${whose(r.practice, 'noLabelC')}` : ''}.`,
			fix: { label: 'Add it to the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
