/** Nickel: one rule a file. */
import type { Rule } from '../../rule';
import { deltaVFalsePeak } from './delta-v-false-peak';
import { deltaVOutOfRange } from './delta-v-out-of-range';
import { nickelCellReversed } from './nickel-cell-reversed';
import { nickelHighVolts } from './nickel-high-volts';
import { nickelPackDead } from './nickel-pack-dead';
import { nickelRestart } from './nickel-restart';
import { noPeakExpected } from './no-peak-expected';
import { slowNickelOnDip } from './slow-nickel-on-dip';
import { trickleNever } from './trickle-never';
import { trickleTooMuch } from './trickle-too-much';

export const nickelRules: readonly Rule[] = [
	deltaVFalsePeak,
	deltaVOutOfRange,
	nickelCellReversed,
	nickelHighVolts,
	nickelPackDead,
	nickelRestart,
	noPeakExpected,
	slowNickelOnDip,
	trickleNever,
	trickleTooMuch
];
