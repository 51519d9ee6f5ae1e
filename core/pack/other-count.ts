/**
 * Sums of volts that fit another number of cells as well: 12.5 V is a full 3S, or a 4S that is
 * nearly empty.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { twinsOf } from './label-volts';
import type { Pack } from './pack';

type Counted = Pick<Pack, 'chemistry' | 'cells' | 'labelVoltageV'>;

/**
 * A cell less than the pack is said to have, where that many can hold `packV` volts; null where
 * they cannot.
 */
export function fewerCells(pack: Counted, packV: number): number | null {
	const fullestV = Math.max(
		...[chemistryOf(pack.chemistry), ...twinsOf(pack)].map((c) => c.voltages.setMaxV)
	);
	const fewer = pack.cells - 1;
	return fewer >= 1 && packV <= fewer * fullestV + 1e-9 ? fewer : null;
}

/**
 * A cell more than the pack is said to have, where that many rest at `packV` volts above their
 * floor; null where they cannot.
 */
export function moreCells(pack: Counted, packV: number): number | null {
	const { voltages, cells } = chemistryOf(pack.chemistry);
	const more = pack.cells + 1;
	return more <= cells.max && packV >= more * voltages.hardFloorV - 1e-9 ? more : null;
}
