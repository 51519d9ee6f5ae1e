/** How long a pack may have lain this low: by the answer, never by the age of its reading. */
import type { ReadingInput } from './reading';

const DAY_MS = 86400e3;
/** Days that each answer may mean at most. */
const MOST_DAYS: Readonly<Record<ReadingInput['lowFor'], number>> = {
	'not said': Infinity,
	'a day at most': 1,
	'a week at most': 7,
	longer: Infinity
};
/** The answer is of the moment of the reading: so much later it still holds, d. */
const SAME_DAY = 0.5;

/**
 * The most days that the pack may have lain empty at `now` (ISO 8601); Infinity where it is
 * not known or was longer than a week.
 */
export function emptyForDays({ lowFor, takenAt }: ReadingInput, now: string): number {
	const since = (Date.parse(now) - Date.parse(takenAt)) / DAY_MS;
	return MOST_DAYS[lowFor] + (since > SAME_DAY ? since : 0);
}
