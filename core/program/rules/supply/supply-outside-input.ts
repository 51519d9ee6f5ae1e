import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const supplyOutsideInput: Rule = {
	id: 'supply-outside-input',
	title: 'Supply volts outside the charger’s input',
	severity: 'stop',
	protects: 'charger',
	source: PRACTICE,
	check({ r }) {
		if (!r.supply) return null;
		const { inputMinV, inputMaxV, name } = r.charger;
		const v = r.supply.voltageV;
		if (v >= inputMinV && v <= inputMaxV) return null;
		return {
			sentence: `${r.supply.name} gives ${text(volts(v, 1))}; ${name} takes ${inputMinV} to ${inputMaxV} V. ${v > inputMaxV ? 'Do not plug it in.' : 'It will not start.'}`,
			fix: { label: 'Change the supply', kind: 'go', to: 'edit charger' }
		};
	}
};
