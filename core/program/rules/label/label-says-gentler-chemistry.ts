import { CHEMISTRIES } from '../../../chemistry/catalogue';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';
import { fitsLabel } from '../../../pack/label-volts';

export const labelSaysGentlerChemistry: Rule = {
	id: 'label-says-gentler-chemistry',
	title: 'The label names a chemistry with a lower end of charge',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r, settings }) {
		const printed = r.pack.labelVoltageV;
		if (printed === null || fitsLabel(r.chemistry, r.pack.cells, printed)) return null;
		const gentler = CHEMISTRIES.find(
			(c) => fitsLabel(c, r.pack.cells, printed) && c.voltages.setMaxV < settings.endVoltageV - 1e-9
		);
		if (!gentler) return null;
		return {
			sentence: `${text(volts(printed, 1))} printed on ${r.pack.cells}S means ${gentler.name}, which is never set above ${text(volts(gentler.voltages.setMaxV))} per cell; this program would go to ${text(volts(settings.endVoltageV))}. The charger cannot tell them apart.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
