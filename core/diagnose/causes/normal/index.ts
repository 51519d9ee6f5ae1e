/** Causes: normal. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { cutoffOnSum } from './cutoff-on-sum';
import { endedALittleLow } from './ended-a-little-low';
import { steepEnd } from './steep-end';
import { wasNotEmpty } from './was-not-empty';

export const normal: readonly Cause[] = [cutoffOnSum, endedALittleLow, steepEnd, wasNotEmpty];
