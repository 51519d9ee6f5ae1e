/**
 * Figures that are possible but more likely a slip: 1.4 typed for 1400 mAh, 450 for 4.5 A, a
 * capacity in Ah where mAh is asked. The tool asks; it does not correct. Thresholds: common
 * practice, no source.
 */

export interface Plausibility {
	/** What to ask, one sentence. */
	question: string;
	/** The figure probably meant, in the unit of the question. */
	meant: number;
}

interface Usual {
	label: string;
	unit: string;
	low: number;
	high: number;
}

const SLIPS = [1000, 100, 10];

/**
 * Returns a question when `value` lies outside what is usual but would lie inside it after a slip
 * by ten, a hundred or a thousand; null when it is usual or when no such slip explains it. All in
 * one unit.
 */
export function askAboutSlip(value: number, usual: Usual): Plausibility | null {
	if (!(value > 0) || (value >= usual.low && value <= usual.high)) return null;
	for (const slip of SLIPS) {
		const meant = value < usual.low ? value * slip : value / slip;
		if (meant >= usual.low && meant <= usual.high) {
			const figure = Number(meant.toPrecision(6));
			return {
				question: `${usual.label} of ${value} ${usual.unit} is unusual. Was ${figure} ${usual.unit} meant?`,
				meant: figure
			};
		}
	}
	return null;
}

/**
 * Usual capacity of one pack, mAh (common practice, no source): indoor cells of 50 mAh to field
 * packs of 30 Ah.
 */
export const USUAL_CAPACITY_MAH: Usual = { label: 'A capacity', unit: 'mAh', low: 50, high: 30000 };
/** Chemistries of vehicles and houses come larger (common practice, no source). */
export const usualCapacityMah = ({ large }: { readonly large: boolean }): Usual =>
	large ? { ...USUAL_CAPACITY_MAH, high: 300_000 } : USUAL_CAPACITY_MAH;
/** Usual charge current of one hobby channel, A (common practice, no source). */
export const USUAL_CHANNEL_CURRENT_A: Usual = { label: 'A channel current', unit: 'A', low: 0.5, high: 40 };
/** Usual power of one channel, W (common practice, no source). */
export const USUAL_CHANNEL_POWER_W: Usual = { label: 'A channel power', unit: 'W', low: 15, high: 1500 };
/** Usual resistance of one cell, mΩ (common practice, no source). */
export const USUAL_CELL_RESISTANCE_MOHM: Usual = {
	label: 'A cell resistance',
	unit: 'mΩ',
	low: 0.3,
	high: 300
};
