/** Balance: whether the charger levels the cells. */
import { whose } from '../../practice/practice';
import type { Resolved } from '../../request/context';
import { plainly, type Decision } from './decision';

/** Charges between two that balance, by school. */
const SKIPPED = { 'every charge': 0, 'every third charge': 2, 'every fourth charge': 3 };

/** Balance: on wherever pack, channel and task allow it. */
export function decideBalance(r: Resolved): Decision<'balance'> {
	const { pack, channel, chemistry, taskData } = r;
	const from = chemistry.balanceFromCells;
	const no = (decidedBy: string, why: string) => plainly('balance', false, decidedBy, why);
	if (from === null) return no('chemistry', `${chemistry.name} packs have no balance lead.`);
	if (pack.cells < from) return no('cells', `${pack.cells}S has nothing to level.`);
	if (!taskData.balances)
		return no('task', 'this task does not level the cells; the balance lead may still be watched.');
	if (!pack.balanceLead) return no('pack', 'the pack has no balance lead.');
	if (channel.balanceCurrentA === 0) return no('channel', 'the channel does not balance.');
	if (channel.balancePortCells < pack.cells)
		return no('port', `the balance port takes ${channel.balancePortCells} cells.`);
	const { chargesSinceBalance } = r.around;
	const skipped = SKIPPED[r.practice.values.balance];
	if (chargesSinceBalance !== null && chargesSinceBalance < skipped)
		return no(
			'practice',
			`${chargesSinceBalance} since the last one; ${r.practice.values.balance} by ${whose(r.practice, 'balance')}. The lead may still be watched.`
		);
	return {
		setting: 'balance',
		value: true,
		candidates: [],
		decidedBy: 'practice',
		step: null,
		why: `port ${pack.cells}S, bleeds ${channel.balanceCurrentA} A per cell; every charge, so that each cell is watched.`
	};
}
