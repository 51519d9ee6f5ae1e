import { PRACTICE, type Rule } from '../../rule';

/** More cycles in a row than this tell nothing new (common practice, no source). */
const MOST_LITHIUM = 2;
const MOST_NICKEL = 5;

export const cycleWears: Rule = {
	id: 'cycle-wears',
	title: 'Cycles wear the pack',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		if (r.task !== 'cycle' || settings.cycles === null) return null;
		const useful = r.chemistry.family === 'nickel' ? MOST_NICKEL : MOST_LITHIUM;
		if (settings.cycles <= useful) return null;
		return {
			sentence: `${settings.cycles} cycles wear ${r.chemistry.name} without telling more: ${useful} at most.`,
			fix: { label: `Set ${useful}`, kind: 'set', set: { cycles: useful } }
		};
	}
};
