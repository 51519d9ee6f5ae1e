import { PRACTICE, type Rule } from '../../rule';

/** The schools balance every charge, or every third or fourth. */
const MANY = 4;

export const chargesSinceBalance: Rule = {
	id: 'charges-since-balance',
	title: 'Many charges since the last balance',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const since = r.around.chargesSinceBalance;
		const from = r.chemistry.balanceFromCells;
		if (since === null || since < MANY || from === null || r.pack.cells < from || settings.balance)
			return null;
		return {
			sentence: `${since} charges since the cells were last levelled: balance this time.`,
			fix:
				r.channel.balanceCurrentA > 0 && r.pack.balanceLead
					? { label: 'Balance charge', kind: 'task', task: 'balance' }
					: undefined
		};
	}
};
