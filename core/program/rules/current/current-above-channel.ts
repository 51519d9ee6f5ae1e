import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const currentAboveChannel: Rule = {
	id: 'current-above-channel',
	title: 'Channel cannot be set to this current',
	severity: 'stop',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { minCurrentA, maxCurrentA, label } = r.channel;
		if (settings.currentA >= minCurrentA - 1e-9 && settings.currentA <= maxCurrentA + 1e-9) return null;
		return {
			sentence: `Channel ${label} is set between ${text(amps(minCurrentA))} and ${text(amps(maxCurrentA))}; ${text(amps(settings.currentA))} cannot be keyed.`,
			fix: { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
		};
	}
};
