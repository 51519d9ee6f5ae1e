/**
 * JSON in a column carries the version of its shape: `{"v":1,"value":…}`. When a shape changes,
 * the version goes up and what was written under an older one is brought up to date as it is
 * read; rows need not be rewritten in one go.
 */

/** The version that is written. */
export const JSON_VERSION = 1;

/** What turns a value of the version that is the key into the next one. */
const NEXT: Readonly<Record<number, (value: unknown) => unknown>> = {};

interface Versioned {
	v: number;
	value: unknown;
}

export const wrap = (value: unknown, version = JSON_VERSION): Versioned | null =>
	value == null ? null : { v: version, value };

/** The value in a column, as of today; throws for one that a later release has written. */
export function unwrap(stored: unknown, next = NEXT, version = JSON_VERSION): unknown {
	if (stored == null) return null;
	let { v, value } = stored as Versioned;
	if (v > version) throw new Error(`a column holds version ${v} of its shape; this release knows ${version}`);
	for (; v < version; v++) value = next[v](value);
	return value;
}
