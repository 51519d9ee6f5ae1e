/** What a run may need of the limits around it. */
import type { Forecast } from '../forecast/forecast';
import { firstPartOf } from '../forecast/first-part';
import { storageNeedAh, timedAh } from '../forecast/program-legs';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import {
	capacityBoundAh,
	mostOfCapacityAh,
	timerBoundMin,
	wholeTimerMin,
	type LimitedProgram
} from './safety-bounds';

/** Whether the capacity limit is how the program ends, not a guard around it. */
export const limitIsProgram = (r: Resolved, settings: Pick<ProgramSettings, 'currentA'>): boolean =>
	r.taskData.limitsAreProgram ||
	storageNeedAh(r) !== null ||
	firstPartOf(r) !== null ||
	(r.taskData.moves !== 'out' && timedAh(r, settings.currentA) !== null);

/**
 * Charge that must be let through, Ah: what 99 of 100 runs take, and no more than the bound of
 * the limit.
 */
export const neededAh = (r: Resolved, settings: LimitedProgram, forecast: Forecast): number =>
	Math.min(forecast.chargeAh.p99, capacityBoundAh(r, settings, 0));

/**
 * Time that must be given, min: what 99 of 100 runs take, and no more than the bound of the
 * timer.
 */
export const neededMin = (r: Resolved, settings: LimitedProgram, forecast: Forecast): number =>
	Math.min(forecast.legMin.p99, timerBoundMin(r, settings));

/**
 * The largest capacity limit that still protects, Ah: for lithium and lead a margin over the
 * whole capacity, for nickel, which takes current past full, one over what may be missing.
 */
export const mostProtectingAh = (r: Resolved, settings: LimitedProgram, stepAh: number): number =>
	r.chemistry.endOfCharge.kind === 'dip' ? capacityBoundAh(r, settings, stepAh) : mostOfCapacityAh(r);

/**
 * Timers up to this many times as long as what 99 of 100 runs take, or by these minutes longer,
 * are ordinary (common practice, no source).
 */
const ORDINARY = { times: 2, minutes: 45 };

/**
 * The longest safety timer that still protects, min: as {@link mostProtectingAh}, and never less
 * than what is ordinary.
 */
export function mostProtectingMin(r: Resolved, settings: LimitedProgram, forecast: Forecast): number {
	const needMin = neededMin(r, settings, forecast);
	const bound =
		r.chemistry.endOfCharge.kind === 'dip' ? timerBoundMin(r, settings) : wholeTimerMin(r, settings);
	return Math.max(bound, ORDINARY.times * needMin, needMin + ORDINARY.minutes);
}
