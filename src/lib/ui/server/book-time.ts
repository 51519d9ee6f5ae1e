/**
 * The book's time on this page: what is measured and dated here goes by the clock of the machine
 * that keeps the book, not by that of the phone in hand.
 */

let aheadMs = 0;

/** Called with what the server said its time was, ISO 8601, as soon as it has said so. */
export function heardBookTime(now: string): void {
	aheadMs = Date.parse(now) - Date.now();
}

/** The book's time, ms since 1970. */
export const bookNowMs = (): number => Date.now() + aheadMs;

/** The book's time, ISO 8601. */
export const bookNow = (): string => new Date(bookNowMs()).toISOString();
