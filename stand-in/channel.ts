/** One channel of the simulated charger: what is plugged in, what runs, and every sample kept since the start. */
import { chemistryOf } from '../core/chemistry/catalogue';
import { countFromVolts } from '../core/pack/cell-count';
import { ocvAt } from '../core/chemistry/curve';
import { emptyTelemetry } from '../core/log/telemetry';
import { BALANCE_BELOW_END_V, BALANCED_V } from '../core/forecast/assume';
import { PHASES } from '../core/simulate/charge-control';
import { goesOn, restLeg, simulateLeg, type Leg } from '../core/simulate/legs';
import type { PackModel } from '../core/simulate/pack-model';
import type { PackSimulation } from '../core/simulate/pack-simulation';
import type { CheckAnswer, KeyedLeg, KeyedProgram, LogAnswer, PackTruth, StatusAnswer } from './protocol';
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
		coulombicEfficiency,
		acceptance: chemistry.acceptance,
		falsePeakV: truth.falsePeakV,
		falsePeakS: chemistry.endOfCharge.kind === 'dip' ? chemistry.endOfCharge.falsePeakS : 1,
		peukert: chemistry.peukert && {
			exponent: chemistry.peukert.exponent,
			ratedA: meanAh / chemistry.peukert.ratedHours
		}
	};
}

/** The power that a channel may put out now; shared, so that it can be lowered while a leg runs. */
interface Output {
	powerW: number;
}

/** What this charger does with a keyed leg. The output power stays the channel's own, whatever is keyed. */
function legOf(keyed: KeyedLeg, seesCells: boolean, output: Output): Leg {
	const guards = {
		timerS: (keyed.timerMin ?? Infinity) * 60,
		capacityLimitAh: keyed.capacityLimitAh ?? Infinity,
		temperatureLimitDegC: keyed.temperatureLimitDegC ?? Infinity
	};
	const exact = { voltageErrorV: 0, currentFactor: 1 };
	const { goesOnAnyway, currentA } = keyed;
	if (keyed.kind === 'rest') return { ...restLeg(guards.timerS), goesOnAnyway };
	if (keyed.kind === 'discharge')
		return {
			kind: 'discharge',
			goesOnAnyway,
			control: {
				...guards,
				...exact,
				currentA: Math.min(currentA, STAND_IN_SPEC.dischargeCurrentA),
				powerW: STAND_IN_SPEC.dischargePowerW,
				endVoltageV: keyed.endVoltageV ?? 0,
				seesCells
			}
		};
	const endVoltageV = keyed.endVoltageV ?? Infinity;
	return {
		kind: 'charge',
		goesOnAnyway,
		control: {
			...guards,
			...exact,
			currentA,
			endVoltageV,
			get powerW() {
				return output.powerW;
			},
			taperA: keyed.taperA ?? currentA / 10,
			seesCells,
			balanceCurrentA: keyed.balance ? STAND_IN_SPEC.balanceCurrentA : 0,
			balanceFromV: endVoltageV - BALANCE_BELOW_END_V,
			balanceToleranceV: BALANCED_V,
			dip:
				keyed.deltaV === null
					? null
					: {
							deltaV: keyed.deltaV,
							holdOffS: keyed.holdOffS,
							riseKPerMin: keyed.riseKPerMin ?? Infinity
						},
			reached: keyed.reached
		}
	};
}

export class StandInChannel {
	private truth: PackTruth | null = null;
	private model: PackModel | null = null;
	private program: KeyedProgram | null = null;
	private legs: Leg[] = [];
	private legAt = 0;
	/** Simulated time before the leg that runs, s. */
	private offsetS = 0;
	private simulation: PackSimulation | null = null;
	private readonly output: Output = { powerW: STAND_IN_SPEC.channelPowerW };
	private log = emptyTelemetry(0);
	private owedS = 0;
	private nextSampleS = 0;

	constructor(readonly label: string) {}

	get running(): boolean {
		return this.simulation !== null && this.simulation.endReason === null;
	}

	/** Output power now, W. */
	get outputW(): number {
		return this.simulation?.outputW ?? 0;
	}

	/** Cells are seen through a balance lead; a lone cell is its own main lead. */
	private get seesCells(): boolean {
		return this.truth !== null && (this.truth.balanceLead || this.truth.capacityAh.length === 1);
	}

	private forget(truth: PackTruth | null): void {
		this.truth = truth;
		this.program = this.simulation = this.model = null;
		this.log = emptyTelemetry(truth?.capacityAh.length ?? 0);
	}

	plug(truth: PackTruth): Refusal | null {
		if (this.running) return { code: 'busy', words: 'a pack is charging on this channel' };
		this.forget(truth);
		return null;
	}

	unplug(): Refusal | null {
		if (this.running) return { code: 'busy', words: 'stop the run before unplugging' };
		this.forget(null);
		return null;
	}

	check(): CheckAnswer | Refusal {
		const { truth } = this;
		if (!truth) return { code: 'empty', words: 'no pack is connected' };
		const { curve } = chemistryOf(truth.chemistry);
		const cellV = this.simulation
			? Array.from(this.simulation.cellV)
			: truth.soc.map((soc) => Math.round(ocvAt(curve, soc) * 1000) / 1000);
		const packV = cellV.reduce((a, b) => a + b, 0);
		return {
			cells: countFromVolts(chemistryOf(truth.chemistry), packV),
			packV,
			cellV: this.seesCells ? cellV : []
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
		if (program.legs.some((l) => l.currentA > STAND_IN_SPEC.maxCurrentA))
			return { code: 'range', words: 'current above the channel' };
		if (program.legs.some((l) => l.balance) && !truth.balanceLead)
			return { code: 'balance', words: 'no balance lead is seen' };
		this.model = modelOf(truth);
		this.output.powerW = STAND_IN_SPEC.channelPowerW;
		this.legs = program.legs.map((leg) => legOf(leg, truth.balanceLead, this.output));
		this.legAt = this.offsetS = 0;
		this.simulation = simulateLeg(this.model, this.legs[0]);
		this.program = program;
		this.log = emptyTelemetry(this.seesCells ? cells : 0);
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
		if (!this.running) return;
		this.output.powerW = Math.min(STAND_IN_SPEC.channelPowerW, powerW);
		this.owedS += seconds;
		while (this.owedS >= STEP_S && this.running) {
			const simulation = this.simulation!;
			simulation.step(STEP_S);
			this.owedS -= STEP_S;
			const timeS = this.offsetS + simulation.timeS;
			if (timeS >= this.nextSampleS || simulation.endReason !== null) {
				this.keep(simulation, timeS);
				this.nextSampleS = timeS + SAMPLE_EVERY_S;
			}
			if (simulation.endReason !== null) this.nextLeg(simulation);
		}
	}

	/** Goes on with the next leg where there is one and the last did not end the program. */
	private nextLeg(ended: PackSimulation): void {
		const leg = this.legs[this.legAt];
		if (this.legAt + 1 >= this.legs.length || !goesOn(leg, ended)) return;
		this.offsetS += ended.timeS;
		this.legAt++;
		this.simulation = simulateLeg(this.model!, this.legs[this.legAt], ended.state);
	}

	private keep(simulation: PackSimulation, timeS: number): void {
		const { log } = this;
		log.timeS.push(timeS);
		log.currentA.push(simulation.currentA);
		log.packV.push(simulation.packV);
		log.chargeAh.push(simulation.chargeAh);
		log.temperatureDegC.push(simulation.temperatureDegC);
		log.cellV.forEach((column, i) => column.push(simulation.cellV[i]));
	}

	status(): StatusAnswer {
		const s = this.simulation;
		return {
			state: !this.truth ? 'empty' : !s ? 'plugged' : this.running ? 'running' : 'ended',
			tag: this.truth?.tag ?? null,
			runId: this.program?.runId ?? null,
			samples: this.log.timeS.length,
			leg: this.legAt + 1,
			legs: Math.max(1, this.legs.length),
			timeS: s ? this.offsetS + s.timeS : 0,
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
