import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const temperatureLimitUnderPack: Rule = {
	id: 'temperature-limit-under-pack',
	title: 'Temperature limit at or under the pack’s own temperature',
	severity: 'check',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const limit = settings.temperatureLimitDegC;
		if (limit === null || !r.channel.hasProbe || limit > r.warmestDegC) return null;
		const to = solved.temperatureLimitDegC;
		return {
			sentence: `The limit of ${text(degrees(limit))} is not above the ${text(degrees(r.warmestDegC))} that the pack may have now: the run would be cut at once.`,
			fix:
				to !== null && to > r.warmestDegC
					? { label: `Set ${text(degrees(to))}`, kind: 'set', set: { temperatureLimitDegC: to } }
					: undefined
		};
	}
};
