/**
 * The capacity that rates count from: a worn pack has less to take a current than its label says.
 */
import { milliampHours, text } from '../quantity/format';
import type { Pack } from './pack';

/**
 * Capacity lost per year of a pack whose capacity was never measured (common practice, no source).
 */
const FADE_PER_YEAR = 0.03;
const YEAR_MS = 365.25 * 86400e3;

type Rated = Pick<Pack, 'capacityAh' | 'measuredCapacityAh'>;

/** What is believed of a pack's capacity now, where its state was looked at. */
export interface BelievedCapacity {
	believedCapacityAh?: number;
}

/** Less than this share of the label is worth a word. */
const WORTH_SAYING = 0.98;

/** The smaller of what the label says and what was measured, Ah. */
export const provedAh = (pack: Rated): number =>
	Math.min(pack.capacityAh, pack.measuredCapacityAh ?? Infinity);

/** The smallest of what the label says, what was measured and what is believed now, Ah. */
export const ratedAh = (pack: Rated & BelievedCapacity): number =>
	Math.min(provedAh(pack), pack.believedCapacityAh ?? Infinity);

/**
 * Behind a rate, where it is not the label's capacity that it counts from: " of 1560 mAh", " of
 * 1870 mAh by its age"; else nothing.
 */
export function ofMeasured(pack: Rated & BelievedCapacity): string {
	const ah = ratedAh(pack);
	if (ah >= WORTH_SAYING * pack.capacityAh) return '';
	return ` of ${text(milliampHours(ah))}${ah < WORTH_SAYING * provedAh(pack) ? ' by its age' : ''}`;
}

/**
 * Best guess of the present capacity at `now` (ISO 8601), Ah: measured, or the label's less fade
 * with age.
 */
export function presentCapacityAh(pack: Rated & Pick<Pack, 'firstUsedOn'>, now: string): number {
	if (pack.measuredCapacityAh !== null) return pack.measuredCapacityAh;
	const years = pack.firstUsedOn ? (Date.parse(now) - Date.parse(pack.firstUsedOn)) / YEAR_MS : 0;
	return pack.capacityAh * Math.max(0.6, 1 - FADE_PER_YEAR * Math.max(0, years));
}
