/** Where a charge ends: one rule a file. */
import type { Rule } from '../../rule';
import { chargeGivenUp } from './charge-given-up';
import { endVoltageAboveChemistry } from './end-voltage-above-chemistry';
import { endVoltageInexactCharger } from './end-voltage-inexact-charger';
import { endVoltageNotOffered } from './end-voltage-not-offered';
import { forecastCellOverLimit } from './forecast-cell-over-limit';

export const endRules: readonly Rule[] = [
	chargeGivenUp,
	endVoltageAboveChemistry,
	endVoltageInexactCharger,
	endVoltageNotOffered,
	forecastCellOverLimit
];
