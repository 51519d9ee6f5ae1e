/**
 * The electrical and thermal model of one pack: per cell position an open-circuit curve, a series resistance and one
 * relaxation pair; one lumped temperature for the whole pack. Numbers only; what they are for a given pack is decided in
 * `assume.ts`.
 */
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
}

/** Below this state of charge the series resistance rises (common practice, no source: below a tenth). */
export const LOW_SOC = 0.1;
/** How steeply: at empty the series resistance is 1 + LOW_SOC × this of its ordinary value (common practice, no source). */
export const LOW_SOC_RISE = 8;

/** Factor on resistance at `degC`, 1 at 25 °C. */
export function resistanceFactor(degC: number, doublesPerK: number): number {
	return Number.isFinite(doublesPerK) ? Math.pow(2, (25 - degC) / doublesPerK) : 1;
}
