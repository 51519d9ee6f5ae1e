/** How one possible run may depart from the best guess of it. */

/** Departures from the best guess; all zero is the best guess. */
export interface Departure {
	/** Relative error of capacity. */
	capacity: number;
	/** Relative error of resistance, in natural-logarithm units. */
	resistance: number;
	/** Error of the starting state of charge. */
	soc: number;
	/** Error of the temperature of pack and air, K. */
	temperatureK: number;
	/** Charger's voltage error, V per cell; positive overcharges. */
	voltageV: number;
	/** Relative error of the charger's current. */
	current: number;
	/** State of charge by which the first cell differs from its siblings, on top of what was read. */
	spread: number;
	/**
	 * Out of this number, whichever it is, follows by how much each further cell differs beyond what
	 * was read; 0 is by nothing.
	 */
	others: number;
	/**
	 * Height of the false early peak of a nickel charge, in units of its usual height; its sign does
	 * not matter.
	 */
	falsePeak: number;
	/**
	 * How much less charge the pack's own curve has in its middle than that of its chemistry, a
	 * share; see `bent` of the chemistry's curve.
	 */
	curve: number;
}

export const NO_DEPARTURE: Departure = {
	capacity: 0,
	resistance: 0,
	soc: 0,
	temperatureK: 0,
	voltageV: 0,
	current: 0,
	spread: 0,
	others: 0,
	falsePeak: 0,
	curve: 0
};
