import { ratedAh } from '../../../pack/rated';
import { amps, cRate, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const hurryHard: Rule = {
	id: 'hurry-hard',
	title: 'More than twice the capacity per hour',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const rateC = settings.currentA / ratedAh(r.pack);
		const most = r.chemistry.traits.hardAboveC ?? r.chemistry.rates.hurryMaxC;
		if (rateC <= most + 1e-9) return null;
		return {
			sentence: `${text(amps(settings.currentA))} is ${cRate(rateC)}, above ${cRate(most)}: labels promise more than cells bear for long.`,
			fix:
				solved.currentA / ratedAh(r.pack) <= most + 1e-9
					? { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
					: undefined
		};
	}
};
