import { ratedAh } from '../../../pack/rated';
import { amps, cRate, text } from '../../../quantity/format';
import { withinTimerA } from '../../decide/current';
import { PRACTICE, type Rule } from '../../rule';

export const currentAbovePurpose: Rule = {
	id: 'current-above-purpose',
	title: 'Faster than the purpose asks',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const purposeRate = r.envelope.packRates.find((p) => p.id === 'purpose rate')!;
		const limit = purposeRate.rateC * ratedAh(r.pack);
		// A person who rounds to the nearest step may be half a step above.
		const slack = r.practice.values.stepRounding === 'nearest' ? r.channel.currentStepA / 2 : 0;
		if (settings.currentA <= limit + slack + 1e-9) return null;
		// What was raised so that the charge ends within the charger's own timer is meant.
		if (r.purpose === 'gentle' && withinTimerA(r, limit) !== null && settings.currentA <= solved.currentA)
			return null;
		return {
			sentence: `${text(amps(settings.currentA))} is ${cRate(settings.currentA / ratedAh(r.pack))}; ${purposeRate.label} would be ${text(amps(limit))}. Faster wears the pack more.`,
			fix: { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
		};
	}
};
