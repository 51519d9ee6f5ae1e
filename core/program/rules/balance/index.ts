/** Balancing, and seeing each cell: one rule a file. */
import type { Rule } from '../../rule';
import { balanceImpossible } from './balance-impossible';
import { balanceMissing } from './balance-missing';
import { boardsAllUsed } from './boards-all-used';
import { cellsNotShown } from './cells-not-shown';
import { chargerCannotBalance } from './charger-cannot-balance';
import { chargesSinceBalance } from './charges-since-balance';
import { oneCellBalancesNothing } from './one-cell-balances-nothing';

export const balanceRules: readonly Rule[] = [
	balanceImpossible,
	balanceMissing,
	boardsAllUsed,
	cellsNotShown,
	chargerCannotBalance,
	chargesSinceBalance,
	oneCellBalancesNothing
];
