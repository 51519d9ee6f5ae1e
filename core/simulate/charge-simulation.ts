/**
 * Steps one charge forward. The whole state lives in typed arrays made once; a step allocates
 * nothing.
 *
 * A step is implicit: with E the volts a cell would end the step at without current, and R the
 * rise of those volts per ampere over the step (series resistance, the relaxation pair's share,
 * and the curve's slope times the charge put in), the current is the least of the set current,
 * the one that reaches the output power, (−E + √(E² + 4RP)) / 2R, and the one that brings the
 * controlling voltage to its end, (V − E) / R. So the end voltage is met at the end of a step and
 * never passed, for any step length. With bleeding, a cell's own current is the pack current less
 * its bleed.
 */
import type { ChargeControl } from './charge-control';
import { LOW_SOC, LOW_SOC_RISE, type PackModel } from './pack-model';
import { PackSimulation, type SimulatedState } from './pack-simulation';

/**
 * Shares of the balance tolerance at which a cell starts and stops bleeding; apart, so that it
 * does not chatter.
 */
const ENGAGE = 0.5;
const RELEASE = 0.2;
/**
 * A charger smooths the volts it looks for a dip in over this long, s (common practice, no
 * source).
 */
const SMOOTH_S = 20;
/** Temperature is compared with what it was this long ago, s. */
const RISE_OVER_S = 60;

/** Charging slows no further beyond this state of charge: what flows then only makes gas. */
const FULLEST = 1.03;

/**
 * So many widths short of where half is lost, less than a millionth of a millionth is: no
 * exponential is worth its time.
 */
const NOTHING_LOST = 28;

export class ChargeSimulation extends PackSimulation {
	/** Bleed current of each cell now, A. */
	readonly bleedA: Float64Array;
	/** Share of the current that each cell stores; 1 but for chemistries that gas near full. */
	private readonly stored: Float64Array;
	private balancingStarted = false;
	private smoothV = NaN;
	private peakV = -Infinity;
	private riseFromDegC: number;
	private riseFromS = 0;

	constructor(
		model: PackModel,
		private readonly control: ChargeControl,
		from?: SimulatedState
	) {
		super(model, from);
		this.bleedA = new Float64Array(this.cells);
		this.stored = new Float64Array(this.cells).fill(1);
		this.riseFromDegC = this.temperatureDegC;
	}

	step(dtS: number): void {
		if (this.endReason !== null) return;
		const { model, control, cells, soc, relaxV, cellV, bleedA, emf, ohm, stored } = this;
		this.prepare(dtS, model.coulombicEfficiency);
		const { gain, rise, relaxGain, slowInverse, seriesNow, seriesOhm } = this;
		const keep = this.decay;
		const { firstSoc, stepSoc, voltsV } = model.curve;
		const inverseStep = 1 / stepSoc;
		const lastEntry = voltsV.length - 2;
		const endV = control.endVoltageV + control.voltageErrorV;
		// A nickel cell takes its first charge with volts that rise: what is false there is the false
		// peak, and nothing else.
		const lowRise = control.dip === null ? LOW_SOC_RISE : 0;
		const { slowing } = model;
		const bump = model.falsePeakV === 0 ? 0 : this.falsePeak(dtS);

		let emfSum = 0;
		let ohmSum = 0;
		let slowedAt = NaN;
		let slowedOhm = 0;
		const setA = control.currentA * control.currentFactor;
		// The set current is the least that can come out, so the search for a cell that needs less
		// starts there.
		let voltageLimitedA = setA;
		for (let i = 0; i < cells; i++) {
			const s = soc[i];
			const place = (s - firstSoc) * inverseStep;
			let k = place | 0;
			if (k < 0) k = 0;
			else if (k > lastEntry) k = lastEntry;
			const low = voltsV[k];
			let r = seriesNow[i];
			if (s < LOW_SOC) r *= 1 + lowRise * (LOW_SOC - s);
			if (slowing !== null) {
				// Cells that nobody told apart stand alike, and one stands for them.
				if (s !== slowedAt) {
					slowedAt = s;
					slowedOhm = slowing.fullOhm * Math.exp((Math.min(s, FULLEST) - 1) / slowing.widthSoc);
				}
				r += slowedOhm;
			}
			seriesOhm[i] = r;
			const slope = voltsV[k + 1] - low;
			const e = low + (place - k) * slope + relaxV[i] * keep + bump;
			r += relaxGain[i] + slope * rise[i] * stored[i];
			emf[i] = e;
			ohm[i] = r;
			ohmSum += r;
			// The division is only worth its time where this cell would pass the end at the current found
			// so far.
			const bleed = bleedA[i];
			emfSum += e - bleed * r;
			if (e + (voltageLimitedA - bleed) * r > endV) voltageLimitedA = (endV - e) / r + bleed;
		}
		if (!control.seesCells) voltageLimitedA = (endV * cells - emfSum) / ohmSum;
		let current = setA;
		let phase = 0;
		// The root is only worth its time where the set current asks for more than the output power.
		if ((emfSum + ohmSum * setA) * setA > control.powerW) {
			current = (-emfSum + Math.sqrt(emfSum * emfSum + 4 * ohmSum * control.powerW)) / (2 * ohmSum);
			phase = 1;
		}
		if (voltageLimitedA < current) {
			current = voltageLimitedA > 0 ? voltageLimitedA : 0;
			phase = 2;
			if (this.voltagePhaseFromS !== this.voltagePhaseFromS) this.voltagePhaseFromS = this.timeS;
		}

		let packV = 0;
		let highest = -Infinity;
		let heatW = 0;
		for (let i = 0; i < cells; i++) {
			const own = current - bleedA[i];
			const v = emf[i] + own * ohm[i];
			cellV[i] = v;
			packV += v;
			if (v > highest) highest = v;
			const u = relaxV[i];
			heatW += own * own * seriesOhm[i] + u * u * slowInverse[i];
			soc[i] += own * gain[i] * stored[i];
			relaxV[i] = u * keep + own * relaxGain[i];
		}
		if (model.acceptance !== null) heatW += this.accept(current);
		const spread = this.applyBleed(highest);
		if (highest > this.highestCellV) this.highestCellV = highest;
		this.close(dtS, current, packV, heatW);
		this.endOf(phase, current, spread, dtS);
		this.guard(control);
	}

	/** Whether the charger's own end of charge has come. */
	private endOf(phase: number, current: number, spread: number, dtS: number): void {
		const { control } = this;
		if (phase === 2 && current <= control.taperA * control.currentFactor) {
			const balancing = control.balanceCurrentA > 0 && spread > control.balanceToleranceV;
			if (balancing) phase = 3;
			else this.endReason = control.reached;
		}
		this.phase = phase;
		if (control.dip !== null) this.lookForDip(dtS);
	}

	private lookForDip(dtS: number): void {
		const dip = this.control.dip!;
		const share = Math.min(1, dtS / SMOOTH_S);
		this.smoothV = Number.isNaN(this.smoothV)
			? this.packV
			: this.smoothV + share * (this.packV - this.smoothV);
		if (this.timeS - this.riseFromS >= RISE_OVER_S) {
			const rise = ((this.temperatureDegC - this.riseFromDegC) * 60) / (this.timeS - this.riseFromS);
			const counts = this.timeS > dip.holdOffS && this.meanSoc() >= dip.onlyFromSoc;
			if (counts && rise >= dip.riseKPerMin) this.endReason = 'temperature rise';
			this.riseFromDegC = this.temperatureDegC;
			this.riseFromS = this.timeS;
		}
		if (this.timeS <= dip.holdOffS) return;
		if (dip.onlyFromSoc > 0 && this.meanSoc() < dip.onlyFromSoc) return;
		if (this.smoothV > this.peakV) this.peakV = this.smoothV;
		else if (this.peakV - this.smoothV >= dip.deltaV * this.cells) this.endReason = 'full';
	}

	private meanSoc(): number {
		let sum = 0;
		for (let i = 0; i < this.cells; i++) sum += this.soc[i];
		return sum / this.cells;
	}

	/** The false early peak, V per cell: climbs and dies away within a few minutes of the start. */
	private falsePeak(dtS: number): number {
		const t = (this.timeS + dtS) / this.model.falsePeakS;
		return this.model.falsePeakV * t * Math.exp(1 - t);
	}

	/**
	 * Renews the share that each cell stores at `currentA`, and returns the heat of what is not
	 * stored, W.
	 */
	private accept(currentA: number): number {
		const { cells, soc, stored, cellV } = this;
		const { halfSoc, widthSoc, perLnRate, perK, heatShare } = this.model.acceptance!;
		const { capacityAh } = this.model;
		let heatW = 0;
		let lost = 0;
		let half = 0;
		for (let i = 0; i < cells; i++) {
			// One like the cell before it loses as much.
			if (i === 0 || soc[i] !== soc[i - 1] || capacityAh[i] !== capacityAh[i - 1]) {
				if (i === 0 || capacityAh[i] !== capacityAh[i - 1]) {
					const rate = Math.max(0.005, currentA / capacityAh[i]);
					half = halfSoc + perLnRate * Math.log(rate) - perK * (this.temperatureDegC - 20);
				}
				const short = (half - soc[i]) / widthSoc;
				lost = short > NOTHING_LOST ? 0 : 1 / (1 + Math.exp(short));
			}
			stored[i] = 1 - lost;
			heatW += lost * currentA * cellV[i] * heatShare;
		}
		return heatW;
	}

	/**
	 * Decides which cells bleed in the next step and returns the spread it decided on: 0 without
	 * balancing, Infinity before balancing has begun. The bleed is paused to measure, as chargers
	 * do: its own drop would otherwise hide the very difference that it is there to remove.
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
			bleedA[i] = above > threshold ? Math.min(control.balanceCurrentA, this.bleedToLevel(i, above)) : 0;
		}
		return high - low;
	}

	/**
	 * The bleed that would take cell `i` down by `aboveV` within one step, A: a charger pulses its
	 * bleed, so it never takes a cell under its neighbours. Matters only for steps that are long for
	 * the slope of the curve.
	 */
	private bleedToLevel(i: number, aboveV: number): number {
		const { firstSoc, stepSoc, voltsV } = this.model.curve;
		const k = Math.max(0, Math.min(voltsV.length - 2, Math.floor((this.soc[i] - firstSoc) / stepSoc)));
		// Its relaxation goes with it: over a step as long as that takes, by as much again.
		const perAmpV = (voltsV[k + 1] - voltsV[k]) * this.rise[i] + this.relaxGain[i];
		return perAmpV > 0 ? aboveV / perAmpV : Infinity;
	}
}
