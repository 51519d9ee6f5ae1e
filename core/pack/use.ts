/** A pack was used: when, and as far as anyone noticed for how long and how it felt. */
import { choice, figure, moment, type ValuesOf } from '../quantity/field';

export const USE = {
	at: moment({ label: 'Used until' }),
	/** Minutes of use; null where nobody looked. */
	minutes: figure({ label: 'Minutes', unit: 'min', min: 0.1, max: 6000, optional: true, start: null }),
	felt: choice({ label: 'How it felt', options: ['not said', 'as ever', 'weak', 'hot'] })
} as const;
export type Use = ValuesOf<typeof USE> & { id: string };

/**
 * A pack is left alone for so long after use, min; a hot one for longer (common practice, no
 * source).
 */
const COOLS_MIN = { usual: 30, hot: 60 } as const;

/** When a pack may be measured and charged again, ISO 8601. */
export const coolBy = ({ at, felt }: Pick<Use, 'at' | 'felt'>): string =>
	new Date(Date.parse(at) + 60e3 * (felt === 'hot' ? COOLS_MIN.hot : COOLS_MIN.usual)).toISOString();

export interface Draw {
	/** Mean current while it was used, A. */
	meanA: number;
	/** Minutes that a full pack would last at that. */
	fullMin: number;
}

/**
 * What the model draws, by what the charge after it put back; null where the minutes were not
 * noted. `putBackAh` is what went in, `capacityAh` what the pack holds.
 */
export function drawOf(minutes: number | null, putBackAh: number, capacityAh: number): Draw | null {
	if (minutes === null || minutes <= 0 || putBackAh <= 0) return null;
	const meanA = putBackAh / (minutes / 60);
	return { meanA, fullMin: (60 * capacityAh) / meanA };
}
