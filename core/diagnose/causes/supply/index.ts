/** Causes: supply. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { breakerShared } from './breaker-shared';
import { supplyLeadsSag } from './supply-leads-sag';
import { supplyLimits } from './supply-limits';
import { supplyOff } from './supply-off';
import { supplyTooHigh } from './supply-too-high';

export const supply: readonly Cause[] = [
	breakerShared,
	supplyLeadsSag,
	supplyLimits,
	supplyOff,
	supplyTooHigh
];
