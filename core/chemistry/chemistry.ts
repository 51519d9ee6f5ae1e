/**
 * What a chemistry is to this program: figures with their sources, and a curve. A chemistry is data: adding one adds one
 * file and one line in the catalogue.
 */
import type { OpenCircuitCurve } from './curve';

/** A range with both ends included. */
export interface Window {
	readonly low: number;
	readonly high: number;
}

/** Volts per cell. "Rest" is half an hour without current; "loaded" is under current. */
export interface CellVoltages {
	/** Nominal volts per cell, for energy and for the charger's count page. */
	readonly nominalV: number;
	/** The volts per cell that labels print, this chemistry's own and its near variants. */
	readonly printedV: readonly number[];
	/** End of charge that is set by default. */
	readonly chargeEndV: number;
	/** Gentler ends of charge that practitioners use. */
	readonly gentleEndV: Window;
	/** No program sets an end of charge above this. */
	readonly setMaxV: number;
	/** No cell may ever stand above this, whatever was set and however inexact the charger. */
	readonly cellMaxV: number;
	/** Storage target and its window, at rest. */
	readonly storageV: number;
	readonly storageWindowV: Window;
	/** Everyday end of discharge, loaded. */
	readonly dischargeEndV: number;
	/** Loaded floor that nothing goes below. */
	readonly hardFloorV: number;
	/** At rest below this a cell is not charged at all. */
	readonly doNotChargeV: number;
}

export interface ChargeTemperatures {
	/** Charging below this is refused. */
	readonly leastDegC: number;
	/** Below this only `coldRateC` is allowed. */
	readonly coldDegC: number;
	readonly coldRateC: number;
	/** A charge is not started above this. */
	readonly startMaxDegC: number;
	/** Surface temperature at which a charge is stopped. */
	readonly tripDegC: number;
}

/**
 * Electrical and thermal defaults for a cell whose own values are unknown. They scale with capacity: a cell of 2 Ah has half
 * the resistance of a cell of 1 Ah and twice its heat capacity.
 */
export interface CellDefaults {
	/** Series resistance × capacity at 25 °C, Ω·Ah. */
	readonly seriesOhmAh: number;
	/** Resistance × capacity of the one relaxation pair at 25 °C, Ω·Ah. */
	readonly relaxOhmAh: number;
	/** Time constant of the relaxation pair, s. */
	readonly relaxS: number;
	/** Kelvin by which cooling doubles the resistance. */
	readonly resistanceDoublesPerK: number;
	/** Heat capacity per Ah of one cell, J/(K·Ah). */
	readonly heatCapacityJPerKAh: number;
	/** Thermal time constant of a pack in still air, s. */
	readonly coolingS: number;
	/** Charge given back per charge put in, at ordinary rates. */
	readonly coulombicEfficiency: number;
}

export interface ChargeRates {
	/** Used when the label says nothing. */
	readonly noLabelC: number;
	/** The three purposes. Hurry goes up to the label, and no higher than this unless raised. */
	readonly gentleC: number;
	readonly standardC: number;
	readonly hurryMaxC: number;
	/** Current at which constant voltage ends, as a share of capacity per hour. */
	readonly taperC: number;
}

export interface Chemistry {
	readonly id: string;
	/** As written on labels and screens. */
	readonly name: string;
	readonly family: 'lithium' | 'nickel' | 'lead';
	readonly cells: { readonly min: number; readonly max: number };
	/** From this count upward the pack is charged with its balance lead. */
	readonly balanceFromCells: number | null;
	readonly voltages: CellVoltages;
	readonly temperatures: ChargeTemperatures;
	readonly rates: ChargeRates;
	readonly defaults: CellDefaults;
	readonly curve: OpenCircuitCurve;
	/** Where each group of figures comes from; every group must say. */
	readonly sources: Readonly<
		Record<'voltages' | 'temperatures' | 'rates' | 'defaults' | 'curve' | 'cells', string>
	>;
}
