/**
 * A charge of a pack that nobody knows, and what its charger's screen shows while it goes on: for
 * measuring what looks are worth.
 */
import { guardsOf, packModel } from '../../core/forecast/assume';
import { endedByFull, legsOf, unguarded } from '../../core/forecast/program-legs';
import { LOOK_KIND_IDS, LOOK_KINDS, type LookKind } from '../../core/log/look';
import { solve, type Solution } from '../../core/program/solve';
import { normal, uniform } from '../../core/simulate/random';
import { simulateLeg } from '../../core/simulate/legs';
import { drawPacks, type DrawnPack } from '../calibrate/draw';
import { contextOf, truly, withErrors } from '../calibrate/table';

export interface TrueRun {
	solution: Solution;
	/** What nobody knows, and the meter's readings that everybody does. */
	pack: DrawnPack;
	endMin: number;
	endAh: number;
	/** What the screen shows at a minute, with its meter's own error, rounded as it rounds. */
	screen(what: LookKind, minute: number): number;
}

/**
 * A screen's current and charge are off by so much, one standard deviation (common practice, no
 * source).
 */
export const METER = 0.01;
const STEP_S = 5;
const LONGEST_MIN = 2800;

/**
 * What a screen would show of this pack, unrounded, by steps of time, and when it ends by itself;
 * null where a guard ends it.
 */
export interface Shown {
	endMin: number;
	endAh: number;
	at(what: LookKind, minute: number): number;
}

/**
 * The truth's own physics: this pack on this charger, `meter` the factor of its current's and
 * charge's display.
 */
export function shownBy(p: DrawnPack, solution: Solution, meter: number, stepS = STEP_S): Shown | null {
	const { resolved: r, settings } = solution;
	const model = truly(p, packModel(r));
	const guards = guardsOf(r, settings);
	const [leg] = endedByFull(legsOf(r, unguarded(r, settings)));
	const sim = simulateLeg(model, withErrors(leg, p));
	const columns = Object.fromEntries(LOOK_KIND_IDS.map((k) => [k, [] as number[]])) as Record<
		LookKind,
		number[]
	>;
	while (sim.endReason === null && sim.timeS < LONGEST_MIN * 60) {
		sim.step(stepS);
		let low = Infinity;
		let high = -Infinity;
		for (let i = 0; i < sim.cells; i++) {
			if (sim.cellV[i] < low) low = sim.cellV[i];
			if (sim.cellV[i] > high) high = sim.cellV[i];
		}
		columns.packV.push(sim.packV - sim.cells * p.chargerV);
		columns.lowestCellV.push(low - p.chargerV);
		columns.highestCellV.push(high - p.chargerV);
		columns.currentA.push(sim.currentA * meter);
		columns.chargeAh.push(sim.chargeAh * meter);
	}
	const endMin = sim.timeS / 60;
	if (endMin >= LONGEST_MIN || sim.timeS > guards.timerS || sim.chargeAh > guards.capacityLimitAh)
		return null;
	return {
		endMin,
		endAh: sim.chargeAh,
		at: (what, minute) => {
			const column = columns[what];
			return column[Math.min(column.length - 1, Math.max(0, Math.round((minute * 60) / stepS) - 1))];
		}
	};
}

function followed(p: DrawnPack, solution: Solution, seed: number): TrueRun | null {
	const shown = shownBy(p, solution, 1 + METER * normal(uniform(seed))());
	if (!shown) return null;
	return {
		solution,
		pack: p,
		endMin: shown.endMin,
		endAh: shown.endAh,
		screen: (what, minute) => {
			const { step } = LOOK_KINDS[what];
			return Math.round(shown.at(what, minute) / step) * step;
		}
	};
}

/** The first `count` charges of a chemistry that are proposed and reach their end. */
export function trueRuns(chemistryId: string, count: number): TrueRun[] {
	const runs: TrueRun[] = [];
	drawPacks(chemistryId, 2 * count).forEach((p, i) => {
		if (runs.length >= count) return;
		const solution = solve(contextOf(p));
		if (!solution.proposed || !solution.forecast) return;
		const run = followed(p, solution, 900 + i);
		if (run) runs.push(run);
	});
	return runs;
}
