/**
 * One channel of the simulated charger: what is plugged in, what runs, and every sample kept
 * since the start.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import { countFromVolts } from '../core/pack/cell-count';
import { ocvAt } from '../core/chemistry/curve';
import { emptyTelemetry } from '../core/simulate/telemetry';
import { bent } from './bent-curve';
import { PHASES } from '../core/simulate/charge-control';
import { goesOn, restLeg, simulateLeg, type Leg } from '../core/simulate/legs';
import type { PackModel } from '../core/simulate/pack-model';
import type { PackSimulation } from '../core/simulate/pack-simulation';
import type {
	CheckAnswer,
	Fault,
	KeyedLeg,
	KeyedProgram,
	LogAnswer,
	PackTruth,
	StatusAnswer
} from '../link/protocol';
import { cellsShown, CONFIRM_WITHIN_S, faultNow, faulty, leaks, oddCell, SupplyWatch } from './faults';
import { MOST_SAMPLES, SAMPLE_EVERY_S, STAND_IN_SPEC } from './spec';

const STEP_S = 1;

export type Refusal = { code: string; words: string };

function modelOf(truth: PackTruth): PackModel {
	const chemistry = chemistryOf(truth.chemistry);
	const { relaxS, resistanceDoublesPerK, heatCapacityJPerKAh, coolingS, coulombicEfficiency } =
		chemistry.defaults;
	const meanAh = truth.capacityAh.reduce((a, b) => a + b, 0) / truth.capacityAh.length;
	return {
		curve: bent(chemistry.curve, truth.curveBend),
		capacityAh: Float64Array.from(truth.capacityAh),
		startSoc: Float64Array.from(truth.soc),
		seriesOhm: Float64Array.from(truth.seriesOhm),
		relaxOhm: Float64Array.from(truth.relaxOhm),
		relaxS,
		resistanceDoublesPerK,
		heatCapacityJPerK: heatCapacityJPerKAh * meanAh * truth.capacityAh.length,
		coolingS: coolingS / truth.coolingFactor,
		startDegC: truth.startDegC,
		ambientDegC: truth.ambientDegC,
		coulombicEfficiency: coulombicEfficiency * truth.efficiencyFactor,
		acceptance: chemistry.acceptance,
		slowing: chemistry.slowing && {
			fullOhm: chemistry.slowing.fullOhmAh / meanAh,
			widthSoc: chemistry.slowing.widthSoc
		},
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

/**
 * What this charger does with a keyed leg. The output power stays the channel's own, whatever is
 * keyed.
 */
function legOf(keyed: KeyedLeg, truth: PackTruth, output: Output, faults: readonly Fault[]): Leg {
	const seesCells = truth.balanceLead && !faultNow(faults, 'balance lead off', 0);
	const wrongEndV = faultNow(faults, 'wrong end', 0)?.byV ?? 0;
	const { voltageErrorV, currentFactor } = truth;
	const guards = {
		timerS: (keyed.timerMin ?? Infinity) * 60,
		// It counts what it shows.
		capacityLimitAh: (keyed.capacityLimitAh ?? Infinity) * currentFactor,
		temperatureLimitDegC: keyed.temperatureLimitDegC ?? Infinity
	};
	const { goesOnAnyway, currentA } = keyed;
	if (keyed.kind === 'rest') return { ...restLeg(guards.timerS), goesOnAnyway };
	if (keyed.kind === 'discharge')
		return {
			kind: 'discharge',
			goesOnAnyway,
			control: {
				...guards,
				// A cell that is really higher than it reads is stopped sooner on its way down.
				voltageErrorV: -voltageErrorV,
				currentFactor,
				currentA: Math.min(currentA, STAND_IN_SPEC.dischargeCurrentA),
				powerW: STAND_IN_SPEC.dischargePowerW,
				endVoltageV: keyed.endVoltageV ?? 0,
				seesCells
			}
		};
	const endVoltageV = (keyed.endVoltageV ?? Infinity) + wrongEndV;
	return {
		kind: 'charge',
		goesOnAnyway,
		control: {
			...guards,
			voltageErrorV,
			currentFactor,
			currentA,
			endVoltageV,
			get powerW() {
				return output.powerW;
			},
			taperA: keyed.taperA ?? currentA / 10,
			seesCells,
			balanceCurrentA: keyed.balance ? STAND_IN_SPEC.balanceCurrentA : 0,
			balanceFromV: endVoltageV - STAND_IN_SPEC.balanceBelowEndV,
			balanceToleranceV: STAND_IN_SPEC.balancedV,
			dip:
				keyed.deltaV === null || faultNow(faults, 'missed dip', 0)
					? null
					: {
							onlyFromSoc: 0,
							deltaV: keyed.deltaV,
							holdOffS: keyed.holdOffS,
							riseKPerMin: keyed.riseKPerMin ?? Infinity
						},
			reached: keyed.reached
		}
	};
}

export class StandInChannel {
	/** What is wrong with pack, leads, charger and supply; stays as it is whatever is plugged in. */
	faults: readonly Fault[] = [];
	/** Why it gave up, in its own words; null while it has not. */
	private failed: string | null = null;
	private supply = new SupplyWatch();
	private leakA: number[] = [];
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

	/** The run that is on the channel, or was until a pack was plugged in; null for none. */
	get runId(): string | null {
		return this.program?.runId ?? null;
	}

	get running(): boolean {
		return this.simulation !== null && this.simulation.endReason === null && this.failed === null;
	}

	/** Simulated minutes of the run; 0 before one. */
	private get atMin(): number {
		return this.simulation ? (this.offsetS + this.simulation.timeS) / 60 : 0;
	}

	/** Output power now, W. */
	get outputW(): number {
		return this.running ? this.simulation!.outputW : 0;
	}

	/** Cells are seen through a balance lead; a lone cell is its own main lead. */
	private get seesCells(): boolean {
		return this.truth !== null && (this.truth.balanceLead || this.truth.capacityAh.length === 1);
	}

	/**
	 * The cells as its own page shows them, of cells that really stand at `realV`; none where no
	 * balance lead is seen.
	 */
	private shownCells(realV: readonly number[], currentA: number): number[] {
		if (!this.seesCells) return [];
		return cellsShown(
			realV.map((v) => this.shownV(v)),
			this.truth!.balanceLead ? this.faults : [],
			this.atMin,
			currentA
		);
	}

	private forget(truth: PackTruth | null): void {
		this.truth = truth;
		this.program = this.simulation = this.model = null;
		this.failed = null;
		this.log = emptyTelemetry(truth?.capacityAh.length ?? 0);
	}

	plug(truth: PackTruth): Refusal | null {
		if (this.running) return { code: 'busy', words: 'a pack is charging on this channel' };
		this.forget(faulty(truth, this.faults));
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
		const curve = bent(chemistryOf(truth.chemistry).curve, truth.curveBend);
		const real = this.simulation
			? Array.from(this.simulation.cellV)
			: truth.soc.map((soc) => ocvAt(curve, soc));
		const mV = (v: number) => Math.round(v * 1000) / 1000;
		const open = faultNow(this.faults, 'main lead open', this.atMin);
		const packV = open ? 0 : mV(real.reduce((sum, v) => sum + this.shownV(v), 0));
		return {
			cells: open ? null : countFromVolts(chemistryOf(truth.chemistry), packV),
			packV,
			cellV: this.shownCells(real, 0).map(mV)
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
		const wired = this.wiredWrong(program);
		if (wired) return wired;
		this.model = modelOf(truth);
		this.leakA = leaks(cells, this.faults);
		this.failed = null;
		this.supply = new SupplyWatch();
		this.output.powerW = STAND_IN_SPEC.channelPowerW;
		this.legs = program.legs.map((leg) => legOf(leg, truth, this.output, this.faults));
		this.legAt = this.offsetS = 0;
		this.simulation = simulateLeg(this.model, this.legs[0]);
		this.program = program;
		this.log = emptyTelemetry((this.check() as CheckAnswer).cellV.length);
		this.owedS = this.nextSampleS = 0;
		return null;
	}

	/** What its leads say before a start. */
	private wiredWrong(program: KeyedProgram): Refusal | null {
		const { packV, cellV } = this.check() as CheckAnswer;
		if (packV === 0) return { code: 'main', words: 'no pack is seen on the main lead' };
		if (program.legs.some((l) => l.balance) && this.truth!.balanceLead && cellV.length === 0)
			return { code: 'balance', words: 'no balance lead is seen' };
		const odd = oddCell(cellV, program.chemistry);
		return odd === null ? null : { code: 'cell', words: odd };
	}

	/** Stops a run; one that has ended stays as it ended. */
	stop(runId: string): Refusal | null {
		if (this.program?.runId !== runId) return { code: 'gone', words: 'this run is not on the channel' };
		if (this.running) this.simulation!.stop();
		return null;
	}

	/** Lets `seconds` of simulated time pass with at most `powerW` of output. */
	advance(seconds: number, powerW: number): void {
		if (!this.running) return;
		this.owedS += seconds;
		while (this.owedS >= STEP_S && this.running) {
			const simulation = this.simulation!;
			const weak = faultNow(this.faults, 'weak supply', this.atMin);
			// One that trips is asked for all of it first.
			const supplyW = weak && !weak.trips ? weak.watts : Infinity;
			this.output.powerW = Math.max(0.1, Math.min(STAND_IN_SPEC.channelPowerW, powerW, supplyW));
			simulation.step(STEP_S);
			this.leakA.forEach((a, i) => {
				simulation.soc[i] -= (a * STEP_S) / 3600 / this.model!.capacityAh[i];
			});
			this.owedS -= STEP_S;
			const timeS = this.offsetS + simulation.timeS;
			if (simulation.endReason === null) this.failed = this.trouble(simulation);
			if (timeS >= CONFIRM_WITHIN_S && faultNow(this.faults, 'not confirmed', 0))
				return this.forget(this.truth);
			if (timeS >= this.nextSampleS || !this.running) {
				this.keep(simulation, timeS);
				this.nextSampleS = timeS + SAMPLE_EVERY_S;
			}
			if (simulation.endReason !== null) this.nextLeg(simulation);
		}
	}

	/** What makes it give up now, in its own words; null for nothing. */
	private trouble(simulation: PackSimulation): string | null {
		const { faults, atMin } = this;
		if (faultNow(faults, 'main lead open', atMin)) return 'main lead lost';
		if (
			this.seesCells &&
			faultNow(faults, 'balance lead off', atMin) &&
			!faultNow(faults, 'balance lead off', 0)
		)
			return 'balance lead lost';
		if (faultNow(faults, 'charger hot', atMin)) return 'charger too hot';
		if (this.supply.trips(faults, atMin, simulation.outputW, STEP_S)) return 'input volts too low';
		const shown = this.shownCells(Array.from(simulation.cellV), simulation.currentA);
		return oddCell(shown, this.truth!.chemistry);
	}

	/** Goes on with the next leg where there is one and the last did not end the program. */
	private nextLeg(ended: PackSimulation): void {
		const leg = this.legs[this.legAt];
		if (this.legAt + 1 >= this.legs.length || !goesOn(leg, ended)) return;
		this.offsetS += ended.timeS;
		this.legAt++;
		this.simulation = simulateLeg(this.model!, this.legs[this.legAt], ended.state);
	}

	/** Volts of one cell as this charger reads them, V. */
	private shownV(realV: number): number {
		return realV - (this.truth?.voltageErrorV ?? 0);
	}

	/** Current and charge as this charger counts them. */
	private counted(real: number): number {
		return real / (this.truth?.currentFactor ?? 1);
	}

	/** Keeps a sample of what the charger shows, which is not quite what is. */
	private keep(simulation: PackSimulation, timeS: number): void {
		const { log } = this;
		log.timeS.push(timeS);
		log.currentA.push(this.counted(simulation.currentA));
		log.packV.push(this.shownPackV(simulation));
		log.chargeAh.push(this.counted(simulation.chargeAh));
		log.temperatureDegC.push(simulation.temperatureDegC);
		const shown = this.shownCells(Array.from(simulation.cellV), simulation.currentA);
		log.cellV.forEach((column, i) => column.push(shown[i] ?? 0));
	}

	private shownPackV(simulation: PackSimulation): number {
		return simulation.packV - simulation.cellV.length * (this.truth?.voltageErrorV ?? 0);
	}

	status(): Omit<StatusAnswer, 'upS'> {
		const s = this.simulation;
		return {
			state: !this.truth ? 'empty' : !s ? 'plugged' : this.running ? 'running' : 'ended',
			tag: this.truth?.tag ?? null,
			runId: this.runId,
			samples: this.log.timeS.length,
			leg: this.legAt + 1,
			legs: Math.max(1, this.legs.length),
			timeS: s ? this.offsetS + s.timeS : 0,
			currentA: this.running ? this.counted(s!.currentA) : 0,
			packV: s ? this.shownPackV(s) : 0,
			chargeAh: this.counted(s?.chargeAh ?? 0),
			phase: s ? PHASES[s.phase] : null,
			endReason: this.failed !== null ? 'charger error' : (s?.endReason ?? null),
			message: this.failed
		};
	}

	/** Samples of a run from number `from` on, at most {@link MOST_SAMPLES}. */
	samples(runId: string, from: number): LogAnswer | Refusal {
		if (this.program?.runId !== runId) return { code: 'gone', words: 'this run is not on the channel' };
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
