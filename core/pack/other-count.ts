/**
 * Sums of volts that fit another number of cells as well: 12.5 V is a full 3S, or a 4S that is
 * nearly empty.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { fitsLabel, twinsOf } from './label-volts';
import type { Pack } from './pack';
import { packVoltage, type ReadingInput } from './reading';

/**
 * Fewer than this share of the cells is next to no volts at all, which has other causes (common
 * practice, no source).
 */
const LEAST_SHARE = 0.25;

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

/**
 * Far fewer cells than the pack is entered with, all healthy, that rest at these volts: a 12 V
 * battery entered with the cells of a 24 V one looks drained. Null where there are none, or the
 * printed volts prove the other count.
 */
export function healthyFewerCells(pack: Counted, reading: ReadingInput | null): number | null {
	const chemistry = chemistryOf(pack.chemistry);
	const { healthyRest } = chemistry.traits;
	if (!healthyRest || !reading || reading.cellVoltagesV || reading.state === 'loaded') return null;
	if (pack.labelVoltageV !== null && fitsLabel(chemistry, pack.cells, pack.labelVoltageV)) return null;
	const packV = packVoltage(reading);
	if (packV / pack.cells >= healthyRest.low) return null;
	const fits = (count: number): boolean =>
		packV / count >= healthyRest.low && packV / count <= healthyRest.high;
	const counts = healthyRest.counts ?? Array.from({ length: pack.cells }, (_, k) => k + 1);
	// One or two cells less is a cell that is dead, which has its own rules.
	const far = counts.filter(
		(count) =>
			count >= LEAST_SHARE * pack.cells && count <= healthyRest.shareOfCells * pack.cells && fits(count)
	);
	return far.at(-1) ?? null;
}
