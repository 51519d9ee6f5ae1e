/** Causes: cells. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { allResistance } from './all-resistance';
import { cellUnderFloor } from './cell-under-floor';
import { deadCell } from './dead-cell';
import { falseDip } from './false-dip';
import { fullOtherCount } from './full-other-count';
import { leakingCell } from './leaking-cell';
import { measuredTooEarly } from './measured-too-early';
import { miscountedUsed } from './miscounted-used';
import { missedDip } from './missed-dip';
import { oneOverUnbalanced } from './one-over-unbalanced';
import { overcharged } from './overcharged';
import { selfDischarge } from './self-discharge';
import { softShort } from './soft-short';
import { swollenPack } from './swollen-pack';
import { weakCell } from './weak-cell';
import { worn } from './worn';

export const cells: readonly Cause[] = [
	allResistance,
	cellUnderFloor,
	deadCell,
	falseDip,
	fullOtherCount,
	leakingCell,
	measuredTooEarly,
	miscountedUsed,
	missedDip,
	oneOverUnbalanced,
	overcharged,
	selfDischarge,
	softShort,
	swollenPack,
	weakCell,
	worn
];
