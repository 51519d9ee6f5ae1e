/**
 * The cells of a pack of which only the sum was read, where its state knows how far apart they are:
 * as after a balanced charge.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { slopeAt, socAt } from '../chemistry/curve';
import { unreadOffsetSigma, type CellOffsets } from '../pack-state/cell-offsets';
import { fewerCells } from '../pack/other-count';
import type { Pack } from '../pack/pack';
import { packVoltage, type ReadingInput } from '../pack/reading';

/**
 * Cells that are known within this, V, as two standard deviations, need not be read one by one
 * (common practice, no source: a fifth of what joined packs may be apart).
 */
const KNOWN_V = 0.02;
/**
 * And within this share of what unread cells differ by (common practice, no source).
 */
const KNOWN_SHARE = 0.5;

/**
 * The reading with each cell as the state has it; unchanged where every cell was read, where the
 * spread is not known well enough, where the volts would fit fewer cells, and for curves so flat
 * that volts tell no charge.
 */
export function cellsBySum<R extends ReadingInput>(
	pack: Pick<Pack, 'chemistry' | 'cells' | 'labelVoltageV'>,
	reading: R,
	{ offset, sigma }: CellOffsets
): R {
	const chemistry = chemistryOf(pack.chemistry);
	const { curve, storage } = chemistry;
	if (reading.cellVoltagesV || pack.cells < 2 || storage.kind === 'charge') return reading;
	const spread = Math.max(...sigma);
	if (spread > KNOWN_SHARE * unreadOffsetSigma(chemistry)) return reading;
	const packV = packVoltage(reading);
	if (reading.state !== 'rest' || fewerCells(pack, packV) !== null) return reading;
	const meanV = packV / pack.cells;
	const soc = socAt(curve, meanV);
	const slope = slopeAt(curve, Math.min(1, Math.max(0, soc)));
	if (2 * slope * spread > KNOWN_V) return reading;
	const apartV = offset.map((d) => slope * d);
	const middle = apartV.reduce((a, b) => a + b, 0) / pack.cells;
	return { ...reading, cellVoltagesV: apartV.map((d) => meanV + d - middle) };
}
