/**
 * A charge on the simulated charger, sound or with a fault put in, and what the eyes on it say
 * and when.
 */
import { RunWatch } from '../../core/follow/watch';
import type { Watched } from '../../core/follow/watched';
import { solve, type Solution } from '../../core/program/solve';
import { LogAnswer, StatusAnswer, type Fault } from '../../link/protocol';
import { keyedProgram } from '../../src/lib/server/link/keyed-program';
import { pluggedPack } from '../../src/lib/server/link/plugged-pack';
import { StandInBench } from '../../stand-in/bench';
import { joined, type Telemetry } from '../../core/simulate/telemetry';
import { STAND_IN_SPEC } from '../../stand-in/spec';
import { drawPacks } from '../calibrate/draw';
import { contextOf } from '../calibrate/table';

export interface WatchedRun {
	solution: Solution;
	watched: Watched[];
	/** How the charger itself ended it. */
	endReason: string | null;
	message: string | null;
	minutes: number;
	/** The highest volts that a cell really reached, V. */
	highestCellV: number;
	/** What the link told of it. */
	log: Telemetry;
}

const LONGEST_MIN = 1500;

/** Programs for packs of this chemistry that the simulated charger can do, at most `count`. */
export function programsFor(chemistryId: string, count: number): Solution[] {
	return drawPacks(chemistryId, 4 * count)
		.map((p) => {
			const context = contextOf(p);
			const { charger } = context;
			const channels = charger.channels.map((c) => ({
				...c,
				powerW: STAND_IN_SPEC.channelPowerW,
				maxCurrentA: STAND_IN_SPEC.maxCurrentA,
				balanceCurrentA: STAND_IN_SPEC.balanceCurrentA,
				voltageAccuracyV: STAND_IN_SPEC.voltageAccuracyV
			}));
			return solve({
				...context,
				charger: { ...charger, channels, sharedPowerW: STAND_IN_SPEC.sharedPowerW }
			});
		})
		.filter((s) => s.proposed && s.forecast)
		.slice(0, count);
}

const body = (answer: string): unknown => {
	if (!answer.startsWith('OK')) throw new Error(answer);
	return answer.length > 3 ? JSON.parse(answer.slice(3)) : null;
};

/** Follows one charge to its end with these faults; null where the charger refuses the start. */
export function watchedRun(solution: Solution, faults: readonly Fault[], seed: number): WatchedRun | null {
	const { resolved: r, settings } = solution;
	const bench = new StandInBench(600);
	body(bench.answer(`FAULTS c/A ${JSON.stringify(faults)}`));
	body(bench.answer(`PLUG c/A ${JSON.stringify({ ...pluggedPack(r), seed })}`));
	if (!bench.answer(`START c/A ${JSON.stringify(keyedProgram('r', r, settings))}`).startsWith('OK'))
		return null;
	const watch = new RunWatch(r, settings, solution.forecast!.timeMin.p95);
	const watched: Watched[] = [];
	const parts: Telemetry[] = [];
	let from = 0;
	let highestCellV = 0;
	for (let minute = 0; minute < LONGEST_MIN && bench.running > 0; minute++) {
		bench.tick(0.1);
		const log = LogAnswer.parse(body(bench.answer(`LOG c/A {"runId":"r","from":${from}}`)));
		from += log.timeS.length;
		highestCellV = Math.max(highestCellV, ...log.cellV.flat());
		parts.push(log);
		watched.push(...watch.take(log));
	}
	const status = StatusAnswer.parse(body(bench.answer('STATUS c/A')));
	return {
		solution,
		watched,
		endReason: status.endReason,
		message: status.message,
		minutes: status.timeS / 60,
		highestCellV,
		log: joined(parts)
	};
}
