/** What was measured, and whether it can be believed: one rule a file. */
import type { Rule } from '../../rule';
import { alreadyFull } from './already-full';
import { cellOverLimit } from './cell-over-limit';
import { cellUnderFloor } from './cell-under-floor';
import { cellsLookLikeAnother } from './cells-look-like-another';
import { chargeContradicted } from './charge-contradicted';
import { chargeFromFlatVolts } from './charge-from-flat-volts';
import { heatUnexplained } from './heat-unexplained';
import { lastEndDoubted } from './last-end-doubted';
import { lastEndInDanger } from './last-end-in-danger';
import { noReading } from './no-reading';
import { packCold } from './pack-cold';
import { packHot } from './pack-hot';
import { readingBeforeRun } from './reading-before-run';
import { readingContradictsCells } from './reading-contradicts-cells';
import { readingFromTheFuture } from './reading-from-the-future';
import { readingNotRested } from './reading-not-rested';
import { readingOld } from './reading-old';
import { resistanceHigh } from './resistance-high';
import { resistanceRisen } from './resistance-risen';
import { resistanceUneven } from './resistance-uneven';
import { spreadLarge } from './spread-large';
import { sumFitsFewerCells } from './sum-fits-fewer-cells';
import { sumFitsMoreCells } from './sum-fits-more-cells';
import { voltsOfFewerCells } from './volts-of-fewer-cells';

export const readingRules: readonly Rule[] = [
	alreadyFull,
	cellOverLimit,
	cellUnderFloor,
	cellsLookLikeAnother,
	chargeContradicted,
	chargeFromFlatVolts,
	heatUnexplained,
	lastEndDoubted,
	lastEndInDanger,
	noReading,
	packCold,
	packHot,
	readingBeforeRun,
	readingContradictsCells,
	readingFromTheFuture,
	readingNotRested,
	readingOld,
	resistanceHigh,
	resistanceRisen,
	resistanceUneven,
	spreadLarge,
	sumFitsFewerCells,
	sumFitsMoreCells,
	voltsOfFewerCells
];
