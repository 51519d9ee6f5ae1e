/** Where a charge ends: one rule a file. */
import type { Rule } from '../../rule';
import { chargeGivenUp } from './charge-given-up';
import { endAboveMaker } from './end-above-maker';
import { endUnderPresentVolts } from './end-under-present-volts';
import { endVoltageAboveChemistry } from './end-voltage-above-chemistry';
import { endVoltageInexactCharger } from './end-voltage-inexact-charger';
import { endVoltageNotOffered } from './end-voltage-not-offered';
import { forecastCellOverLimit } from './forecast-cell-over-limit';
import { chargerShowsOtherwise } from './charger-shows-otherwise';

export const endRules: readonly Rule[] = [
	chargeGivenUp,
	endAboveMaker,
	endUnderPresentVolts,
	endVoltageAboveChemistry,
	endVoltageInexactCharger,
	endVoltageNotOffered,
	forecastCellOverLimit,
	chargerShowsOtherwise
];
