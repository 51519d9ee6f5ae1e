/** How full a pack is by its reading: an estimate with a band, never a single certain number. */
import type { Chemistry } from '../chemistry/chemistry';
import { slopeAt, socAt } from '../chemistry/curve';
import { cellVoltages, type ReadingInput } from './reading';

/** Meter error, V per cell, one standard deviation (common practice, no source: a good meter agrees within 10 mV). */
const METER_SIGMA_V = 0.005;
/** How far a cell is still from rest when it has just been used, V (common practice, no source). */
const UNRESTED_SIGMA_V = 0.03;
/** Uncertainty of any curve for one particular cell, state of charge. */
const CURVE_SIGMA = 0.02;
/** Slope below which a curve says nothing more about charge, V per unit: LiFe in its middle. */
const FLATTEST = 0.03;
/** Assumed start when nothing was read: a pack of unknown charge is somewhere between empty and half. */
const UNREAD = { soc: 0.3, sigma: 0.15 };

export interface ChargeState {
	/** State of charge of each cell, bottom first. */
	socs: number[];
	/** Mean state of charge, 0 to 1 (may leave that range for over-charged or over-discharged cells). */
	soc: number;
	/** One standard deviation of the mean. */
	sigma: number;
	/** The band a person is shown: 5th to 95th percentile, clipped to 0..1. */
	band: { low: number; high: number };
	fromReading: boolean;
}

const clip = (share: number) => Math.min(1, Math.max(0, share));

/** Estimates the state of charge of `cells` cells from their last reading, or from nothing. */
export function estimateCharge(
	chemistry: Chemistry,
	cells: number,
	reading: ReadingInput | null
): ChargeState {
	if (!reading) {
		const { soc, sigma } = UNREAD;
		const socs = Array.from({ length: cells }, () => soc);
		return {
			socs,
			soc,
			sigma,
			band: { low: clip(soc - 1.645 * sigma), high: clip(soc + 1.645 * sigma) },
			fromReading: false
		};
	}
	const socs = cellVoltages(reading, cells).map((v) => socAt(chemistry.curve, v));
	const soc = socs.reduce((sum, s) => sum + s, 0) / socs.length;
	const voltSigma = Math.hypot(
		reading.state === 'rest' ? METER_SIGMA_V : UNRESTED_SIGMA_V,
		chemistry.defaults.restUncertaintyV
	);
	const slope = Math.max(FLATTEST, slopeAt(chemistry.curve, clip(soc)));
	const sigma = Math.min(0.25, Math.hypot(CURVE_SIGMA, voltSigma / slope));
	return {
		socs,
		soc,
		sigma,
		band: { low: clip(soc - 1.645 * sigma), high: clip(soc + 1.645 * sigma) },
		fromReading: true
	};
}
