/** Text and JSON from the bytes of a request or a file. */
import { done, refuse, type Result } from './result';

const NUL = '\u0000';

/** Whether any text in `value`, however deep, holds a NUL, which SQLite ends a text at. */
function holdsNul(value: unknown): boolean {
	if (typeof value === 'string') return value.includes(NUL);
	if (typeof value !== 'object' || value === null) return false;
	return Object.entries(value).some(([key, part]) => key.includes(NUL) || holdsNul(part));
}

/**
 * Characters of a text: UTF-8, or UTF-16 where its first bytes say so; null where it is neither.
 */
export function textOf(bytes: Uint8Array): string | null {
	const [a, b] = bytes;
	const coding = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
	try {
		return new TextDecoder(coding, { fatal: true }).decode(bytes);
	} catch {
		return null;
	}
}

/** JSON from a text, or why there is none, in words. */
export function parseJson(text: string): Result<unknown> {
	try {
		const body: unknown = JSON.parse(text);
		return holdsNul(body) ? refuse(422, 'A text holds a character that cannot be kept (NUL).') : done(body);
	} catch (error) {
		// A body nested a hundred thousand deep is no JSON of this application either.
		if (error instanceof SyntaxError || error instanceof RangeError)
			return refuse(400, 'The body is not JSON.');
		throw error;
	}
}
