/**
 * How one possible pack would run: what the charger's screen would show at moments of a grid, and
 * how it ends.
 */
import { coarseStepS } from '../forecast/forecast';
import { packModel } from '../forecast/assume';
import type { Departure } from '../forecast/departure';
import { endedByFull, legsOf, unguarded } from '../forecast/program-legs';
import { LOOK_KIND_IDS, type LookKind } from '../log/look';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { goesOn, simulateLeg } from '../simulate/legs';
import type { PackSimulation, SimulatedState } from '../simulate/pack-simulation';

export interface Course {
	/** What the screen shows at each moment of the grid; no number once the run is over. */
	shown: Record<LookKind, Float32Array>;
	endMin: number;
	/** Charge moved by the leg that moved most, Ah. */
	endAh: number;
	/** Where constant voltage began, min; no number where it never did. */
	voltageFromMin: number;
}

/** Points of the grid, evenly spread over the time that is looked at. */
export const POINTS = 121;

function note(course: Course, k: number, sim: PackSimulation, departure: Departure): void {
	const { shown } = course;
	let low = Infinity;
	let high = -Infinity;
	for (let i = 0; i < sim.cells; i++) {
		const v = sim.cellV[i];
		if (v < low) low = v;
		if (v > high) high = v;
	}
	// A charger that regulates to too high a voltage reads too little by as much: it takes what it
	// reads for the end.
	shown.packV[k] = sim.packV - sim.cells * departure.voltageV;
	shown.lowestCellV[k] = low - departure.voltageV;
	shown.highestCellV[k] = high - departure.voltageV;
	shown.currentA[k] = Math.abs(sim.currentA);
	shown.chargeAh[k] = sim.chargeAh;
}

/**
 * Follows a pack that departs so from the best guess, to its own end or to `untilMin`; neither
 * timer nor limit cuts it. Where `startSoc` is given, each cell begins with that charge and not
 * with what the departure makes of it.
 */
export function courseOf(
	r: Resolved,
	settings: ProgramSettings,
	departure: Departure,
	untilMin: number,
	startSoc: Float64Array | null = null
): Course {
	const gridS = (untilMin * 60) / (POINTS - 1);
	const dtS = gridS / Math.max(1, Math.ceil(gridS / coarseStepS(r, settings)));
	const column = () => new Float32Array(POINTS).fill(NaN);
	const course: Course = {
		shown: Object.fromEntries(LOOK_KIND_IDS.map((kind) => [kind, column()])) as Course['shown'],
		endMin: 0,
		endAh: 0,
		voltageFromMin: NaN
	};
	const usual = packModel(r, departure);
	const model = startSoc ? { ...usual, startSoc } : usual;
	let offsetS = 0;
	let next = 0;
	let from: SimulatedState | undefined;
	for (const leg of endedByFull(legsOf(r, unguarded(r, settings), departure))) {
		const sim = simulateLeg(model, leg, from);
		while (sim.endReason === null && offsetS + sim.timeS < untilMin * 60) {
			sim.step(dtS);
			if (next < POINTS && offsetS + sim.timeS >= (next === 0 ? 0 : next * gridS - dtS / 2))
				note(course, next++, sim, departure);
		}
		if (Number.isNaN(course.voltageFromMin)) course.voltageFromMin = (offsetS + sim.voltagePhaseFromS) / 60;
		offsetS += sim.timeS;
		if (leg.kind !== 'rest') course.endAh = Math.max(course.endAh, sim.chargeAh);
		if (!goesOn(leg, sim) || offsetS >= untilMin * 60) break;
		from = sim.state;
	}
	course.endMin = offsetS / 60;
	return course;
}

/** What a screen shows at `minute` of a grid up to `untilMin`; no number beyond its end. */
export function shownAt(column: Float32Array, minute: number, untilMin: number): number {
	const place = (Math.max(0, minute) / untilMin) * (POINTS - 1);
	const k = Math.min(POINTS - 2, Math.floor(place));
	const low = column[k];
	const high = column[k + 1];
	// Between the last point and the end nothing more is known than that point.
	if (Number.isNaN(high)) return place - k < 1 ? low : NaN;
	return low + (place - k) * (high - low);
}
