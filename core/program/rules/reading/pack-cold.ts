import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const packCold: Rule = {
	id: 'pack-cold',
	title: 'Pack too cold to charge',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: `IEC 62133-2 charge range 10 to 45 °C, from memory; slow charge from 5 °C: ${PRACTICE}`,
	check({ r }) {
		const { leastDegC, coldDegC, coldRateC } = r.chemistry.temperatures;
		if (r.packDegC < leastDegC)
			return {
				sentence: `The pack is at ${text(degrees(r.packDegC))}; below ${text(degrees(leastDegC))} ${r.chemistry.traits.coldHarm}. Warm it to about 20 °C first.`
			};
		if (r.packDegC < coldDegC)
			return {
				severity: 'note',
				sentence: `The pack is at ${text(degrees(r.packDegC))}, so it is charged at no more than ${coldRateC}C; warmed to 20 °C it could go faster.`
			};
		return null;
	}
};
