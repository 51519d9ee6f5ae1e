/** When something was read or used, as a person or another program says it. */
import { done, refuse, type Result } from '../../result';

/** Nobody has measured a pack before this: an earlier moment is a slip. */
const EARLIEST = Date.parse('1990-01-01T00:00:00Z');
/**
 * Clocks of a phone and of the application differ by this much at most, ms; a reading within it
 * was taken now.
 */
const CLOCKS_DIFFER_MS = 2 * 60e3;

/**
 * The moment that was given, as far as it can be one: not before there were such packs, and not
 * from the future.
 */
export function momentOf(takenAt: string, now: string): Result<string> {
	const at = Date.parse(takenAt);
	const no = (message: string) => refuse(422, message, { takenAt: message });
	if (!(at >= EARLIEST)) return no('A reading before 1990 is a slip in the date.');
	if (at > Date.parse(now) + CLOCKS_DIFFER_MS)
		return no('A reading cannot be from the future: look at the date and at the clock.');
	return done(new Date(Math.min(at, Date.parse(now))).toISOString());
}
