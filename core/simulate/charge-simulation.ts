/**
 * Steps one charge forward. The whole state lives in typed arrays made once; a step allocates nothing.
 *
 * A step is implicit: with E the volts a cell would end the step at without current, and R the rise of those volts per
 * ampere over the step (series resistance, the relaxation pair's share, and the curve's slope times the charge put in), the
 * current is the least of the set current, the one that reaches the output power, (−E + √(E² + 4RP)) / 2R, and the one that
 * brings the controlling voltage to its end, (V − E) / R. So the end voltage is met at the end of a step and never passed,
 * for any step length. With bleeding, a cell's own current is the pack current less its bleed.
 */
import type { ChargeControl, EndReason } from './charge-control';
import { LOW_SOC, LOW_SOC_RISE, resistanceFactor, type PackModel } from './pack-model';

/** Temperature moves slowly, so the resistances that depend on it are renewed only this often, s. */
const RENEW_S = 30;

/** Shares of the balance tolerance at which a cell starts and stops bleeding; apart, so that it does not chatter. */
const ENGAGE = 0.5;
const RELEASE = 0.2;

export class ChargeSimulation {
	readonly cells: number;
	timeS = 0;
	/** Charge delivered by the charger so far, Ah. */
	chargeAh = 0;
	energyWh = 0;
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
	highestCellV = 0;
	readonly soc: Float64Array;
	readonly relaxV: Float64Array;
	/** Terminal volts of each cell. */
	readonly cellV: Float64Array;
	/** Bleed current of each cell now, A. */
	readonly bleedA: Float64Array;

	private readonly seriesNow: Float64Array;
	private readonly relaxNow: Float64Array;
	private readonly slowInverse: Float64Array;
	/** State of charge gained per ampere in one step. */
	private readonly gain: Float64Array;
	/** Relaxation volts gained per ampere in one step, and table entries climbed per ampere in one step. */
	private readonly relaxGain: Float64Array;
	private readonly rise: Float64Array;
	private readonly seriesOhm: Float64Array;
	/** Volts each cell would end the step at without current, and its rise per ampere over the step. */
	private readonly emf: Float64Array;
	private readonly ohm: Float64Array;
	private renewAtS = 0;
	private balancingStarted = false;
	private stepS = 0;
	private decay = 0;

	constructor(
		private readonly model: PackModel,
		private readonly control: ChargeControl
	) {
		this.cells = model.capacityAh.length;
		this.soc = Float64Array.from(model.startSoc);
		this.relaxV = new Float64Array(this.cells);
		this.cellV = new Float64Array(this.cells);
		this.bleedA = new Float64Array(this.cells);
		this.seriesNow = new Float64Array(this.cells);
		this.relaxNow = new Float64Array(this.cells);
		this.slowInverse = new Float64Array(this.cells);
		this.gain = new Float64Array(this.cells);
		this.relaxGain = new Float64Array(this.cells);
		this.rise = new Float64Array(this.cells);
		this.seriesOhm = new Float64Array(this.cells);
		this.emf = new Float64Array(this.cells);
		this.ohm = new Float64Array(this.cells);
		this.temperatureDegC = this.peakTemperatureDegC = model.startDegC;
	}

	private renewResistances(): void {
		const factor = resistanceFactor(this.temperatureDegC, this.model.resistanceDoublesPerK);
		for (let i = 0; i < this.cells; i++) {
			this.seriesNow[i] = this.model.seriesOhm[i] * factor;
			this.relaxNow[i] = this.model.relaxOhm[i] * factor;
			this.slowInverse[i] = this.relaxNow[i] > 0 ? 1 / this.relaxNow[i] : 0;
			this.relaxGain[i] = this.relaxNow[i] * (1 - this.decay);
		}
		this.renewAtS = this.timeS + RENEW_S;
	}

	/** What depends on the step's length alone is computed when that changes, not in every step. */
	private newStep(dtS: number): void {
		const { curve, relaxS, coulombicEfficiency, capacityAh } = this.model;
		this.stepS = dtS;
		this.decay = Math.exp(-dtS / relaxS);
		for (let i = 0; i < this.cells; i++) {
			this.gain[i] = ((dtS / 3600) * coulombicEfficiency) / capacityAh[i];
			this.rise[i] = this.gain[i] / curve.stepSoc;
		}
		this.renewResistances();
	}

	/** Marks the run as ended by a person. */
	stop(): void {
		this.endReason ??= 'stopped';
	}

	/** Advances by `dtS` seconds (fixed and small: 0.1 to 10). Does nothing once the run has ended. */
	step(dtS: number): void {
		if (this.endReason !== null) return;
		const { model, control, cells, soc, relaxV, cellV, bleedA, emf, ohm } = this;
		if (this.stepS !== dtS) this.newStep(dtS);
		if (this.timeS >= this.renewAtS) this.renewResistances();
		const { gain, rise, relaxGain, slowInverse, seriesNow, seriesOhm } = this;
		const keep = this.decay;
		const { firstSoc, stepSoc, voltsV } = model.curve;
		const inverseStep = 1 / stepSoc;
		const lastEntry = voltsV.length - 2;
		const endV = control.endVoltageV + control.voltageErrorV;

		let emfSum = 0;
		let ohmSum = 0;
		const setA = control.currentA * control.currentFactor;
		// The set current is the least that can come out, so the search for a cell that needs less starts there.
		let voltageLimitedA = setA;
		for (let i = 0; i < cells; i++) {
			const s = soc[i];
			const place = (s - firstSoc) * inverseStep;
			let k = place | 0;
			if (k < 0) k = 0;
			else if (k > lastEntry) k = lastEntry;
			const low = voltsV[k];
			let r = seriesNow[i];
			if (s < LOW_SOC) r *= 1 + LOW_SOC_RISE * (LOW_SOC - s);
			seriesOhm[i] = r;
			const slope = voltsV[k + 1] - low;
			const e = low + (place - k) * slope + relaxV[i] * keep;
			r += relaxGain[i] + slope * rise[i];
			emf[i] = e;
			ohm[i] = r;
			ohmSum += r;
			// The division is only worth its time where this cell would pass the end at the current found so far.
			const bleed = bleedA[i];
			emfSum += e - bleed * r;
			if (e + (voltageLimitedA - bleed) * r > endV) voltageLimitedA = (endV - e) / r + bleed;
		}
		if (!control.seesCells) voltageLimitedA = (endV * cells - emfSum) / ohmSum;
		const powerLimitedA = (-emfSum + Math.sqrt(emfSum * emfSum + 4 * ohmSum * control.powerW)) / (2 * ohmSum);
		let current = setA;
		let phase = 0;
		if (powerLimitedA < current) {
			current = powerLimitedA;
			phase = 1;
		}
		if (voltageLimitedA < current) {
			current = voltageLimitedA > 0 ? voltageLimitedA : 0;
			phase = 2;
			if (this.voltagePhaseFromS !== this.voltagePhaseFromS) this.voltagePhaseFromS = this.timeS;
		}

		const hours = dtS / 3600;
		let packV = 0;
		let highest = 0;
		let heatW = 0;
		for (let i = 0; i < cells; i++) {
			const own = current - bleedA[i];
			const v = emf[i] + own * ohm[i];
			cellV[i] = v;
			packV += v;
			if (v > highest) highest = v;
			const u = relaxV[i];
			heatW += own * own * seriesOhm[i] + u * u * slowInverse[i];
			soc[i] += own * gain[i];
			relaxV[i] = u * keep + own * relaxGain[i];
		}
		const spread = this.applyBleed(highest);

		this.currentA = current;
		this.packV = packV;
		if (highest > this.highestCellV) this.highestCellV = highest;
		const power = packV * current;
		if (power > this.peakPowerW) this.peakPowerW = power;
		this.chargeAh += current * hours;
		this.energyWh += power * hours;
		this.timeS += dtS;
		const cooling = (this.temperatureDegC - model.ambientDegC) / model.coolingS;
		this.temperatureDegC += dtS * (heatW / model.heatCapacityJPerK - cooling);
		if (this.temperatureDegC > this.peakTemperatureDegC) this.peakTemperatureDegC = this.temperatureDegC;

		if (phase === 2 && current <= control.taperA * control.currentFactor) {
			const balancing = control.balanceCurrentA > 0 && spread > control.balanceToleranceV;
			if (balancing) phase = 3;
			else this.endReason = 'full';
		}
		this.phase = phase;
		if (this.endReason === null) {
			if (this.chargeAh >= control.capacityLimitAh) this.endReason = 'capacity limit';
			else if (this.timeS >= control.timerS) this.endReason = 'timer';
			else if (this.temperatureDegC >= control.temperatureLimitDegC) this.endReason = 'temperature';
		}
	}

	/**
	 * Decides which cells bleed in the next step and returns the spread it decided on: 0 without balancing, Infinity before
	 * balancing has begun. The bleed is paused to measure, as
	 * chargers do: its own drop would otherwise hide the very difference that it is there to remove.
	 */
	private applyBleed(highestV: number): number {
		const { control, cells, cellV, bleedA, seriesOhm } = this;
		if (control.balanceCurrentA <= 0) return 0;
		if (highestV >= control.balanceFromV) this.balancingStarted = true;
		if (!this.balancingStarted) return Infinity;
		let low = Infinity;
		let high = 0;
		for (let i = 0; i < cells; i++) {
			const paused = cellV[i] + bleedA[i] * seriesOhm[i];
			if (paused < low) low = paused;
			if (paused > high) high = paused;
		}
		for (let i = 0; i < cells; i++) {
			const above = cellV[i] + bleedA[i] * seriesOhm[i] - low;
			const threshold = control.balanceToleranceV * (bleedA[i] > 0 ? RELEASE : ENGAGE);
			bleedA[i] = above > threshold ? control.balanceCurrentA : 0;
		}
		return high - low;
	}
}
