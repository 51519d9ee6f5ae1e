/** A pack that is to be joined with others, as it was read, and the resistance of its cells. */
import { chemistryOf } from '../../chemistry/catalogue';
import type { Pack } from '../../pack/pack';
import type { ReadingInput } from '../../pack/reading';

export interface Member {
	pack: Pack;
	reading: ReadingInput;
}

/**
 * Ohms of each cell of a pack, bottom first: measured, or usual for its chemistry and size. Leads
 * are taken as nothing.
 */
export function cellOhms({ pack, reading }: Member): number[] {
	const measured = reading.cellResistancesOhm;
	const usual = chemistryOf(pack.chemistry).defaults.seriesOhmAh / pack.capacityAh;
	return Array.from({ length: pack.cells }, (_, i) =>
		measured?.length === pack.cells ? measured[i] : usual
	);
}
