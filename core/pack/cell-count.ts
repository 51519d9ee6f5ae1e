/**
 * How a charger counts cells: from the volts of the main lead, where the chemistry's window is
 * narrow enough for that.
 */
import type { Chemistry } from '../chemistry/chemistry';

/**
 * Cells that a charger makes of `packV` volts; null for nickel, whose window is so wide that
 * seven cells read like eight. Lithium is counted by the fewest cells that could hold the volts,
 * lead by its nominal two volts and a little.
 */
export function countFromVolts(chemistry: Chemistry, packV: number): number | null {
	const { counting } = chemistry.traits;
	if (counting === null) return null;
	if (counting.by === 'rest') return Math.max(1, Math.round(packV / counting.volts));
	return Math.max(1, Math.ceil(packV / (chemistry.voltages.cellMaxV + 0.01)));
}

/**
 * Whether `packV` volts can be a rested pack of `cells`: what is looked at where the charger
 * cannot count.
 */
export function voltsFitCells(chemistry: Chemistry, cells: number, packV: number): boolean {
	const perCell = packV / cells;
	const { doNotChargeV, cellMaxV } = chemistry.voltages;
	const { low, high } = chemistry.traits.restsBetweenV ?? { low: doNotChargeV, high: cellMaxV };
	return perCell >= low && perCell <= high;
}
