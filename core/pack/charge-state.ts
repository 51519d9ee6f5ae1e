/** How full a pack is by its reading: an estimate with a band, never a single certain number. */
import type { Chemistry } from '../chemistry/chemistry';
import { slopeAt, socAt } from '../chemistry/curve';
import type { KnownCharge } from './known-charge';
import { cellVoltages, type ReadingInput } from './reading';

/** Meter error, V per cell, one standard deviation (common practice, no source: a good meter agrees within 10 mV). */
export const METER_SIGMA_V = 0.005;
/** How far a cell is still from rest when it has just been used, V (common practice, no source). */
export const UNRESTED_SIGMA_V = 0.03;
/** Uncertainty of any curve for one particular cell, state of charge. */
export const CURVE_SIGMA = 0.02;
/** Slope below which a curve says nothing more about charge, V per unit: LiFe in its middle. */
const FLATTEST = 0.03;
/** Assumed start when nothing was read: a pack of unknown charge is somewhere between empty and half. */
export const UNREAD = { soc: 0.3, sigma: 0.15 };

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
	/** What was known besides the volts and used with them; null when the volts are all there is. */
	known: KnownCharge | null;
	/** What was known but set aside, because the volts contradict it. */
	contradicted: KnownCharge | null;
}

/** Volts and knowledge this many standard deviations apart contradict each other. */
const CONTRADICTION = 3;

const clip = (share: number) => Math.min(1, Math.max(0, share));
const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;

/** Charge by the volts alone: of each cell, and one standard deviation of their mean. */
function byVolts(
	chemistry: Chemistry,
	cells: number,
	reading: ReadingInput | null
): { socs: number[]; sigma: number } {
	if (!reading) return { socs: Array.from({ length: cells }, () => UNREAD.soc), sigma: UNREAD.sigma };
	const socs = cellVoltages(reading, cells).map((v) => socAt(chemistry.curve, v));
	const voltSigma = Math.hypot(
		reading.state === 'rest' ? METER_SIGMA_V : UNRESTED_SIGMA_V,
		chemistry.defaults.restUncertaintyV
	);
	const slope = Math.max(FLATTEST, slopeAt(chemistry.curve, clip(mean(socs))));
	return { socs, sigma: Math.min(0.25, Math.hypot(CURVE_SIGMA, voltSigma / slope)) };
}

/**
 * Estimates the state of charge of `cells` cells from their last reading, or from nothing, and from what else is known of it:
 * the two are weighed by the inverse of their variances, and the differences between the cells stay as they were read.
 */
export function estimateCharge(
	chemistry: Chemistry,
	cells: number,
	reading: ReadingInput | null,
	known: KnownCharge | null = null
): ChargeState {
	const volts = byVolts(chemistry, cells, reading);
	const read = mean(volts.socs);
	const contradicts =
		known !== null &&
		reading !== null &&
		Math.abs(read - known.soc) > CONTRADICTION * Math.hypot(volts.sigma, known.sigma);
	const used = contradicts ? null : known;
	const weight = used ? volts.sigma ** 2 / (volts.sigma ** 2 + used.sigma ** 2) : 0;
	const shift = used ? weight * (used.soc - read) : 0;
	const soc = read + shift;
	const sigma = used ? volts.sigma * Math.sqrt(1 - weight) : volts.sigma;
	return {
		socs: volts.socs.map((s) => s + shift),
		soc,
		sigma,
		band: { low: clip(soc - 1.645 * sigma), high: clip(soc + 1.645 * sigma) },
		fromReading: reading !== null,
		known: used,
		contradicted: contradicts ? known : null
	};
}
