import { milliampHours, text } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const capacityLimitTooLow: Rule = {
	id: 'capacity-limit-too-low',
	title: 'Capacity limit would cut the charge short',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ settings, solved, forecast }) {
		const limit = settings.capacityLimitAh;
		if (limit === null || !forecast || limit >= forecast.chargeAh.p99 - 1e-9) return null;
		const { median, p99 } = forecast.chargeAh;
		const enough = solved.capacityLimitAh !== null && solved.capacityLimitAh >= p99;
		return {
			sentence: `A limit of ${text(milliampHours(limit))} ${limit < median ? 'stops' : 'may stop'} it early: the pack will take about ${text(milliampHours(median))}, up to ${text(milliampHours(p99))}.`,
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
