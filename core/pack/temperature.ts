/** How warm a pack is now: as it was measured while that is fresh, and then somewhere between that and the air around it. */
import { degrees, text } from '../quantity/format';
import type { ReadingInput } from './reading';

/** After this long a pack has taken on much of the air's temperature, or has been carried elsewhere, ms (common practice, no source). */
const FRESH_MS = 3600e3;

export interface PackTemperature {
	/** To compute with, °C: as measured, or the air's once that is old or was never taken. */
	packDegC: number;
	/** What it may be at most and at least, °C: what counts for the limits. */
	coldestDegC: number;
	warmestDegC: number;
}

/** Hours since a reading's temperature was taken; null when there is none, and 0 when its date lies ahead. */
function ageMs(reading: ReadingInput | null, now: string): number | null {
	if (reading?.temperatureDegC == null) return null;
	return Date.parse(now) - Date.parse(reading.takenAt);
}

const isFresh = (age: number | null): boolean => age !== null && age >= -FRESH_MS && age <= FRESH_MS;

/** The pack's temperature at `now` (ISO 8601) in air of `ambientDegC`. */
export function packTemperature(
	reading: ReadingInput | null,
	ambientDegC: number,
	now: string
): PackTemperature {
	const measured = reading?.temperatureDegC ?? null;
	if (measured === null) return { packDegC: ambientDegC, coldestDegC: ambientDegC, warmestDegC: ambientDegC };
	if (isFresh(ageMs(reading, now)))
		return { packDegC: measured, coldestDegC: measured, warmestDegC: measured };
	return {
		packDegC: ambientDegC,
		coldestDegC: Math.min(measured, ambientDegC),
		warmestDegC: Math.max(measured, ambientDegC)
	};
}

/** How it is known that the pack may be at `degC`, one clause: "the air is at 2 °C, and the pack was measured 5 h ago". */
export function howWarm(
	reading: ReadingInput | null,
	ambientDegC: number,
	now: string,
	degC: number
): string {
	const at = text(degrees(degC));
	const age = ageMs(reading, now);
	if (age === null) return `the air is at ${at}, and nobody measured the pack`;
	if (isFresh(age)) return `the pack is at ${at}`;
	const hours = `${Math.max(1, Math.round(age / 3600e3))} h ago`;
	return reading?.temperatureDegC === degC && degC !== ambientDegC
		? `the pack was at ${at} when it was measured, ${hours}`
		: `the air is at ${at}, and the pack was measured ${hours}`;
}
