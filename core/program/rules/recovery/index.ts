/** A pack that is very low: one rule a file. */
import type { Rule } from '../../rule';
import { cellNeedsRecovery } from './cell-needs-recovery';
import { recoveryAgeUnknown } from './recovery-age-unknown';
import { recoveryNotNeeded } from './recovery-not-needed';
import { recoveryTooHard } from './recovery-too-hard';

export const recoveryRules: readonly Rule[] = [
	cellNeedsRecovery,
	recoveryAgeUnknown,
	recoveryNotNeeded,
	recoveryTooHard
];
