/** A charger’s screen at one moment, typed or read over a link. */

/** What the charger shows, or showed last: of a run that goes on, or at its end. */
export interface Shown {
	currentA: number;
	packV: number;
	cellV: readonly number[];
	chargeAh: number;
	minutes: number;
	/**
	 * Its figures are not of one moment, or one of them was never seen: no course goes through them.
	 */
	mixed?: true;
}
