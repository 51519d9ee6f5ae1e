import { PRACTICE, type Rule } from '../../rule';

export const balanceMissing: Rule = {
	id: 'balance-missing',
	title: 'Charge without balance',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const from = r.chemistry.balanceFromCells;
		if (settings.balance || from === null || r.pack.cells < from || r.taskData.limitsAreProgram) return null;
		if (r.channel.balanceCurrentA === 0) return null;
		const why = !r.pack.balanceLead
			? 'the pack has no balance lead'
			: r.channel.balancePortCells < r.pack.cells
				? `channel ${r.channel.label} has no balance port for ${r.pack.cells}S`
				: 'balance is off';
		const possible =
			r.pack.balanceLead && r.channel.balanceCurrentA > 0 && r.channel.balancePortCells >= r.pack.cells;
		return {
			sentence: `${r.pack.cells}S of ${r.chemistry.name} without balancing (${why}): the cells drift apart and one may be overcharged unseen.`,
			fix: possible ? { label: 'Turn balance on', kind: 'set', set: { balance: true } } : undefined
		};
	}
};
