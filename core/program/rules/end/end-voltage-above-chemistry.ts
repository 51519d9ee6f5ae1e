import { setMaxAt } from '../../../chemistry/compensation';
import { showSetting } from '../../../request/settings';
import type { Rule } from '../../rule';

export const endVoltageAboveChemistry: Rule = {
	id: 'end-voltage-above-chemistry',
	title: 'End of charge above the chemistry',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source:
		'IEC 62133-2 upper limit charging voltage, from memory; the set limit itself is common practice, no source.',
	check({ r, settings }) {
		const setMaxV = setMaxAt(r.chemistry, r.warmestDegC);
		if (settings.endVoltageV <= setMaxV + 1e-9) return null;
		return {
			sentence: `End of charge ${showSetting('endVoltageV', settings.endVoltageV)} is above ${setMaxV.toFixed(2)} V, the most ${r.chemistry.name} is set to.`,
			fix: { label: `Set ${setMaxV.toFixed(2)} V`, kind: 'set', set: { endVoltageV: setMaxV } }
		};
	}
};
