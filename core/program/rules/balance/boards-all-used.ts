import { boardsFor } from '../../../charger/inventory';
import { PRACTICE, type Rule } from '../../rule';

export const boardsAllUsed: Rule = {
	id: 'boards-all-used',
	title: 'No balance board is free',
	severity: 'check',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings }) {
		const { inventory, boardsInUse } = r.around;
		if (!inventory || inventory.boards.length === 0 || !settings.balance || r.channel.portBuiltIn)
			return null;
		const fit = boardsFor(inventory, r.pack.cells);
		if (boardsInUse < fit) return null;
		return {
			sentence:
				fit === 0
					? `None of your balance boards takes ${r.pack.cells}S.`
					: `All ${fit} balance boards that take ${r.pack.cells}S are in use: wait for one.`,
			fix: { label: 'Look at the bench', kind: 'go', to: 'bench' }
		};
	}
};
