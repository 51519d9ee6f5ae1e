/**
 * The electrical and thermal model of one pack: per cell position an open-circuit curve, a series
 * resistance and one relaxation pair; one lumped temperature for the whole pack. Numbers only;
 * what they are for a given pack is decided in `assume.ts`.
 */
import type { Acceptance } from '../chemistry/chemistry';
import type { OpenCircuitCurve } from '../chemistry/curve';

export interface PackModel {
	readonly curve: OpenCircuitCurve;
	/** Capacity of each cell position, Ah. Its length is the number of cells in series. */
	readonly capacityAh: Float64Array;
	/** State of charge of each position at the start (1 = full). */
	readonly startSoc: Float64Array;
	/** Series resistance of each position at 25 °C, Ω. */
	readonly seriesOhm: Float64Array;
	/** Resistance of the relaxation pair at 25 °C, Ω. */
	readonly relaxOhm: Float64Array;
	/** Time constant of the relaxation pair, s. */
	readonly relaxS: number;
	/** Kelvin by which cooling doubles resistance; Infinity switches the effect off. */
	readonly resistanceDoublesPerK: number;
	/** Heat capacity of the whole pack, J/K. */
	readonly heatCapacityJPerK: number;
	/** Thermal time constant to the air, s; Infinity makes the pack adiabatic. */
	readonly coolingS: number;
	readonly startDegC: number;
	readonly ambientDegC: number;
	/** Share of the charge put in that is stored. */
	readonly coulombicEfficiency: number;
	/** How charge acceptance falls near full; null where all of it is stored. */
	readonly acceptance: Acceptance | null;
	/**
	 * How charging slows down near full: Ω at full, falling by e per `widthSoc` below it; null where
	 * it does not.
	 */
	readonly slowing: { readonly fullOhm: number; readonly widthSoc: number } | null;
	/** Height of the false early peak, V per cell, and its time constant, s; 0 where there is none. */
	readonly falsePeakV: number;
	readonly falsePeakS: number;
	/**
	 * Peukert's law: above `ratedA` the cell behaves as if its charge ran out (I / ratedA)^(exponent
	 * − 1) times as fast. Null where capacity hardly depends on rate.
	 */
	readonly peukert: { readonly exponent: number; readonly ratedA: number } | null;
}

/**
 * Resistance of a cell once current has flowed for a while, Ω at 25 °C: the mean of all, series
 * and relaxation.
 */
export function meanCellOhm({ seriesOhm, relaxOhm }: PackModel): number {
	return seriesOhm.reduce((sum, ohm, i) => sum + ohm + relaxOhm[i], 0) / seriesOhm.length;
}

/** What most packs have none of: no gassing, no slowing, no false peak, no Peukert. */
export const PLAIN = {
	acceptance: null,
	slowing: null,
	falsePeakV: 0,
	falsePeakS: 1,
	peukert: null
} as const;

/**
 * Below this state of charge the series resistance rises (common practice, no source: below a
 * tenth).
 */
export const LOW_SOC = 0.1;
/**
 * How steeply: at empty the series resistance is 1 + LOW_SOC × this of its ordinary value (common
 * practice, no source).
 */
export const LOW_SOC_RISE = 8;

/** Factor on resistance at `degC`, 1 at 25 °C. */
export function resistanceFactor(degC: number, doublesPerK: number): number {
	return Number.isFinite(doublesPerK) ? Math.pow(2, (25 - degC) / doublesPerK) : 1;
}
