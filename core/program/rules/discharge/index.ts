/** Taking charge out, and cycles: one rule a file. */
import type { Rule } from '../../rule';
import { cannotDischarge } from './cannot-discharge';
import { cycleEndsFull } from './cycle-ends-full';
import { cycleRestShort } from './cycle-rest-short';
import { cycleWears } from './cycle-wears';
import { dischargeAboveChannel } from './discharge-above-channel';
import { dischargeBelowFloor } from './discharge-below-floor';
import { dischargeFewWatts } from './discharge-few-watts';
import { dischargeTooFast } from './discharge-too-fast';
import { endsEmpty } from './ends-empty';
import { weakCellUnseen } from './weak-cell-unseen';
import { modelCutoffLow } from './model-cutoff-low';

export const dischargeRules: readonly Rule[] = [
	cannotDischarge,
	cycleEndsFull,
	cycleRestShort,
	cycleWears,
	dischargeAboveChannel,
	dischargeBelowFloor,
	dischargeFewWatts,
	dischargeTooFast,
	endsEmpty,
	weakCellUnseen,
	modelCutoffLow
];
