/**
 * What a charger would have shown if a cause were so: the same program simulated with it, to be
 * laid over what was seen.
 */
import { courseOf } from '../follow/course';
import { packModel } from '../forecast/assume';
import { NO_DEPARTURE, type Departure } from '../forecast/departure';
import { forecast } from '../forecast/forecast';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { meanCellOhm } from '../simulate/pack-model';

/** A bad plug, Ω (common practice, no source: 0.55 V at 5 A is a hot one). */
const PLUG_OHM = 0.1;
/**
 * Cells worn to so many times their resistance, to this share of their capacity; a pack out of
 * the cold, K.
 */
const WORN_OHM = 3;
const WORN_SHARE = -0.4;
const COLD_K = -18;

/** How the pack would depart from the best guess; null where no departure stands for the cause. */
function departureOf(r: Resolved, causeId: string): Departure | null {
	switch (causeId) {
		case 'hot-plug': {
			const ohm = r.pack.cells * meanCellOhm(packModel(r));
			return { ...NO_DEPARTURE, resistance: Math.log((ohm + PLUG_OHM) / ohm) };
		}
		case 'all-resistance':
		case 'weak-cell':
			return { ...NO_DEPARTURE, resistance: Math.log(WORN_OHM) };
		case 'worn':
			return { ...NO_DEPARTURE, capacity: WORN_SHARE };
		case 'cold':
			return { ...NO_DEPARTURE, temperatureK: COLD_K };
		case 'was-not-empty':
			return { ...NO_DEPARTURE, soc: Math.max(0, 0.9 - r.chargeState.soc) };
		case 'own-limit-misread':
			return { ...NO_DEPARTURE, soc: -0.25 };
		case 'as forecast':
			return NO_DEPARTURE;
		default:
			return null;
	}
}

export interface WouldShow {
	causeId: string;
	timeMin: number[];
	packV: number[];
	currentA: number[];
}

/**
 * What would have been shown, without timer and limits; null where the cause cannot be simulated
 * so, or the task moves both ways.
 */
export function wouldShow(r: Resolved, settings: ProgramSettings, causeId: string): WouldShow | null {
	const departure = departureOf(r, causeId);
	if (departure === null || r.taskData.repeats) return null;
	const untilMin = Math.max(5, 1.3 * forecast(r, settings).timeMin.p95);
	const { shown } = courseOf(r, settings, departure, untilMin);
	const last = shown.packV.findIndex((v) => Number.isNaN(v));
	const count = last < 0 ? shown.packV.length : last;
	const every = untilMin / (shown.packV.length - 1);
	return {
		causeId,
		timeMin: Array.from({ length: count }, (_, k) => k * every),
		packV: Array.from(shown.packV.subarray(0, count)),
		currentA: Array.from(shown.currentA.subarray(0, count))
	};
}
