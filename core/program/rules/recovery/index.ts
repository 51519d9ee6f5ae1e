/** A pack that is very low: one rule a file. */
import type { Rule } from '../../rule';
import { cellNeedsRecovery } from './cell-needs-recovery';
import { lowStart } from './low-start';
import { lowStartTooHard } from './low-start-too-hard';
import { recoveryAgeUnknown } from './recovery-age-unknown';
import { recoveryNotNeeded } from './recovery-not-needed';
import { recoveryTooHard } from './recovery-too-hard';

export const recoveryRules: readonly Rule[] = [
	cellNeedsRecovery,
	lowStart,
	lowStartTooHard,
	recoveryAgeUnknown,
	recoveryNotNeeded,
	recoveryTooHard
];
