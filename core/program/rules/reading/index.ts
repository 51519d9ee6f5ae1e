/** What was measured, and whether it can be believed: one rule a file. */
import type { Rule } from '../../rule';
import { alreadyFull } from './already-full';
import { cellOverLimit } from './cell-over-limit';
import { cellUnderFloor } from './cell-under-floor';
import { chargeContradicted } from './charge-contradicted';
import { chargeFromFlatVolts } from './charge-from-flat-volts';
import { noReading } from './no-reading';
import { packCold } from './pack-cold';
import { packHot } from './pack-hot';
import { readingBeforeRun } from './reading-before-run';
import { readingContradictsCells } from './reading-contradicts-cells';
import { readingNotRested } from './reading-not-rested';
import { readingOld } from './reading-old';
import { spreadLarge } from './spread-large';

export const readingRules: readonly Rule[] = [
	alreadyFull,
	cellOverLimit,
	cellUnderFloor,
	chargeContradicted,
	chargeFromFlatVolts,
	noReading,
	packCold,
	packHot,
	readingBeforeRun,
	readingContradictsCells,
	readingNotRested,
	readingOld,
	spreadLarge
];
