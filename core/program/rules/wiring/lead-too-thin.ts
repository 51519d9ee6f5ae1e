import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const leadTooThin: Rule = {
	id: 'lead-too-thin',
	title: 'Charge lead too thin for the current',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { lead } = r.envelope;
		if (!lead || settings.currentA <= lead.currentA + 1e-9) return null;
		return {
			sentence: `${lead.name} carries ${text(amps(lead.currentA))}; ${text(amps(settings.currentA))} would heat it.`,
			fix:
				solved.currentA <= lead.currentA
					? { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
					: undefined
		};
	}
};
