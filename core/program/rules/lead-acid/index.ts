/** Lead: one rule a file. */
import type { Rule } from '../../rule';
import { leadCompensation } from './lead-compensation';
import { leadDrained } from './lead-drained';
import { leadFloat } from './lead-float';
import { leadLowTooHard } from './lead-low-too-hard';
import { leadShortedCell } from './lead-shorted-cell';
import { leadVentilate } from './lead-ventilate';

export const leadAcidRules: readonly Rule[] = [
	leadCompensation,
	leadDrained,
	leadFloat,
	leadLowTooHard,
	leadShortedCell,
	leadVentilate
];
