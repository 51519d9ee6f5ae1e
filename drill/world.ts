/**
 * A drill as it is played: the simulated charger with the fault in it, run as far as the person
 * comes in, and what every look finds.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import { CLUES, clueOf, type ClueId } from '../core/diagnose/clue';
import { cellPage } from '../core/diagnose/facts';
import { emptyTelemetry, joined, thinned, type Telemetry } from '../core/simulate/telemetry';
import { normal, uniform } from '../core/simulate/random';
import { CheckAnswer, LogAnswer, StatusAnswer, type PackTruth } from '../link/protocol';
import { StandInBench } from '../stand-in/bench';
import { STAND_IN_SPEC } from '../stand-in/spec';
import type { Drill } from './drills';

export interface World {
	pack: { chemistry: string; cells: number; capacityAh: number };
	program: { currentA: number; endVoltageV: number | null; balance: boolean; powerW: number };
	/** What the charger read before the start. */
	check: CheckAnswer;
	/** Why it would not start, in its words; null where it did. */
	refused: string | null;
	status: StatusAnswer;
	log: Telemetry;
}

const MOST_POINTS = 240;
/** Volts of a dip that are keyed, per cell (common practice, no source). */
const DELTA_V = 0.006;

/** Builds and runs the bench of a drill; the same seed is the same bench. */
export function worldOf(drill: Drill, seed: number): World {
	const next = uniform(seed);
	const draw = normal(next);
	const chemistry = chemistryOf(drill.chemistry);
	const nickel = chemistry.family === 'nickel';
	const cells = nickel ? 6 + Math.floor(next() * 3) : 3 + Math.floor(next() * 2);
	const capacityAh = Math.round((1.2 + next() * 2.4) * 10) / 10;
	const cell = 1 + Math.floor(next() * cells);
	const faults = drill.faults(cells, cell);
	const each = (of: (i: number) => number) => Array.from({ length: cells }, (_, i) => of(i));
	const { defaults } = chemistry;
	const truth: PackTruth = {
		chemistry: drill.chemistry,
		capacityAh: each(() => capacityAh),
		soc: each((i) => drill.soc + (i === cell - 1 ? -(drill.apart ?? 0) : 0) + 0.002 * draw()),
		seriesOhm: each(() => (defaults.seriesOhmAh / capacityAh) * Math.exp(0.05 * draw())),
		relaxOhm: each(() => defaults.relaxOhmAh / capacityAh),
		startDegC: 21,
		ambientDegC: 20,
		balanceLead: !nickel,
		falsePeakV: 0,
		curveBend: 0.01 * draw(),
		coolingFactor: 1,
		efficiencyFactor: 1,
		voltageErrorV: 0.001 * draw(),
		currentFactor: 1,
		tag: 'drill'
	};
	const bench = new StandInBench(600);
	const said = (line: string): unknown => {
		const answer = bench.answer(line);
		return answer.startsWith('OK ') ? (JSON.parse(answer.slice(3)) as unknown) : answer;
	};
	said(`FAULTS c/A ${JSON.stringify(faults)}`);
	said(`POSE c/A ${JSON.stringify(truth)}`);
	const check = CheckAnswer.parse(said('CHECK c/A'));
	const balance = (drill.balance ?? true) && !nickel;
	const currentA = Math.min(STAND_IN_SPEC.maxCurrentA, Math.round((drill.rateC ?? 1) * capacityAh * 10) / 10);
	const endVoltageV = nickel ? null : chemistry.voltages.setMaxV;
	const leg = {
		kind: 'charge',
		currentA,
		endVoltageV,
		taperA: nickel ? null : 0.1 * currentA,
		balance,
		deltaV: nickel ? DELTA_V : null,
		timerMin: 240
	};
	const keyed = { runId: 'drill', chemistry: drill.chemistry, cells, legs: [leg] };
	const started = drill.minutes === 'check' ? 'ERR' : said(`START c/A ${JSON.stringify(keyed)}`);
	const refused =
		typeof started === 'string' && started.startsWith('ERR ') ? started.replace(/^ERR \S+ /, '') : null;
	const parts: Telemetry[] = [emptyTelemetry(0)];
	let status = StatusAnswer.parse(said('STATUS c/A'));
	for (let from = 0; drill.minutes !== 'check' && refused === null;) {
		bench.tick(0.1);
		const log = LogAnswer.parse(said(`LOG c/A {"runId":"drill","from":${from}}`));
		from += log.timeS.length;
		parts.push(log);
		status = StatusAnswer.parse(said('STATUS c/A'));
		if (status.state !== 'running' || status.timeS >= 60 * drill.minutes) break;
	}
	return {
		pack: { chemistry: drill.chemistry, cells, capacityAh },
		program: { currentA, endVoltageV, balance, powerW: STAND_IN_SPEC.channelPowerW },
		check,
		refused,
		status,
		log: thinned(joined(parts), MOST_POINTS)
	};
}

const usual = (clue: ClueId): string =>
	Object.entries(clueOf(clue).usual).reduce((best, x) => (x[1] > best[1] ? x : best))[0];

/**
 * What a look finds: what the charger shows is read off it, what hands and meter find is the
 * drill's, the rest is as usual.
 */
export function finding(drill: Drill, world: World, clue: ClueId): { answer: string; detail: string } {
	const { check, log, pack, program } = world;
	const found = drill.finds[clue] as string | undefined;
	const k = log.timeS.length - 1;
	const cellV = k >= 0 && log.cellV.length ? log.cellV.map((c) => c[k]) : check.cellV;
	const packV = k >= 0 ? log.packV[k] : check.packV;
	const sum = cellV.reduce((a, b) => a + b, 0);
	const volts = (v: number) => `${v.toFixed(2)} V`;
	if (clue === 'count') {
		const read = check.packV < 0.3 ? 0 : check.cells;
		if (read === null) return { answer: 'as the pack has', detail: 'it cannot count these' };
		const answer =
			read === 0
				? 'none'
				: read === pack.cells
					? 'as the pack has'
					: read === pack.cells - 1
						? 'one less'
						: 'another number';
		return { answer, detail: `set ${pack.cells}S, read ${read}S` };
	}
	if (clue === 'cell-page' && chemistryOf(pack.chemistry).family === 'lithium')
		return cellV.length
			? {
					answer: cellPage(chemistryOf(pack.chemistry), cellV),
					detail: cellV.map((v) => v.toFixed(3)).join(' ')
				}
			: { answer: 'all zero', detail: '0.000 everywhere' };
	if (clue === 'main-sum' && cellV.length) {
		const off = packV - sum;
		const detail = `main ${volts(packV)}, cells add to ${volts(sum)}`;
		if (packV < 0.3) return { answer: 'main reads nothing', detail };
		if (Math.abs(off) < 0.01 * pack.cells + 0.01) return { answer: 'agree', detail };
		return { answer: off > 0.5 * (sum / pack.cells) ? 'main more by a cell' : 'main a little more', detail };
	}
	if (clue === 'near-end' && program.endVoltageV !== null && k >= 0) {
		const high = cellV.length ? Math.max(...cellV) : packV / pack.cells;
		return {
			answer: high >= program.endVoltageV - 0.03 ? 'yes' : 'no, well below',
			detail: `highest cell ${volts(high)}`
		};
	}
	if (clue === 'balance-on') return { answer: program.balance ? 'yes' : 'no', detail: '' };
	return { answer: found ?? usual(clue), detail: '' };
}

export const isClue = (id: string): id is ClueId => id in CLUES;
