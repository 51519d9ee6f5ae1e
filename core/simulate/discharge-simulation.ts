/**
 * Steps one discharge, or one rest, forward. The current is the least of the one that is set and
 * the one at which the charger turns all the power it can into heat, I = (E − √(E² − 4RP)) / 2R;
 * the lowest cell ends it, or the pack's volts where the charger sees no cells.
 */
import { LOW_SOC, LOW_SOC_RISE, type PackModel } from './pack-model';
import type { Guards } from './end';
import { PackSimulation, type SimulatedState } from './pack-simulation';

export interface DischargeControl extends Guards {
	/** Current that is set, A; 0 is a rest. */
	readonly currentA: number;
	/** Greatest power the charger can turn into heat, W. */
	readonly powerW: number;
	/** End of discharge, V per cell, loaded. */
	readonly endVoltageV: number;
	/** The charger sees each cell and ends on the lowest one. */
	readonly seesCells: boolean;
	/** How much lower than it reads a cell really is (the charger's error), V per cell. */
	readonly voltageErrorV: number;
	/** Real current over shown current. */
	readonly currentFactor: number;
}

export class DischargeSimulation extends PackSimulation {
	constructor(
		model: PackModel,
		private readonly control: DischargeControl,
		from?: SimulatedState
	) {
		super(model, from);
	}

	step(dtS: number): void {
		if (this.endReason !== null) return;
		const { model, control, cells, soc, relaxV, cellV, emf, ohm } = this;
		this.prepare(dtS, 1);
		const { gain, rise, relaxGain, slowInverse, seriesNow, seriesOhm } = this;
		const keep = this.decay;
		const { firstSoc, stepSoc, voltsV } = model.curve;
		const inverseStep = 1 / stepSoc;
		const lastEntry = voltsV.length - 2;
		const faster = this.peukertFactor();

		let emfSum = 0;
		let ohmSum = 0;
		for (let i = 0; i < cells; i++) {
			const s = soc[i];
			// Peukert: the cell behaves as if it were emptier than its charge says, the more so the faster
			// it is drained. The law says nothing below empty, so it never drives a cell backwards by
			// itself.
			const seen = faster === 1 ? s : Math.max(firstSoc, 1 - (1 - s) * faster);
			const place = (seen - firstSoc) * inverseStep;
			let k = place | 0;
			if (k < 0) k = 0;
			else if (k > lastEntry) k = lastEntry;
			const low = voltsV[k];
			let r = seriesNow[i];
			if (seen < LOW_SOC) r *= 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(seen, -LOW_SOC));
			seriesOhm[i] = r;
			const slope = voltsV[k + 1] - low;
			const e = low + (place - k) * slope + relaxV[i] * keep;
			r += relaxGain[i] + slope * rise[i] * faster;
			emf[i] = e;
			ohm[i] = r;
			emfSum += e;
			ohmSum += r;
		}
		let current = control.currentA * control.currentFactor;
		let phase = current === 0 ? 6 : 4;
		const room = emfSum * emfSum - 4 * ohmSum * control.powerW;
		if (room >= 0 && emfSum > 0) {
			const powerLimitedA = (emfSum - Math.sqrt(room)) / (2 * ohmSum);
			if (powerLimitedA < current) {
				current = powerLimitedA;
				phase = 5;
			}
		}

		let packV = 0;
		let lowest = Infinity;
		let heatW = 0;
		for (let i = 0; i < cells; i++) {
			const v = emf[i] - current * ohm[i];
			cellV[i] = v;
			packV += v;
			if (v < lowest) lowest = v;
			const u = relaxV[i];
			heatW += current * current * seriesOhm[i] + u * u * slowInverse[i];
			soc[i] -= current * gain[i];
			relaxV[i] = u * keep - current * relaxGain[i];
		}
		if (lowest < this.lowestCellV) this.lowestCellV = lowest;
		this.close(dtS, -current, packV, heatW);
		this.phase = phase;
		if (phase !== 6) {
			const endV = control.endVoltageV - control.voltageErrorV;
			const reached = control.seesCells ? lowest <= endV : packV <= endV * cells;
			if (reached) this.endReason = 'end voltage';
		}
		this.guard(control);
	}

	private peukertFactor(): number {
		const { peukert } = this.model;
		if (peukert === null || -this.currentA <= peukert.ratedA) return 1;
		return Math.pow(-this.currentA / peukert.ratedA, peukert.exponent - 1);
	}
}
