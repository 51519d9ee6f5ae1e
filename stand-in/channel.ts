/** One channel of the simulated charger: what is plugged in, what runs, and every sample kept since the start. */
import { chemistryOf } from '../core/chemistry/catalogue';
import { ocvAt } from '../core/chemistry/curve';
import { emptyTelemetry } from '../core/log/telemetry';
import { BALANCE_BELOW_END_V, BALANCED_V } from '../core/simulate/assume';
import { PHASES, type ChargeControl } from '../core/simulate/charge-control';
import { ChargeSimulation } from '../core/simulate/charge-simulation';
import type { PackModel } from '../core/simulate/pack-model';
import type { CheckAnswer, KeyedProgram, LogAnswer, PackTruth, StatusAnswer } from './protocol';
import { MOST_SAMPLES, SAMPLE_EVERY_S, STAND_IN_SPEC } from './spec';

const STEP_S = 1;

export type Refusal = { code: string; words: string };

function modelOf(truth: PackTruth): PackModel {
	const chemistry = chemistryOf(truth.chemistry);
	const { relaxS, resistanceDoublesPerK, heatCapacityJPerKAh, coolingS, coulombicEfficiency } =
		chemistry.defaults;
	const meanAh = truth.capacityAh.reduce((a, b) => a + b, 0) / truth.capacityAh.length;
	return {
		curve: chemistry.curve,
		capacityAh: Float64Array.from(truth.capacityAh),
		startSoc: Float64Array.from(truth.soc),
		seriesOhm: Float64Array.from(truth.seriesOhm),
		relaxOhm: Float64Array.from(truth.relaxOhm),
		relaxS,
		resistanceDoublesPerK,
		heatCapacityJPerK: heatCapacityJPerKAh * meanAh * truth.capacityAh.length,
		coolingS,
		startDegC: truth.startDegC,
		ambientDegC: truth.ambientDegC,
		coulombicEfficiency
	};
}

export class StandInChannel {
	private truth: PackTruth | null = null;
	private program: KeyedProgram | null = null;
	private simulation: ChargeSimulation | null = null;
	private control: (ChargeControl & { powerW: number }) | null = null;
	private log = emptyTelemetry(0);
	private owedS = 0;
	private nextSampleS = 0;

	constructor(readonly label: string) {}

	get running(): boolean {
		return this.simulation !== null && this.simulation.endReason === null;
	}

	/** Output power now, W. */
	get outputW(): number {
		return this.running ? this.simulation!.packV * this.simulation!.currentA : 0;
	}

	plug(truth: PackTruth): Refusal | null {
		if (this.running) return { code: 'busy', words: 'a pack is charging on this channel' };
		this.truth = truth;
		this.program = this.simulation = this.control = null;
		this.log = emptyTelemetry(truth.capacityAh.length);
		return null;
	}

	unplug(): Refusal | null {
		if (this.running) return { code: 'busy', words: 'stop the run before unplugging' };
		this.truth = this.program = this.simulation = this.control = null;
		this.log = emptyTelemetry(0);
		return null;
	}

	check(): CheckAnswer | Refusal {
		const { truth } = this;
		if (!truth) return { code: 'empty', words: 'no pack is connected' };
		const { curve, voltages } = chemistryOf(truth.chemistry);
		const cellV = this.simulation
			? Array.from(this.simulation.cellV)
			: truth.soc.map((soc) => Math.round(ocvAt(curve, soc) * 1000) / 1000);
		const packV = cellV.reduce((a, b) => a + b, 0);
		return {
			cells: Math.ceil(packV / (voltages.cellMaxV + 0.01)),
			packV,
			cellV: truth.balanceLead ? cellV : []
		};
	}

	start(program: KeyedProgram): Refusal | null {
		const { truth } = this;
		if (this.program?.runId === program.runId) return null;
		if (!truth) return { code: 'empty', words: 'no pack is connected' };
		if (this.running) return { code: 'busy', words: 'a run is going on' };
		const cells = truth.capacityAh.length;
		if (program.cells !== cells)
			return { code: 'cells', words: `${program.cells} cells are set and ${cells} are connected` };
		if (program.currentA > STAND_IN_SPEC.maxCurrentA)
			return { code: 'range', words: 'current above the channel' };
		if (program.balance && !truth.balanceLead) return { code: 'balance', words: 'no balance lead is seen' };
		this.control = {
			currentA: program.currentA,
			endVoltageV: program.endVoltageV,
			powerW: STAND_IN_SPEC.channelPowerW,
			taperA: program.taperA,
			timerS: (program.timerMin ?? Infinity) * 60,
			capacityLimitAh: program.capacityLimitAh ?? Infinity,
			temperatureLimitDegC: program.temperatureLimitDegC ?? Infinity,
			seesCells: truth.balanceLead,
			balanceCurrentA: program.balance ? STAND_IN_SPEC.balanceCurrentA : 0,
			balanceFromV: program.endVoltageV - BALANCE_BELOW_END_V,
			balanceToleranceV: BALANCED_V,
			voltageErrorV: 0,
			currentFactor: 1
		};
		this.simulation = new ChargeSimulation(modelOf(truth), this.control);
		this.program = program;
		this.log = emptyTelemetry(cells);
		this.owedS = this.nextSampleS = 0;
		return null;
	}

	stop(): Refusal | null {
		if (!this.simulation) return { code: 'idle', words: 'nothing is running' };
		this.simulation.stop();
		return null;
	}

	/** Lets `seconds` of simulated time pass with at most `powerW` of output. */
	advance(seconds: number, powerW: number): void {
		const { simulation, control } = this;
		if (!simulation || !control || !this.running) return;
		control.powerW = Math.min(STAND_IN_SPEC.channelPowerW, powerW);
		this.owedS += seconds;
		while (this.owedS >= STEP_S && this.running) {
			simulation.step(STEP_S);
			this.owedS -= STEP_S;
			if (simulation.timeS >= this.nextSampleS || simulation.endReason !== null) {
				this.keep(simulation);
				this.nextSampleS = simulation.timeS + SAMPLE_EVERY_S;
			}
		}
	}

	private keep(simulation: ChargeSimulation): void {
		const { log } = this;
		log.timeS.push(simulation.timeS);
		log.currentA.push(simulation.currentA);
		log.packV.push(simulation.packV);
		log.chargeAh.push(simulation.chargeAh);
		log.temperatureDegC.push(simulation.temperatureDegC);
		for (let i = 0; i < simulation.cells; i++) log.cellV[i].push(simulation.cellV[i]);
	}

	status(): StatusAnswer {
		const s = this.simulation;
		return {
			state: !this.truth ? 'empty' : !s ? 'plugged' : this.running ? 'running' : 'ended',
			tag: this.truth?.tag ?? null,
			runId: this.program?.runId ?? null,
			samples: this.log.timeS.length,
			timeS: s?.timeS ?? 0,
			currentA: this.running ? s!.currentA : 0,
			packV: s?.packV ?? 0,
			chargeAh: s?.chargeAh ?? 0,
			phase: s ? PHASES[s.phase] : null,
			endReason: s?.endReason ?? null
		};
	}

	/** Samples from number `from` on, at most {@link MOST_SAMPLES}. */
	samples(from: number): LogAnswer {
		const { log } = this;
		const to = Math.min(log.timeS.length, from + MOST_SAMPLES);
		const part = (column: number[]) => column.slice(from, to);
		return {
			from,
			timeS: part(log.timeS),
			currentA: part(log.currentA),
			packV: part(log.packV),
			chargeAh: part(log.chargeAh),
			temperatureDegC: part(log.temperatureDegC),
			cellV: log.cellV.map(part),
			more: to < log.timeS.length
		};
	}
}
