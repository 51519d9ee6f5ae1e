import { milliampHours, text } from '../../../quantity/format';
import { limitIsProgram, neededAh } from '../../needs';
import { PRACTICE, type Rule } from '../../rule';

export const capacityLimitTooLow: Rule = {
	id: 'capacity-limit-too-low',
	title: 'Capacity limit would cut the charge short',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, solved, forecast }) {
		const limit = settings.capacityLimitAh;
		if (limit === null || !forecast || limitIsProgram(r, settings)) return null;
		const needAh = neededAh(r, settings, forecast);
		if (limit >= needAh - 1e-9) return null;
		const median = Math.min(forecast.chargeAh.median, needAh);
		const enough = solved.capacityLimitAh !== null && solved.capacityLimitAh >= needAh;
		return {
			sentence: `A limit of ${text(milliampHours(limit))} ${limit < median ? 'stops' : 'may stop'} it early: about ${text(milliampHours(median))}, up to ${text(milliampHours(needAh))}, will flow.`,
			fix: enough
				? {
						label: `Set ${text(milliampHours(solved.capacityLimitAh!))}`,
						kind: 'set',
						set: { capacityLimitAh: solved.capacityLimitAh }
					}
				: undefined
		};
	}
};
