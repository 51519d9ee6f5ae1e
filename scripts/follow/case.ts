/** A charge of a pack that nobody knows, and what its charger's screen shows while it goes on: for measuring what looks are worth. */
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
	endMin: number;
	endAh: number;
	/** What the screen shows at a minute, with its meter's own error, rounded as it rounds. */
	screen(what: LookKind, minute: number): number;
}

/** A screen's current and charge are off by so much, one standard deviation (common practice, no source). */
const METER = 0.01;
const STEP_S = 5;
const LONGEST_MIN = 2800;

function followed(p: DrawnPack, solution: Solution, seed: number): TrueRun | null {
	const { resolved: r, settings } = solution;
	const model = truly(p, packModel(r));
	const guards = guardsOf(r, settings);
	const [leg] = endedByFull(legsOf(r, unguarded(r, settings)));
	const sim = simulateLeg(model, withErrors(leg, p));
	const draw = normal(uniform(seed));
	const meter = 1 + METER * draw();
	const columns = Object.fromEntries(LOOK_KIND_IDS.map((k) => [k, [] as number[]])) as Record<
		LookKind,
		number[]
	>;
	while (sim.endReason === null && sim.timeS < LONGEST_MIN * 60) {
		sim.step(STEP_S);
		const cells = Array.from(sim.cellV);
		columns.packV.push(sim.packV - cells.length * p.chargerV);
		columns.lowestCellV.push(Math.min(...cells) - p.chargerV);
		columns.highestCellV.push(Math.max(...cells) - p.chargerV);
		columns.currentA.push(sim.currentA * meter);
		columns.chargeAh.push(sim.chargeAh * meter);
	}
	const endMin = sim.timeS / 60;
	if (endMin >= LONGEST_MIN || sim.timeS > guards.timerS || sim.chargeAh > guards.capacityLimitAh)
		return null;
	return {
		solution,
		endMin,
		endAh: sim.chargeAh,
		screen: (what, minute) => {
			const column = columns[what];
			const value = column[Math.min(column.length - 1, Math.max(0, Math.round((minute * 60) / STEP_S) - 1))];
			const { step } = LOOK_KINDS[what];
			return Math.round(value / step) * step;
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
