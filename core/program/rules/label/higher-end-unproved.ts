import { unprovedTwin } from '../../../pack/label-volts';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const higherEndUnproved: Rule = {
	id: 'higher-end-unproved',
	title: 'Nothing proves the chemistry with the higher end',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r, settings }) {
		const twin = unprovedTwin(r.pack);
		if (!twin) return null;
		const { name } = r.chemistry;
		const ask = `${name} and ${twin.name} look alike: enter the volts that are printed on this pack, or its maker's end of charge, once.`;
		const fix = { label: 'Edit the pack', kind: 'go', to: 'edit pack' } as const;
		const { setMaxV, cellMaxV } = twin.voltages;
		if (settings.endVoltageV > setMaxV + 1e-9)
			return {
				sentence: `${ask} ${twin.name} burns above ${text(volts(cellMaxV))} a cell, and this program would go to ${text(volts(settings.endVoltageV))}.`,
				fix
			};
		if (!r.taskData.fills) return null;
		return {
			severity: 'note',
			sentence: `${ask} Until then it ends at ${text(volts(setMaxV))} as ${twin.name} does, which harms neither.`,
			fix
		};
	}
};
