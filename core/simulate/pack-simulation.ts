/**
 * The state of a pack while a charger works on it, and what charge, discharge and rest do alike:
 * the resistances that follow temperature, the relaxation pair, warming and cooling, and the
 * guards that cut any run. The whole state lives in typed arrays made once; a step allocates
 * nothing.
 */
import type { EndReason, Guards } from './end';
import { resistanceFactor, type PackModel } from './pack-model';

/**
 * Temperature moves slowly, so the resistances that depend on it are renewed only this often, s.
 */
const RENEW_S = 30;

/** Beyond this no pack is one any more and the model says nothing, °C. */
const BURNS_DEG_C = 200;

/** Where a pack stands: what the next leg of a program begins with. */
export interface SimulatedState {
	soc: Float64Array;
	relaxV: Float64Array;
	temperatureDegC: number;
}

export abstract class PackSimulation {
	readonly cells: number;
	timeS = 0;
	/** Charge moved so far in the direction of this run, Ah. */
	chargeAh = 0;
	energyWh = 0;
	/** Current into the pack, A; negative out of it. */
	currentA = 0;
	/** Volts at the pack, V. */
	packV = 0;
	temperatureDegC: number;
	/** Index into PHASES. */
	phase = 0;
	endReason: EndReason | null = null;
	/** When constant current (or power) gave way to constant voltage, s; NaN before. */
	voltagePhaseFromS = NaN;
	peakTemperatureDegC: number;
	peakPowerW = 0;
	/** Highest volts a cell reached while charging; 0 before. */
	highestCellV = 0;
	/** Lowest volts a cell reached while discharging; Infinity before. */
	lowestCellV = Infinity;
	readonly soc: Float64Array;
	readonly relaxV: Float64Array;
	/** Terminal volts of each cell. */
	readonly cellV: Float64Array;

	protected readonly seriesNow: Float64Array;
	protected readonly slowInverse: Float64Array;
	/** State of charge gained per ampere in one step. */
	protected readonly gain: Float64Array;
	/**
	 * Relaxation volts gained per ampere in one step, and table entries climbed per ampere in one
	 * step.
	 */
	protected readonly relaxGain: Float64Array;
	protected readonly rise: Float64Array;
	protected readonly seriesOhm: Float64Array;
	/**
	 * Volts each cell would end the step at without current, and its rise per ampere over the step.
	 */
	protected readonly emf: Float64Array;
	protected readonly ohm: Float64Array;
	protected decay = 0;
	private renewAtS = 0;
	private stepS = 0;

	constructor(
		protected readonly model: PackModel,
		from?: SimulatedState
	) {
		this.cells = model.capacityAh.length;
		this.soc = Float64Array.from(from?.soc ?? model.startSoc);
		this.relaxV = from ? Float64Array.from(from.relaxV) : new Float64Array(this.cells);
		this.cellV = new Float64Array(this.cells);
		this.seriesNow = new Float64Array(this.cells);
		this.slowInverse = new Float64Array(this.cells);
		this.gain = new Float64Array(this.cells);
		this.relaxGain = new Float64Array(this.cells);
		this.rise = new Float64Array(this.cells);
		this.seriesOhm = new Float64Array(this.cells);
		this.emf = new Float64Array(this.cells);
		this.ohm = new Float64Array(this.cells);
		this.temperatureDegC = this.peakTemperatureDegC = from?.temperatureDegC ?? model.startDegC;
	}

	/** Advances by `dtS` seconds (fixed and small: 0.1 to 60). Does nothing once the run has ended. */
	abstract step(dtS: number): void;

	/** Marks the run as ended by a person. */
	stop(): void {
		this.endReason ??= 'stopped';
	}

	/** Output the charger must find for this pack now, W; 0 while it takes charge out. */
	get outputW(): number {
		return this.currentA > 0 && this.endReason === null ? this.packV * this.currentA : 0;
	}

	/** Where the pack stands now. */
	get state(): SimulatedState {
		return { soc: this.soc, relaxV: this.relaxV, temperatureDegC: this.temperatureDegC };
	}

	/** Must open every step: renews what depends on the step's length and on temperature. */
	protected prepare(dtS: number, efficiency: number): void {
		if (this.stepS !== dtS) {
			const { curve, relaxS, capacityAh } = this.model;
			this.stepS = dtS;
			this.decay = Math.exp(-dtS / relaxS);
			for (let i = 0; i < this.cells; i++) {
				this.gain[i] = ((dtS / 3600) * efficiency) / capacityAh[i];
				this.rise[i] = this.gain[i] / curve.stepSoc;
			}
			this.renewResistances();
		} else if (this.timeS >= this.renewAtS) this.renewResistances();
	}

	private renewResistances(): void {
		const factor = resistanceFactor(this.temperatureDegC, this.model.resistanceDoublesPerK);
		for (let i = 0; i < this.cells; i++) {
			const relaxOhm = this.model.relaxOhm[i] * factor;
			this.seriesNow[i] = this.model.seriesOhm[i] * factor;
			this.slowInverse[i] = relaxOhm > 0 ? 1 / relaxOhm : 0;
			this.relaxGain[i] = relaxOhm * (1 - this.decay);
		}
		this.renewAtS = this.timeS + RENEW_S;
	}

	/**
	 * Must close every step: books what was moved and the heat of `heatW` watts, and lets the guards
	 * cut.
	 */
	protected close(dtS: number, currentA: number, packV: number, heatW: number): void {
		const { model } = this;
		const hours = dtS / 3600;
		const magnitude = currentA < 0 ? -currentA : currentA;
		const power = packV * magnitude;
		this.currentA = currentA;
		this.packV = packV;
		if (power > this.peakPowerW) this.peakPowerW = power;
		this.chargeAh += magnitude * hours;
		this.energyWh += power * hours;
		this.timeS += dtS;
		const cooling = (this.temperatureDegC - model.ambientDegC) / model.coolingS;
		this.temperatureDegC += dtS * (heatW / model.heatCapacityJPerK - cooling);
		if (this.temperatureDegC > BURNS_DEG_C) {
			this.temperatureDegC = BURNS_DEG_C;
			this.endReason = 'temperature';
		}
		if (this.temperatureDegC > this.peakTemperatureDegC) this.peakTemperatureDegC = this.temperatureDegC;
	}

	protected guard(guards: Guards): void {
		if (this.endReason !== null) return;
		if (this.chargeAh >= guards.capacityLimitAh) this.endReason = 'capacity limit';
		else if (this.timeS >= guards.timerS) this.endReason = 'timer';
		else if (this.temperatureDegC >= guards.temperatureLimitDegC) this.endReason = 'temperature';
	}
}
