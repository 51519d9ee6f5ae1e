import { cRate } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const hurryBelowLabel: Rule = {
	id: 'hurry-below-label',
	title: 'The label would allow more than a hurry takes',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { labelChargeRateC } = r.pack;
		const most = r.envelope.packRates.find((p) => p.id === 'purpose rate');
		if (r.purpose !== 'hurry' || labelChargeRateC === null || !most) return null;
		// Where something else is the limit, more would not help.
		const binds =
			settings.currentA === solved.currentA && solved.currentA > 0.9 * most.rateC * r.pack.capacityAh;
		if (labelChargeRateC <= most.rateC + 1e-9 || !binds) return null;
		return {
			sentence: `The label would allow ${cRate(labelChargeRateC)}; a hurry stops at ${cRate(most.rateC)}, because cells bear more only for a while. Your practice may say otherwise.`
		};
	}
};
