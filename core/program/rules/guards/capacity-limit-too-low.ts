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
		if (limit >= neededAh(r, forecast) - 1e-9) return null;
		const { median, p99 } = forecast.chargeAh;
		const enough = solved.capacityLimitAh !== null && solved.capacityLimitAh >= neededAh(r, forecast);
		return {
			sentence: `A limit of ${text(milliampHours(limit))} ${limit < median ? 'stops' : 'may stop'} it early: about ${text(milliampHours(median))}, up to ${text(milliampHours(p99))}, will flow.`,
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
