/** What a charger does during a charge: the settings it holds and how exactly it keeps them. */
import type { Guards } from './end';

/**
 * The end of a nickel charge: the volts fall back from their peak, or the temperature climbs too
 * fast.
 */
export interface DipEnd {
	/** Fall from the peak that ends the charge, V per cell. */
	readonly deltaV: number;
	/** What happens before this is ignored, s. */
	readonly holdOffS: number;
	/** Rise of temperature that also ends it, K/min; Infinity where the charger does not watch it. */
	readonly riseKPerMin: number;
	/**
	 * What a forecast asks: when the cells are full, not when the charger might take them for it.
	 * Falls of the volts below this mean state of charge end nothing. 0 for what a charger does.
	 */
	readonly onlyFromSoc: number;
}

export interface ChargeControl extends Guards {
	/** Constant current that is set, A. */
	readonly currentA: number;
	/** End of charge per cell, V; Infinity where volts do not end it. */
	readonly endVoltageV: number;
	/** Power the output may draw, W: channel, share and supply, whichever is least. */
	readonly powerW: number;
	/** Current at which constant voltage ends, A. */
	readonly taperA: number;
	/** The charger sees each cell through the balance lead and regulates on the highest one. */
	readonly seesCells: boolean;
	/** Bleed current of one cell, A; 0 when balancing is off. */
	readonly balanceCurrentA: number;
	/** Bleeding starts once the highest cell has reached this, V. */
	readonly balanceFromV: number;
	/** A cell is bled while it stands higher than the lowest by more than this, V. */
	readonly balanceToleranceV: number;
	/** How much higher than it reads a cell really is (the charger's error), V per cell. */
	readonly voltageErrorV: number;
	/** Real current over shown current. */
	readonly currentFactor: number;
	/** Null where the charge ends on voltage and taper. */
	readonly dip: DipEnd | null;
	/** What the charger's own end is called: a charge is full, a move to storage has arrived. */
	readonly reached: 'full' | 'end voltage';
}

export type Phase =
	| 'constant current'
	| 'constant power'
	| 'constant voltage'
	| 'balancing'
	| 'discharge'
	| 'discharge at full power'
	| 'rest';
export const PHASES: readonly Phase[] = [
	'constant current',
	'constant power',
	'constant voltage',
	'balancing',
	'discharge',
	'discharge at full power',
	'rest'
];
