/**
 * What a chemistry is to this program: figures with their sources, and a curve. A chemistry is
 * data: adding one adds one file and one line in the catalogue.
 */
import type { OpenCircuitCurve } from './curve';
import type { FamilyId, Traits } from './family';

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
	/**
	 * End of charge that is set by default; for a chemistry that ends on a dip, the volts a charger
	 * must reach for it.
	 */
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
	/** Under charge above this a person looks again; null where the cell limit alone counts. */
	readonly lookAgainV: number | null;
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
 * Electrical and thermal defaults for a cell whose own values are unknown. They scale with
 * capacity: a cell of 2 Ah has half the resistance of a cell of 1 Ah and twice its heat capacity.
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
	/** Charge lost in a month at 20 °C, as a share of capacity. */
	readonly selfDischargePerMonth: number;
	/**
	 * How far rest volts may be off for the same charge, V: what the cell did before leaves a mark.
	 */
	readonly restUncertaintyV: number;
}

/**
 * Charge acceptance: near full a growing share of the current no longer stores charge but makes
 * gas. In a sealed cell the gas recombines and that share turns to heat. The share is 1 / (1 +
 * exp(−(s − half) / width)), where `half` moves up with the logarithm of the rate and down with
 * temperature.
 */
export interface Acceptance {
	/** State of charge at which half of the current is lost, at 1C and 20 °C. */
	readonly halfSoc: number;
	readonly widthSoc: number;
	/** How far `half` moves per unit of ln(rate / 1C). */
	readonly perLnRate: number;
	/** How far `half` falls per kelvin above 20 °C. */
	readonly perK: number;
	/** Share of the lost power that stays in the cell as heat; the rest leaves with the gas. */
	readonly heatShare: number;
}

/**
 * Charge that goes in more and more slowly near full: volts on top of the cell's own that grow
 * with the current and, by a factor e per `widthSoc`, with the charge that is in it already. They
 * are what makes the voltage phase last for hours.
 */
export interface Slowing {
	/** Volts per rate at full, Ω·Ah. */
	readonly fullOhmAh: number;
	readonly widthSoc: number;
}

/** How a charge of this chemistry ends. */
export type EndOfCharge =
	/** Constant current, then constant voltage until the current has tapered. */
	| { readonly kind: 'voltage' }
	/** Constant current until the volts fall back from their peak. */
	| {
			readonly kind: 'dip';
			/** Range of sensitivity that is used, V per cell, and the default. */
			readonly deltaV: Window;
			readonly defaultDeltaV: number;
			/** The most that is allowed with a temperature and a capacity limit on, V per cell. */
			readonly looseDeltaV: number;
			/** Below this rate the dip is weak; below the next it is not to be relied on, 1/h. */
			readonly weakBelowC: number;
			readonly unreliableBelowC: number;
			/**
			 * Up to this rate a charge may be ended by time after `timedFactor`, up to the next after
			 * `fastFactor`, 1/h.
			 */
			readonly slowC: number;
			readonly timedMaxC: number;
			/** The first dip is ignored for this long, s. */
			readonly holdOffS: number;
			/**
			 * Charge that is put in before time ends it, times what is missing: above the slow rate, and
			 * at it.
			 */
			readonly fastFactor: number;
			readonly timedFactor: number;
			/** Rise of temperature that also ends the charge, K/min. */
			readonly riseKPerMin: number;
			/**
			 * A seeded, empirical term: the height of the false early peak after long rest, V per cell,
			 * and how long it lasts, s.
			 */
			readonly falsePeakV: number;
			readonly falsePeakS: number;
	  }
	/**
	 * Constant current, absorption at constant voltage, then float. Volts at 25 °C, compensated by
	 * temperature.
	 */
	| {
			readonly kind: 'absorption';
			readonly floatV: Window;
			/** Current that a full battery goes on taking on float, per hour of its capacity. */
			readonly floatC: number;
			/** V per kelvin and cell, both negative. */
			readonly absorptionVPerK: number;
			readonly floatVPerK: number;
			/** Compensation is clamped to this range, °C. */
			readonly clampDegC: Window;
	  };

/** How a pack is put away. */
export type Storage =
	/** At a voltage. */
	| { readonly kind: 'volts' }
	/** At a share of its charge, because its volts say nothing. */
	| { readonly kind: 'charge'; readonly soc: number }
	/** Without a program; why, in words. */
	| { readonly kind: 'none'; readonly why: string };

/** Gentle recovery of cells under their floor; null where there is none. */
export interface Recovery {
	/** Rest volts below which a cell wants it. */
	readonly belowV: number;
	readonly maxC: number;
	readonly maxMin: number;
	/** Share of capacity put in at most. */
	readonly maxShare: number;
	/** Not recovered where it may have lain empty for longer, days; null: it is worth looking at. */
	readonly longestEmptyDays: number | null;
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
	/** The same where a fast charge leaves the last of it out; null where there is no fast charge. */
	readonly fastTaperC: number | null;
	/** Discharge when nothing else is asked, and when in a hurry. */
	readonly dischargeC: number;
	readonly dischargeMaxC: number;
	/** The most that may trickle after the end; null where nothing ever trickles. */
	readonly trickleMaxC: number | null;
}

export interface Chemistry {
	readonly id: string;
	/** As written on labels and screens. */
	readonly name: string;
	readonly family: FamilyId;
	/**
	 * The chemistry of a lower end of charge from which neither eye nor charger can tell it; null
	 * where there is none.
	 */
	readonly gentlerTwin: string | null;
	/** How its family behaves and is handled. */
	readonly traits: Traits;
	readonly cells: { readonly min: number; readonly max: number };
	/** From this count upward the pack is charged with its balance lead. */
	readonly balanceFromCells: number | null;
	readonly voltages: CellVoltages;
	readonly temperatures: ChargeTemperatures;
	readonly rates: ChargeRates;
	readonly defaults: CellDefaults;
	readonly curve: OpenCircuitCurve;
	readonly endOfCharge: EndOfCharge;
	readonly acceptance: Acceptance | null;
	/** How charging slows down near full; null where the ordinary resistance says all. */
	readonly slowing: Slowing | null;
	/**
	 * Exponent of Peukert's law and the hours its capacity is rated at; null where capacity hardly
	 * depends on rate.
	 */
	readonly peukert: { readonly exponent: number; readonly ratedHours: number } | null;
	readonly storage: Storage;
	readonly recovery: Recovery | null;
	/** Where each group of figures comes from; every group must say. */
	readonly sources: Readonly<
		Record<
			'voltages' | 'temperatures' | 'rates' | 'defaults' | 'curve' | 'cells' | 'endOfCharge' | 'storage',
			string
		>
	>;
}
