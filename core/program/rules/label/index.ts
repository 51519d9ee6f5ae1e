/** What the label says, and what is known of the pack itself: one rule a file. */
import type { Rule } from '../../rule';
import { capacitySlip } from './capacity-slip';
import { capacityWorn } from './capacity-worn';
import { dischargesItself } from './discharges-itself';
import { higherEndUnproved } from './higher-end-unproved';
import { labelSaysGentlerChemistry } from './label-says-gentler-chemistry';
import { labelSaysOtherCount } from './label-says-other-count';
import { labelVoltsContradict } from './label-volts-contradict';
import { makerEndNotRead } from './maker-end-not-read';
import { noLabelRate } from './no-label-rate';
import { ownBalancer } from './own-balancer';
import { packNotInService } from './pack-not-in-service';
import { pairPartner } from './pair-partner';

export const labelRules: readonly Rule[] = [
	capacitySlip,
	capacityWorn,
	dischargesItself,
	higherEndUnproved,
	labelSaysGentlerChemistry,
	labelSaysOtherCount,
	labelVoltsContradict,
	makerEndNotRead,
	noLabelRate,
	ownBalancer,
	packNotInService,
	pairPartner
];
