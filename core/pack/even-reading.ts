/**
 * The reading of a pack whose cells all hold the same share of their charge: for comparing packs
 * that nobody measured.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import type { Pack } from './pack';
import type { ReadingInput } from './reading';

/**
 * At `soc` (0 to 1) and `degC`, at rest, taken at `at` (ISO 8601). Cell by cell where the pack
 * shows its cells.
 */
export function evenReading(
	pack: Pick<Pack, 'chemistry' | 'cells'>,
	soc: number,
	degC: number,
	at: string
): ReadingInput {
	const chemistry = chemistryOf(pack.chemistry);
	const v = ocvAt(chemistry.curve, soc);
	const byCell = chemistry.balanceFromCells !== null;
	return {
		takenAt: at,
		cellVoltagesV: byCell ? Array.from({ length: pack.cells }, () => v) : null,
		packVoltageV: byCell ? null : v * pack.cells,
		state: 'rest',
		usedSince: 'used',
		lowFor: 'not said',
		temperatureDegC: degC,
		cellResistancesOhm: null,
		chargerCellsV: null,
		chargerChannelId: null
	};
}
