import { PRACTICE, type Rule } from '../../rule';

export const oneCellBalancesNothing: Rule = {
	id: 'one-cell-balances-nothing',
	title: 'One cell has nothing to level',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		const { balances, fills } = r.taskData;
		if (r.pack.cells > 1 || !balances || !fills || r.taskData.repeats) return null;
		return {
			sentence: 'One cell has nothing to level: balance stays off, and this is a plain charge.',
			fix: { label: 'Charge', kind: 'task', task: 'charge' }
		};
	}
};
