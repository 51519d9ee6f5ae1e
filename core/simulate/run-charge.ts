/** Runs a whole charge and keeps a decimated trace of it. The trace is for drawing; what decides is read off every step. */
import { emptyTelemetry, type Telemetry } from '../log/telemetry';
import { PHASES, type ChargeControl, type EndReason, type Phase } from './charge-control';
import { ChargeSimulation } from './charge-simulation';
import type { PackModel } from './pack-model';

/** No charge is followed for longer than this, s: a day. A control without a usable timer ends here. */
const LONGEST_S = 86400;

/** A run's course as columns, in the same shape as telemetry, so that a forecast and a real run are drawn and kept alike. */
export type Trace = Telemetry;

export interface ChargeOutcome {
	endReason: EndReason;
	timeS: number;
	/** When constant voltage began, s; null when it never did. */
	voltagePhaseFromS: number | null;
	chargeAh: number;
	energyWh: number;
	peakTemperatureDegC: number;
	peakPowerW: number;
	/** Highest volts any cell reached. */
	highestCellV: number;
	/** Volts of each cell at the end, under whatever current was left. */
	endCellV: number[];
	endSoc: number[];
	/** Phases in order with the time each began, s. */
	phases: { phase: Phase; fromS: number }[];
	trace: Trace;
}

export interface RunOptions {
	/** Step, s. */
	dtS: number;
	/** Seconds between trace points; 0 keeps none. */
	traceEveryS: number;
	/** After this time the step is three times as long: for forecasts, whose tail changes slowly. Default: never. */
	stretchAfterS?: number;
}

function keep(trace: Trace, sim: ChargeSimulation): void {
	trace.timeS.push(sim.timeS);
	trace.currentA.push(sim.currentA);
	trace.packV.push(sim.packV);
	trace.chargeAh.push(sim.chargeAh);
	trace.temperatureDegC.push(sim.temperatureDegC);
	for (let i = 0; i < sim.cells; i++) trace.cellV[i].push(sim.cellV[i]);
}

/** Charges `model` under `control` to its end. Deterministic; throws nothing for any finite positive input. */
export function runCharge(model: PackModel, control: ChargeControl, options: RunOptions): ChargeOutcome {
	const sim = new ChargeSimulation(model, control);
	const trace = emptyTelemetry(sim.cells);
	const phases: ChargeOutcome['phases'] = [];
	const stretchAfterS = options.stretchAfterS ?? Infinity;
	let traceAtS = 0;
	let lastPhase = -1;
	while (sim.endReason === null && sim.timeS < LONGEST_S) {
		const dtS = sim.timeS < stretchAfterS ? options.dtS : 3 * options.dtS;
		sim.step(dtS);
		if (sim.phase !== lastPhase) {
			lastPhase = sim.phase;
			phases.push({ phase: PHASES[sim.phase], fromS: sim.timeS - dtS });
		}
		if (options.traceEveryS > 0 && sim.timeS >= traceAtS) {
			keep(trace, sim);
			traceAtS = sim.timeS + options.traceEveryS - dtS / 2;
		}
	}
	if (options.traceEveryS > 0 && trace.timeS.at(-1) !== sim.timeS) keep(trace, sim);
	return {
		endReason: sim.endReason ?? 'timer',
		timeS: sim.timeS,
		voltagePhaseFromS: Number.isNaN(sim.voltagePhaseFromS) ? null : sim.voltagePhaseFromS,
		chargeAh: sim.chargeAh,
		energyWh: sim.energyWh,
		peakTemperatureDegC: sim.peakTemperatureDegC,
		peakPowerW: sim.peakPowerW,
		highestCellV: sim.highestCellV,
		endCellV: Array.from(sim.cellV),
		endSoc: Array.from(sim.soc),
		phases,
		trace
	};
}
