/**
 * The hours after a charge: cells that were level stay level, or fall alike. One that falls more
 * than its fellows, and again by the next day, has a soft short; nothing on the charger shows
 * that.
 */
import { cellVoltages, type ReadingInput } from '../pack/reading';

export type AfterState = 'too soon' | 'ask' | 'sound' | 'again' | 'flagged';

export interface After {
	state: AfterState;
	/** Whole sentences with figures. */
	sentence: string;
	/** When it is measured next, ISO 8601; null where nothing is asked any more. */
	askFrom: string | null;
}

/* All common practice, no source. */
const HOUR_MS = 3600e3;
/** Asked from so long after the end on; a reading a little earlier counts too, h. */
const FIRST_H = 1;
const COUNTS_H = 0.75;
/** A day later counts from here on, h; nobody is asked any more after that, h. */
const NEXT_DAY_H = 18;
const FORGOTTEN_H = 72;
/** A cell that falls so much more than the middle one of its pack is looked at again, V. */
export const FALLS_V = 0.01;

/**
 * The middle one; of an even number the lower of the two, so that of two cells each is held
 * against the other.
 */
const middle = (values: readonly number[]): number => {
	const sorted = values.toSorted((a, b) => a - b);
	return sorted[(sorted.length - 1) >> 1];
};
const mV = (v: number): string => `${Math.round(1000 * v)} mV`;
const plus = (at: string, h: number): string => new Date(Date.parse(at) + h * HOUR_MS).toISOString();

export interface Fall {
	cell: number;
	/** More than the middle cell fell, V. */
	byV: number;
	/** What the middle cell fell, V. */
	usualV: number;
	hours: number;
}

/** How the cells of a reading fell since an end at `endV` (V per cell). */
export function fallOf(endV: readonly number[], endedAt: string, reading: ReadingInput): Fall {
	const fell = cellVoltages(reading, endV.length).map((v, i) => endV[i] - v);
	const usual = middle(fell);
	const byV = Math.max(...fell) - usual;
	return {
		cell: fell.indexOf(Math.max(...fell)) + 1,
		byV,
		usualV: usual,
		hours: (Date.parse(reading.takenAt) - Date.parse(endedAt)) / HOUR_MS
	};
}

/**
 * What the readings since say of a pack that ended with `endV` (V per cell). `readings` are those
 * taken after the end while the pack lay unused, any order; those without cells are passed over.
 * Null for a single cell, and once nobody asked for three days.
 */
export function judgeAfter(
	endV: readonly number[],
	endedAt: string,
	readings: readonly ReadingInput[],
	now: string
): After | null {
	if (endV.length < 2) return null;
	const falls = readings
		.filter(
			(r) =>
				r.cellVoltagesV?.length === endV.length && r.usedSince !== 'used' && r.usedSince !== 'until it faded'
		)
		.map((r) => fallOf(endV, endedAt, r))
		.filter((f) => f.hours >= COUNTS_H)
		.sort((a, b) => a.hours - b.hours);
	const first = falls[0];
	if (!first) {
		if (now < plus(endedAt, FIRST_H))
			return {
				state: 'too soon',
				sentence:
					'Measure its cells again an hour after the end: a cell that falls by itself shows only then.',
				askFrom: plus(endedAt, FIRST_H)
			};
		if (now > plus(endedAt, FORGOTTEN_H)) return null;
		return {
			state: 'ask',
			sentence: 'Measure its cells now, as they lie: a cell that falls by itself shows only after a while.',
			askFrom: plus(endedAt, FIRST_H)
		};
	}
	const later = falls.findLast((f) => f.hours >= NEXT_DAY_H);
	if (first.byV < FALLS_V - 1e-9 && (!later || later.byV < FALLS_V - 1e-9))
		return {
			state: 'sound',
			sentence: `Its cells stayed as they ended: none fell ${mV(FALLS_V)} more than its fellows in ${Math.round((later ?? first).hours)} h.`,
			askFrom: null
		};
	const worst = later && later.byV > first.byV ? later : first;
	if (!later)
		return {
			state: 'again',
			sentence: `Cell ${first.cell} fell ${mV(first.byV)} more than its fellows in ${Math.round(first.hours)} h: measure once more a day after the end before anything is said of it.`,
			askFrom: plus(endedAt, 24)
		};
	if (later.byV < FALLS_V - 1e-9)
		return {
			state: 'sound',
			sentence: `Cell ${first.cell} was ${mV(first.byV)} lower at first and is level with its fellows a day later: it had not settled.`,
			askFrom: null
		};
	return {
		state: 'flagged',
		sentence: `Cell ${worst.cell} fell ${mV(worst.byV)} more than its fellows in ${Math.round(worst.hours)} h while nothing was connected: a soft short. It is not charged without watching, is stored apart, and is on its way to being retired.`,
		askFrom: null
	};
}
