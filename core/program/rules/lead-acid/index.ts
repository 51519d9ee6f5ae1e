/** Lead: one rule a file. */
import type { Rule } from '../../rule';
import { leadCompensation } from './lead-compensation';
import { leadFloat } from './lead-float';
import { leadShortedCell } from './lead-shorted-cell';
import { leadVentilate } from './lead-ventilate';

export const leadAcidRules: readonly Rule[] = [leadCompensation, leadFloat, leadShortedCell, leadVentilate];
