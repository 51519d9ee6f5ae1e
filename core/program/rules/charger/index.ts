/** What the charger can do, holds and does by itself: one rule a file. */
import type { Rule } from '../../rule';
import { cellsSetDiffer } from './cells-set-differ';
import { chemistryNotOnChannel } from './chemistry-not-on-channel';
import { forgetsAtRestart } from './forgets-at-restart';
import { heldDischargeEnd } from './held-discharge-end';
import { heldTrickle } from './held-trickle';
import { heldValueDiffers } from './held-value-differs';
import { heldValueNotKnown } from './held-value-not-known';
import { heldValueWouldCut } from './held-value-would-cut';
import { nominalFamilyWrong } from './nominal-family-wrong';
import { sharedValue } from './shared-value';
import { slotHoldsOther } from './slot-holds-other';
import { startsByItself } from './starts-by-itself';
import { taskNotForChemistry } from './task-not-for-chemistry';
import { taskNotOnChannel } from './task-not-on-channel';
import { heldEndOfCharge } from './held-end-of-charge';

export const chargerRules: readonly Rule[] = [
	cellsSetDiffer,
	chemistryNotOnChannel,
	forgetsAtRestart,
	heldDischargeEnd,
	heldTrickle,
	heldValueDiffers,
	heldValueNotKnown,
	heldValueWouldCut,
	nominalFamilyWrong,
	sharedValue,
	slotHoldsOther,
	startsByItself,
	taskNotForChemistry,
	taskNotOnChannel,
	heldEndOfCharge
];
