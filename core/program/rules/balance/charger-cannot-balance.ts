import { PRACTICE, type Rule } from '../../rule';

export const chargerCannotBalance: Rule = {
	id: 'charger-cannot-balance',
	title: 'Charger without balancing',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const from = r.chemistry.balanceFromCells;
		if (from === null || r.pack.cells < from || r.channel.balanceCurrentA > 0) return null;
		return {
			sentence: `Channel ${r.channel.label} of ${r.charger.name} does not balance: it is not made for ${r.chemistry.name} of ${from}S and more. A cell can be overcharged while the sum looks right.`
		};
	}
};
