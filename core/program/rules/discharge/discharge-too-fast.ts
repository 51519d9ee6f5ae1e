import { ratedAh } from '../../../pack/rated';
import { amps, cRate, text } from '../../../quantity/format';
import { type Rule } from '../../rule';

export const dischargeTooFast: Rule = {
	id: 'discharge-too-fast',
	title: 'Discharge faster than is useful',
	severity: 'check',
	protects: 'result',
	when: 'discharging',
	source:
		'IEC 61960-3 and IEC 61951 rate capacity at 0.2C, from memory; the rest common practice, no source.',
	check({ r, settings }) {
		const { dischargeA } = settings;
		const mostA = r.chemistry.rates.dischargeMaxC * ratedAh(r.pack);
		if (dischargeA === null || dischargeA <= mostA + 1e-9) return null;
		const told = `${text(amps(dischargeA))} is ${cRate(dischargeA / ratedAh(r.pack))}`;
		if (r.taskData.stores)
			return {
				sentence: `${told}, hard on a pack that is only put away: at most ${cRate(r.chemistry.rates.dischargeMaxC)} is usual.`
			};
		return {
			sentence: `${told}: capacities are compared at ${cRate(r.chemistry.rates.dischargeC)} to ${cRate(r.chemistry.rates.dischargeMaxC)}.`
		};
	}
};
