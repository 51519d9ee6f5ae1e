/** What a run may need of the limits around it. */
import type { Forecast } from '../forecast/forecast';
import { drainedAh, storageNeedAh, timedAh } from '../forecast/program-legs';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';

/** Whether the capacity limit is how the program ends, not a guard around it. */
export const limitIsProgram = (r: Resolved, settings: Pick<ProgramSettings, 'currentA'>): boolean =>
	r.taskData.limitsAreProgram ||
	storageNeedAh(r) !== null ||
	drainedAh(r) !== null ||
	(r.taskData.moves !== 'out' && timedAh(r, settings.currentA) !== null);

/** Charge that must be let through, Ah: the 99th percentile; for nickel, whose rest volts say little, no more than its factor. */
export function neededAh(r: Resolved, forecast: Forecast): number {
	const end = r.chemistry.endOfCharge;
	const { p99, median } = forecast.chargeAh;
	if (end.kind !== 'dip') return p99;
	return Math.max(median, Math.min(p99, end.fastFactor * r.pack.capacityAh));
}
