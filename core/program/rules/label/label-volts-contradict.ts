import { CHEMISTRIES } from '../../../chemistry/catalogue';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';
import { countOnLabel, fitsLabel } from '../../../pack/label-volts';

export const labelVoltsContradict: Rule = {
	id: 'label-volts-contradict',
	title: 'Printed volts do not fit chemistry and cells',
	severity: 'check',
	protects: 'person',
	source: PRACTICE,
	check({ r }) {
		const printed = r.pack.labelVoltageV;
		if (printed === null || fitsLabel(r.chemistry, r.pack.cells, printed)) return null;
		// Another count is a matter of its own, and a graver one.
		if (countOnLabel(r.pack, printed) !== null) return null;
		const others = CHEMISTRIES.filter((c) => fitsLabel(c, r.pack.cells, printed)).map((c) => c.name);
		const expected = r.pack.cells * r.chemistry.voltages.printedV[0];
		const hint = others.length
			? ` ${text(volts(printed, 1))} on ${r.pack.cells}S is what ${others.join(' or ')} prints.`
			: '';
		return {
			sentence: `The label says ${text(volts(printed, 1))}; ${r.pack.cells} ${r.chemistry.name} cells would be printed ${text(volts(expected, 1))}.${hint} Look at the label again before charging.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
