/**
 * How a run was expected to go when it started: its forecast from the reading that was then the
 * last.
 */
import type { EnvelopeInput } from '$core/charger/envelope';
import type { Run } from '$core/log/run';
import type { Pack } from '$core/pack/pack';
import { resolve } from '$core/request/context';
import { legMarks, timedLegFromMin, type LegMark } from '$core/forecast/leg-marks';
import { bestCourse } from '$core/forecast/forecast';
import type { Store } from '../../db/connect';
import { programContext } from '../programs/programs';

const TRACE_EVERY_S = 30;

export interface PlannedCourse {
	pack: Pack;
	envelope: EnvelopeInput;
	timeS: number[];
	packV: number[];
	currentA: number[];
	chargeAh: number[];
	cellV: number[][];
	/**
	 * Where its legs were expected to begin, and where the one begins that the safety timer may cut,
	 * min.
	 */
	legs: LegMark[];
	timerFromMin: number;
	/** When constant voltage was expected to begin, min. */
	voltageFromMin: number | null;
}

/** The planned course of a run; null when its pack or charger is no longer there. */
export async function plannedCourse(db: Store, run: Run): Promise<PlannedCourse | null> {
	const context = await programContext(db, run, run.startedAt);
	if (!context.ok) return null;
	const r = resolve(context.value);
	const best = bestCourse(r, run.settings, TRACE_EVERY_S);
	return {
		pack: r.pack,
		envelope: r.envelope,
		timeS: best.trace.timeS,
		packV: best.trace.packV,
		currentA: best.trace.currentA,
		chargeAh: best.trace.chargeAh,
		cellV: best.trace.cellV,
		legs: legMarks(best.legs),
		timerFromMin: timedLegFromMin(best.legs),
		voltageFromMin: best.voltagePhaseFromS === null ? null : best.voltagePhaseFromS / 60
	};
}
