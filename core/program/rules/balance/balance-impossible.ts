import { PRACTICE, type Rule } from '../../rule';

export const balanceImpossible: Rule = {
	id: 'balance-impossible',
	title: 'Balance cannot work here',
	severity: 'stop',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		if (!settings.balance) return null;
		const fix = { label: 'Turn balance off', kind: 'set', set: { balance: false } } as const;
		const { channel, pack } = r;
		if (pack.cells === 1) return { sentence: 'One cell has nothing to balance.', fix };
		if (!pack.balanceLead) return { sentence: `${pack.name} has no balance lead.`, fix };
		if (channel.balanceCurrentA === 0) return { sentence: `Channel ${channel.label} does not balance.`, fix };
		if (channel.balancePortCells < pack.cells)
			return {
				sentence: `The balance port of channel ${channel.label} takes ${channel.balancePortCells} cells, the pack has ${pack.cells}.`,
				fix
			};
		return null;
	}
};
