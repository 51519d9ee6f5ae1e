/**
 * The charge of a pack as a forecast begins with it: each cell, one standard deviation, and what
 * decisions go by.
 */
import { UNREAD } from '../pack/charge-state';
import type { StateContradiction, PackState } from './pack-state';

/** Known besides volts to less than this, one standard deviation as a share, is worth saying. */
const KNOWN_SIGMA = 0.2;
/** This many standard deviations apart, what is known and the volts do not agree. */
const DISAGREES = 3;

export interface ChargeState {
	/** State of charge of each cell, bottom first. */
	socs: readonly number[];
	/**
	 * Mean state of charge, 0 to 1 (may leave that range for over-charged or over-discharged cells).
	 */
	soc: number;
	/** One standard deviation of the mean. */
	sigma: number;
	/** The band a person is shown: 5th to 95th percentile, clipped to 0..1. */
	band: { low: number; high: number };
	/** 1st and 99th percentile, and both sides of what contradicts: what limits go by. */
	least: number;
	most: number;
	/** A reading since whatever moved the charge last says so. */
	fromReading: boolean;
	/**
	 * What was known besides the volts of the last reading; null when the volts are all there is, or
	 * do not agree with it.
	 */
	known: { soc: number; sigma: number; how: string } | null;
	/** What does not fit, the gravest first; null where everything does. */
	contradicted: StateContradiction | null;
}

const clip = (share: number): number => Math.min(1, Math.max(0, share));

function knownOf({ charge, beforeReading, how }: PackState): ChargeState['known'] {
	if (charge === null || beforeReading === null || how === null) return null;
	const { mean, sigma } = beforeReading;
	const apart = Math.abs(charge.mean - mean) > DISAGREES * Math.hypot(charge.sigma, sigma);
	return apart || sigma > KNOWN_SIGMA ? null : { soc: mean, sigma, how };
}

export function chargeStateOf(state: PackState): ChargeState {
	const { charge, cells, lastReading, readBefore } = state;
	const { soc, sigma } = charge ? { soc: charge.mean, sigma: charge.sigma } : UNREAD;
	return {
		socs: cells.offset.map((d) => soc + d),
		soc,
		sigma,
		band: charge
			? { low: clip(charge.low), high: clip(charge.high) }
			: { low: clip(soc - 1.645 * sigma), high: clip(soc + 1.645 * sigma) },
		least: charge?.least ?? 0,
		most: charge?.most ?? 1,
		fromReading: lastReading !== null && !readBefore,
		known: knownOf(state),
		contradicted: state.contradictions[0] ?? null
	};
}
