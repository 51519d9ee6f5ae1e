/**
 * What cells lose by themselves: between two readings at rest with nothing in between, each cell
 * against its fellows.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import type { Pack } from '../pack/pack';
import type { ReadingInput } from '../pack/reading';
import { median } from '../quantity/middle';

/** Two readings at rest between which the pack was neither charged nor used. */
export interface Quiet {
	from: ReadingInput;
	to: ReadingInput;
}

export interface Leaks {
	/** Days that were looked at, and how many pairs of readings. */
	days: number;
	pairs: number;
	/**
	 * The cell that loses most beyond its fellows, from 1: mV a day with one standard deviation;
	 * null for one cell.
	 */
	worst: { cell: number; mvPerDay: number; error: number } | null;
	/**
	 * Charge that the pack loses in a month, a share, with one standard deviation; null where volts
	 * do not tell.
	 */
	perMonth: { share: number; error: number } | null;
}

/** A meter repeats itself to this, V (common practice, no source). */
const METER_V = 0.005;
/** Two looks closer than this say nothing of days, d. */
const LEAST_DAYS = 0.4;
const DAY_MS = 86400e3;
/** A month, d. */
const MONTH = 30;

/** All pairs together, the longer ones counting for more; null where there is none. */
export function leaksOf(pack: Pack, quiet: readonly Quiet[]): Leaks | null {
	const { curve, traits } = chemistryOf(pack.chemistry);
	const pairs = quiet
		.map(({ from, to }) => ({
			days: (Date.parse(to.takenAt) - Date.parse(from.takenAt)) / DAY_MS,
			a: from.cellVoltagesV ?? [],
			b: to.cellVoltagesV ?? []
		}))
		.filter((p) => p.days >= LEAST_DAYS && p.a.length === pack.cells && p.b.length === pack.cells);
	if (pairs.length === 0) return null;
	const days = pairs.reduce((sum, p) => sum + p.days, 0);
	// Least squares through nothing: what each cell falls behind its fellows is proportional to the
	// days.
	const weight = pairs.reduce((sum, p) => sum + p.days ** 2, 0);
	const error = (METER_V * Math.SQRT2) / Math.sqrt(weight);
	const behind = Array.from({ length: pack.cells }, (_, i) => {
		const sum = pairs.reduce((total, { a, b, days: d }) => {
			const fellows = a.flatMap((v, k) => (k === i ? [] : [v - b[k]]));
			return total + d * (a[i] - b[i] - median(fellows));
		}, 0);
		return sum / weight;
	});
	const worst = behind.reduce((at, v, i) => (v > behind[at] ? i : at), 0);
	// Over one cell's curve, the mean of all; the slope where it stands carries the meter's error.
	const lost = pairs.map(({ a, b, days: d }) => {
		const soc = (cellV: readonly number[]) => cellV.reduce((s, v) => s + socAt(curve, v), 0) / cellV.length;
		const slope = (soc(a.map((v) => v + 0.005)) - soc(a.map((v) => v - 0.005))) / 0.01;
		return { d, share: soc(a) - soc(b), error: slope * METER_V * Math.sqrt(2 / a.length) };
	});
	const certain = lost.filter((l) => l.error > 0);
	const total = certain.reduce((sum, l) => sum + (l.d / l.error) ** 2, 0);
	return {
		days,
		pairs: pairs.length,
		worst: pack.cells > 1 ? { cell: worst + 1, mvPerDay: 1000 * behind[worst], error: 1000 * error } : null,
		perMonth:
			traits.voltsTellCharge && total > 0
				? {
						share: (MONTH * certain.reduce((sum, l) => sum + (l.d * l.share) / l.error ** 2, 0)) / total,
						error: MONTH / Math.sqrt(total)
					}
				: null
	};
}
