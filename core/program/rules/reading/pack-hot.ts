import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const packHot: Rule = {
	id: 'pack-hot',
	title: 'Pack too hot to start',
	severity: 'stop',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { startMaxDegC } = r.chemistry.temperatures;
		if (r.packDegC <= startMaxDegC) return null;
		return {
			sentence: `The pack is at ${text(degrees(r.packDegC))}; let it cool below ${text(degrees(startMaxDegC))} before charging.`
		};
	}
};
