import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const makerEndNotRead: Rule = {
	id: 'maker-end-not-read',
	title: 'Higher end than is usual without the maker saying so',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const { chargeEndV } = r.chemistry.voltages;
		if (!r.chemistry.traits.labelled || r.taskData.stores || r.pack.makerEndVoltageV !== null) return null;
		if (settings.endVoltageV <= chargeEndV + 1e-9) return null;
		return {
			sentence: `${text(volts(settings.endVoltageV))} is above the usual ${text(volts(chargeEndV))} of ${r.chemistry.name}: only where the maker of the cells says so. Enter it with the pack.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
