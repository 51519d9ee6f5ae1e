/**
 * What a low rest voltage says of a pack whose cells nobody sees: lead that is merely low, lead
 * that was drained, or a battery of which one cell is shorted. The figures are the chemistry's
 * (`traits.lowRest`).
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Pack } from './pack';
import { packVoltage, type ReadingInput } from './reading';

export type LowRest =
	/** One cell less than the pack has would show this: it boils on charge. */
	| 'shorted'
	/** The same volts, and known to have been emptied: charged gently and in part, then judged. */
	| 'drained'
	/** So many cells that a shorted one and a low charge read alike. */
	| 'either'
	/** Low, and charged gently. */
	| 'low'
	/** Nothing to say of it. */
	| null;

/** Judges the volts of a pack at rest, or just after use; volts under load say nothing. */
export function lowRestOf(pack: Pick<Pack, 'chemistry' | 'cells'>, reading: ReadingInput | null): LowRest {
	const { traits, recovery } = chemistryOf(pack.chemistry);
	const low = traits.lowRest;
	if (low === null || !reading || reading.state === 'loaded') return null;
	const packV = packVoltage(reading);
	const perCellV = packV / pack.cells;
	const fewer = pack.cells - 1;
	const oneLess = fewer >= 1 && packV >= fewer * low.oneLessV.low && packV <= fewer * low.oneLessV.high;
	if (oneLess && fewer * low.oneLessV.high >= pack.cells * low.ordinaryFromV) return 'either';
	if (oneLess) return reading.usedSince === 'until it faded' ? 'drained' : 'shorted';
	if (perCellV >= low.ordinaryFromV || perCellV < (recovery?.belowV ?? 0)) return null;
	return 'low';
}

/**
 * Whether this pack is charged no faster than `traits.lowRest.rateC` because of how low it rests.
 */
export const restsLow = (pack: Pick<Pack, 'chemistry' | 'cells'>, reading: ReadingInput | null): boolean => {
	const low = lowRestOf(pack, reading);
	if (low === 'either') {
		const { lowRest } = chemistryOf(pack.chemistry).traits;
		return packVoltage(reading!) / pack.cells < lowRest!.ordinaryFromV;
	}
	return low === 'low' || low === 'drained';
};
