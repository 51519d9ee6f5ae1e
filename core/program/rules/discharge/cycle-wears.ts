import { PRACTICE, type Rule } from '../../rule';

export const cycleWears: Rule = {
	id: 'cycle-wears',
	title: 'Cycles wear the pack',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		if (!r.taskData.repeats || settings.cycles === null) return null;
		const { most: useful } = r.chemistry.traits.cycles;
		if (settings.cycles <= useful) return null;
		return {
			sentence: `${settings.cycles} cycles wear ${r.chemistry.name} without telling more: ${useful} at most.`,
			fix: { label: `Set ${useful}`, kind: 'set', set: { cycles: useful } }
		};
	}
};
