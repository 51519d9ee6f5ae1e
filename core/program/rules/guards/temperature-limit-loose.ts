import { heldSetting } from '../../../request/context';
import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const temperatureLimitLoose: Rule = {
	id: 'temperature-limit-loose',
	title: 'Temperature limit above the chemistry',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { tripDegC } = r.chemistry.temperatures;
		const limit = settings.temperatureLimitDegC;
		if (limit === null || limit <= tripDegC || !heldSetting(r, 'temperatureLimitDegC')) return null;
		return {
			sentence: `${text(degrees(limit))} is above ${text(degrees(tripDegC))}, where ${r.chemistry.name} must stop.`,
			fix:
				solved.temperatureLimitDegC !== null && solved.temperatureLimitDegC <= tripDegC
					? {
							label: `Set ${text(degrees(solved.temperatureLimitDegC))}`,
							kind: 'set',
							set: { temperatureLimitDegC: solved.temperatureLimitDegC }
						}
					: undefined
		};
	}
};
