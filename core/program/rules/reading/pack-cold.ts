import { degrees, sentenceCase, text } from '../../../quantity/format';
import { PRACTICE, type Fix, type Rule } from '../../rule';

export const packCold: Rule = {
	id: 'pack-cold',
	title: 'Pack too cold to charge',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: `IEC 62133-2 charge range 10 to 45 °C, from memory; slow charge from 5 °C: ${PRACTICE}`,
	check({ r }) {
		const { leastDegC, coldDegC, coldRateC } = r.chemistry.temperatures;
		if (r.coldestDegC >= coldDegC) return null;
		const known = sentenceCase(r.howColdest);
		// Where it was only supposed, measuring it may settle the matter.
		const fix: Fix | undefined =
			r.coldestDegC < r.warmestDegC || r.reading?.temperatureDegC == null
				? { label: 'Measure it now', kind: 'go', to: 'read pack' }
				: undefined;
		if (r.coldestDegC < leastDegC)
			return {
				sentence: `${known}; below ${text(degrees(leastDegC))} ${r.chemistry.traits.coldHarm}. Warm it to about 20 °C first.`,
				fix
			};
		return {
			severity: 'note',
			sentence: `${known}, so it is charged at no more than ${coldRateC}C; warmed to 20 °C it could go faster.`,
			fix
		};
	}
};
