import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const nickelHighVolts: Rule = {
	id: 'nickel-high-volts',
	title: 'Nickel cells stand high under charge',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, forecast }) {
		const { lookAgainV } = r.chemistry.voltages;
		if (lookAgainV === null || !forecast || forecast.highestCellV.p95 <= lookAgainV) return null;
		return {
			sentence: `The forecast reaches ${text(volts(forecast.highestCellV.p95))} per cell under charge, above ${text(volts(lookAgainV))}: cells this high are cold, tired, or charged too fast.`
		};
	}
};
