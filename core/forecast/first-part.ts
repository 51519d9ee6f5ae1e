/**
 * A pack that is very low is given a first part, gently, and is measured again before the full charge: lead
 * that was drained, lithium and nickel whose lowest cell rests under what an empty one does.
 */
import { lowRestOf } from '../pack/low-rest';
import { ratedAh } from '../pack/rated';
import { cellVoltages } from '../pack/reading';
import type { Resolved } from '../request/context';

export interface FirstPart {
	/** What is given, Ah. */
	ah: number;
	/** Fastest rate, 1/h. */
	rateC: number;
	/** Rest volts per cell from which an ordinary charge may follow. */
	untilV: number;
	/** Time in which it must be reached, min; null where the charge alone ends it. */
	longestMin: number | null;
	/** Volts per cell that it rests at: the lowest, or the mean where cells were not read. */
	restsAtV: number;
}

type Situation = Pick<Resolved, 'pack' | 'reading' | 'chemistry' | 'taskData'>;

/** Null for every program of a pack that is not so low, and for recoveries. */
export function firstPartOf({ pack, reading, chemistry, taskData }: Situation): FirstPart | null {
	if (!reading || taskData.recovers || taskData.moves === 'out' || taskData.moves === 'both') return null;
	const { lowRest, lowStart } = chemistry.traits;
	const restsAtV = Math.min(...cellVoltages(reading, pack.cells));
	if (lowRest && taskData.fills && lowRestOf(pack, reading) === 'drained')
		return {
			...{ ah: lowRest.drainedShare * ratedAh(pack), rateC: lowRest.rateC, longestMin: null },
			...{ untilV: lowRest.ordinaryFromV, restsAtV }
		};
	if (!lowStart || reading.state === 'loaded' || restsAtV >= lowStart.belowV) return null;
	return {
		...{ ah: lowStart.share * ratedAh(pack), rateC: lowStart.rateC, longestMin: lowStart.longestMin },
		...{ untilV: lowStart.untilV, restsAtV }
	};
}
