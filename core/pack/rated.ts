/** The capacity that rates count from: a worn pack has less to take a current than its label says. */
import { milliampHours, text } from '../quantity/format';
import type { Pack } from './pack';

type Rated = Pick<Pack, 'capacityAh' | 'measuredCapacityAh'>;

/** Less than this share of the label is worth a word. */
const WORTH_SAYING = 0.98;

/** The smaller of what the label says and what was measured, Ah. */
export const ratedAh = (pack: Rated): number =>
	Math.min(pack.capacityAh, pack.measuredCapacityAh ?? Infinity);

/** Behind a rate, where it is not the label's capacity that it counts from: " of 1560 mAh"; else nothing. */
export const ofMeasured = (pack: Rated): string =>
	ratedAh(pack) < WORTH_SAYING * pack.capacityAh ? ` of ${text(milliampHours(ratedAh(pack)))}` : '';
