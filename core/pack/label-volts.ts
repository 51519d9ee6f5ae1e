/** What the volts printed on a label say of chemistry and cells. */
import { CHEMISTRIES, chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import type { Pack } from './pack';

/** Printed volts per cell may differ by this from a listed figure, V: labels round. */
const ROUNDING_V = 0.026;

/** True when `printedV` on `cells` cells is what labels of this chemistry print. */
export function fitsLabel(chemistry: Chemistry, cells: number, printedV: number): boolean {
	return chemistry.voltages.printedV.some((v) => Math.abs(printedV / cells - v) <= ROUNDING_V);
}

/**
 * The count, other than the pack's, for which labels of its chemistry print these volts; null
 * where they fit its own, or none.
 */
export function countOnLabel(pack: Pick<Pack, 'chemistry' | 'cells'>, printedV: number): number | null {
	const chemistry = chemistryOf(pack.chemistry);
	if (fitsLabel(chemistry, pack.cells, printedV)) return null;
	const near = Math.round(printedV / chemistry.voltages.printedV[0]);
	const { min, max } = chemistry.cells;
	return near >= min && near <= max && fitsLabel(chemistry, near, printedV) ? near : null;
}

/**
 * The chemistries that a pack cannot be told from, higher and lower; none where its printed volts
 * say which it is.
 */
export function twinsOf(pack: Pick<Pack, 'chemistry' | 'cells' | 'labelVoltageV'>): Chemistry[] {
	const own = chemistryOf(pack.chemistry);
	if (pack.labelVoltageV !== null && fitsLabel(own, pack.cells, pack.labelVoltageV)) return [];
	return CHEMISTRIES.filter((c) => c.gentlerTwin === own.id || c.id === own.gentlerTwin);
}

/**
 * The chemistry of a lower end that this pack may as well be: neither its printed volts nor its
 * maker's end of charge say; else null.
 */
export function unprovedTwin(
	pack: Pick<Pack, 'chemistry' | 'labelVoltageV' | 'makerEndVoltageV'>
): Chemistry | null {
	const { gentlerTwin } = chemistryOf(pack.chemistry);
	if (gentlerTwin === null || pack.labelVoltageV !== null || pack.makerEndVoltageV !== null) return null;
	return chemistryOf(gentlerTwin);
}

/**
 * Whether printed volts are the evidence of the count: of a pack with its own balancer, whose cells
 * cannot be measured.
 */
export const countProvedByLabel = (
	pack: Pick<Pack, 'chemistry' | 'cells' | 'labelVoltageV' | 'electronics'>
): boolean =>
	pack.electronics === 'own balancer' &&
	pack.labelVoltageV !== null &&
	fitsLabel(chemistryOf(pack.chemistry), pack.cells, pack.labelVoltageV);
