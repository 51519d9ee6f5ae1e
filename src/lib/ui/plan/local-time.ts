/**
 * Moments as the browser's own date and time fields hold them: in the person's zone, to the
 * minute.
 */
import dayjs from 'dayjs';
import { bookNow } from '$lib/ui/server/book-time';

/** `2026-11-28T09:00`. */
export const toInput = (at: string | null): string =>
	at === null ? '' : dayjs(at).format('YYYY-MM-DDTHH:mm');

/** ISO 8601, or null for what is no moment. */
export function fromInput(value: string): string | null {
	const at = dayjs(value);
	return value !== '' && at.isValid() ? at.toISOString() : null;
}

/** `20:14`, with the day before it where that is another one than `now`'s: `Sat 20:14`. */
export const clockBeside = (at: string, now: string): string =>
	dayjs(at).format(dayjs(at).isSame(dayjs(now), 'day') ? 'HH:mm' : 'ddd HH:mm');

/** The moment it is, ISO 8601. */
export const present = bookNow;
