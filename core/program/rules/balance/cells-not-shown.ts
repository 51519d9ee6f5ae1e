import { PRACTICE, type Rule } from '../../rule';

export const cellsNotShown: Rule = {
	id: 'cells-not-shown',
	title: 'Charger does not show the cells',
	severity: 'note',
	protects: 'person',
	source: PRACTICE,
	check({ r }) {
		if (r.channel.showsCells || r.chemistry.balanceFromCells === null || r.pack.cells < 2) return null;
		return {
			sentence: `Channel ${r.channel.label} does not show each cell: measure them at the balance lead before and after.`
		};
	}
};
