/** How a charger counts cells: from the volts of the main lead, where the chemistry's window is narrow enough for that. */
import type { Chemistry } from '../chemistry/chemistry';

/** Rest volts of a nickel cell that holds any charge and is not just filled (common practice, no source). */
const NICKEL_REST = { low: 1.0, high: 1.5 };

/**
 * Cells that a charger makes of `packV` volts; null for nickel, whose window is so wide that seven cells read like eight.
 * Lithium is counted by the fewest cells that could hold the volts, lead by its nominal two volts and a little.
 */
export function countFromVolts(chemistry: Chemistry, packV: number): number | null {
	if (chemistry.family === 'nickel') return null;
	if (chemistry.family === 'lead') return Math.max(1, Math.round(packV / 2.06));
	return Math.max(1, Math.ceil(packV / (chemistry.voltages.cellMaxV + 0.01)));
}

/** Whether `packV` volts can be a rested pack of `cells`: what is looked at where the charger cannot count. */
export function voltsFitCells(chemistry: Chemistry, cells: number, packV: number): boolean {
	const perCell = packV / cells;
	if (chemistry.family === 'nickel') return perCell >= NICKEL_REST.low && perCell <= NICKEL_REST.high;
	return perCell >= chemistry.voltages.doNotChargeV && perCell <= chemistry.voltages.cellMaxV;
}
