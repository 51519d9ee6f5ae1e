import { countOnLabel } from '../../../pack/label-volts';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const labelSaysOtherCount: Rule = {
	id: 'label-says-other-count',
	title: 'Printed volts of another cell count',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const printed = r.pack.labelVoltageV;
		const count = printed === null ? null : countOnLabel(r.pack, printed);
		if (printed === null || count === null) return null;
		return {
			sentence: `The label says ${text(volts(printed, 1))}, which is what ${count} ${r.chemistry.name} cells are printed; the pack is entered as ${r.pack.cells}S. Find out which is right before anything is connected.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
