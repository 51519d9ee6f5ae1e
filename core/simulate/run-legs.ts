/**
 * Runs a whole program and keeps a decimated trace of it. The trace is for drawing; what decides
 * is read off every step.
 */
import { emptyTelemetry, type Telemetry } from './telemetry';
import { PHASES, type ChargeControl, type Phase } from './charge-control';
import type { EndReason } from './end';
import { goesOn, simulateLeg, type Leg } from './legs';
import type { PackModel } from './pack-model';
import type { PackSimulation, SimulatedState } from './pack-simulation';

/** No leg is followed for longer than this, s. A control without a usable end stops here. */
const LONGEST_S = 2 * 86400;

/**
 * No step is stretched beyond this unless it is said otherwise, s: the dip of a nickel charge
 * lasts for minutes.
 */
const LONGEST_STEP_S = 60;

/**
 * A run's course as columns, in the same shape as telemetry, so that a forecast and a real run
 * are drawn and kept alike.
 */
export type Trace = Telemetry;

export interface LegOutcome {
	kind: Leg['kind'];
	fromS: number;
	timeS: number;
	chargeAh: number;
	energyWh: number;
	endReason: EndReason;
}

export interface Outcome {
	/** How the last leg that was begun ended. */
	endReason: EndReason;
	timeS: number;
	/** When constant voltage began, s; null when it never did. */
	voltagePhaseFromS: number | null;
	/** Charge that the leg which moved most of it moved, Ah: what a capacity limit must allow. */
	chargeAh: number;
	energyWh: number;
	/** The longest leg with current, s: what a safety timer must allow. */
	longestLegS: number;
	peakTemperatureDegC: number;
	/** Greatest output of the charger, W; 0 when it only discharges. */
	peakPowerW: number;
	/** Highest volts any cell reached while charging; 0 when there was no charge. */
	highestCellV: number;
	/** Lowest volts any cell reached while discharging; null when there was no discharge. */
	lowestCellV: number | null;
	/** Volts of each cell at the end, under whatever current was left. */
	endCellV: number[];
	endSoc: number[];
	/** Where the pack stands at the end: what follows begins with it. */
	endState: SimulatedState;
	/** Phases in order with the time each began, s. */
	phases: { phase: Phase; fromS: number }[];
	legs: LegOutcome[];
	trace: Trace;
}

export interface RunOptions {
	/** Step, s. */
	dtS: number;
	/** Seconds between trace points; 0 keeps none. */
	traceEveryS: number;
	/**
	 * After this many steps of a leg the step is three times as long, after as many again nine
	 * times, and so on up to `longestStepS`: for forecasts, whose tail changes slowly, so that their
	 * work is bounded. Default: never.
	 */
	stretchAfterSteps?: number;
	/** No step is stretched beyond this, s. Default: a minute. */
	longestStepS?: number;
	/** No leg is followed for longer than this, s. Default: two days. */
	longestS?: number;
}

function keep(trace: Trace, sim: PackSimulation, offsetS: number): void {
	trace.timeS.push(offsetS + sim.timeS);
	trace.currentA.push(sim.currentA);
	trace.packV.push(sim.packV);
	trace.chargeAh.push(sim.chargeAh);
	trace.temperatureDegC.push(sim.temperatureDegC);
	for (let i = 0; i < sim.cells; i++) trace.cellV[i].push(sim.cellV[i]);
}

function begin(model: PackModel): Outcome {
	const cells = model.capacityAh.length;
	const { startDegC } = model;
	return {
		endReason: 'stopped',
		timeS: 0,
		voltagePhaseFromS: null,
		chargeAh: 0,
		energyWh: 0,
		longestLegS: 0,
		peakTemperatureDegC: startDegC,
		peakPowerW: 0,
		highestCellV: 0,
		lowestCellV: null,
		endCellV: [],
		endSoc: [],
		endState: { soc: model.startSoc, relaxV: new Float64Array(cells), temperatureDegC: startDegC },
		phases: [],
		legs: [],
		trace: emptyTelemetry(cells)
	};
}

/** The first phase in which the volts are held. */
const VOLTS_HELD = 2;

/** Follows one leg to its end, or for as long as the options say. */
function followLeg(sim: PackSimulation, out: Outcome, options: RunOptions): void {
	const offsetS = out.timeS;
	const stretchAfter = options.stretchAfterSteps ?? Infinity;
	let dtS = options.dtS;
	let steps = 0;
	const { trace, phases } = out;
	let traceAtS = 0;
	let lastPhase = -1;
	const longestS = options.longestS ?? LONGEST_S;
	while (sim.endReason === null && sim.timeS < longestS) {
		if (++steps > stretchAfter) {
			dtS = Math.max(dtS, Math.min(3 * dtS, options.longestStepS ?? LONGEST_STEP_S));
			steps = 0;
		}
		const steppedS = dtS;
		sim.step(dtS);
		if (sim.phase !== lastPhase) {
			// At held volts the current falls and cells are levelled within minutes: short steps again,
			// but where that takes hours.
			if (lastPhase < VOLTS_HELD && sim.phase >= VOLTS_HELD && options.longestStepS === undefined) {
				dtS = options.dtS;
				steps = 0;
			}
			lastPhase = sim.phase;
			phases.push({ phase: PHASES[sim.phase], fromS: offsetS + sim.timeS - steppedS });
		}
		if (options.traceEveryS > 0 && sim.timeS >= traceAtS) {
			keep(trace, sim, offsetS);
			traceAtS = sim.timeS + options.traceEveryS - dtS / 2;
		}
	}
	if (options.traceEveryS > 0 && trace.timeS.at(-1) !== offsetS + sim.timeS) keep(trace, sim, offsetS);
}

function book(sim: PackSimulation, leg: Leg, out: Outcome): void {
	const endReason = sim.endReason ?? 'timer';
	out.legs.push({
		kind: leg.kind,
		fromS: out.timeS,
		timeS: sim.timeS,
		chargeAh: sim.chargeAh,
		energyWh: sim.energyWh,
		endReason
	});
	if (!Number.isNaN(sim.voltagePhaseFromS)) out.voltagePhaseFromS ??= out.timeS + sim.voltagePhaseFromS;
	out.timeS += sim.timeS;
	out.energyWh += sim.energyWh;
	if (leg.kind !== 'rest') {
		out.endReason = endReason;
		out.chargeAh = Math.max(out.chargeAh, sim.chargeAh);
		out.longestLegS = Math.max(out.longestLegS, sim.timeS);
	}
	if (leg.kind === 'charge') {
		out.peakPowerW = Math.max(out.peakPowerW, sim.peakPowerW);
		out.highestCellV = Math.max(out.highestCellV, sim.highestCellV);
	}
	if (leg.kind === 'discharge') out.lowestCellV = Math.min(out.lowestCellV ?? Infinity, sim.lowestCellV);
	out.peakTemperatureDegC = Math.max(out.peakTemperatureDegC, sim.peakTemperatureDegC);
	out.endCellV = Array.from(sim.cellV);
	out.endSoc = Array.from(sim.soc);
	out.endState = sim.state;
}

/**
 * Runs `legs` one after another on `model`. Deterministic; throws nothing for any finite positive
 * input.
 */
export function runLegs(model: PackModel, legs: readonly Leg[], options: RunOptions): Outcome {
	const out = begin(model);
	let from: SimulatedState | undefined;
	for (const leg of legs) {
		const sim = simulateLeg(model, leg, from);
		followLeg(sim, out, options);
		book(sim, leg, out);
		if (!goesOn(leg, sim)) break;
		from = sim.state;
	}
	return out;
}

/** Charges `model` under `control` to its end. */
export function runCharge(model: PackModel, control: ChargeControl, options: RunOptions): Outcome {
	return runLegs(model, [{ kind: 'charge', control }], options);
}
