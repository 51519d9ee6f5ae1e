import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const endAboveMaker: Rule = {
	id: 'end-above-maker',
	title: 'End of charge above what the pack’s maker says',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r, settings, solved }) {
		const maker = r.pack.makerEndVoltageV;
		if (maker === null || settings.endVoltageV <= maker + 1e-9) return null;
		const helps = solved.endVoltageV <= maker + 1e-9;
		return {
			sentence: helps
				? `The maker of this pack ends its charge at ${text(volts(maker))} a cell; this program would go to ${text(volts(settings.endVoltageV))}.`
				: `The maker of this pack ends its charge at ${text(volts(maker))} a cell, and channel ${r.channel.label} cannot end under ${text(volts(solved.endVoltageV))}: use another charger.`,
			fix: helps
				? {
						label: `Set ${text(volts(solved.endVoltageV))}`,
						kind: 'set',
						set: { endVoltageV: solved.endVoltageV }
					}
				: undefined
		};
	}
};
