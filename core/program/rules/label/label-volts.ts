/** Whether printed volts fit a chemistry: shared by the rules that read labels. */
import type { Chemistry } from '../../../chemistry/chemistry';

/** Printed volts per cell may differ by this from a listed figure, V: labels round. */
const ROUNDING_V = 0.026;

/** True when `printedV` on `cells` cells is what labels of this chemistry print. */
export function fitsLabel(chemistry: Chemistry, cells: number, printedV: number): boolean {
	return chemistry.voltages.printedV.some((v) => Math.abs(printedV / cells - v) <= ROUNDING_V);
}
