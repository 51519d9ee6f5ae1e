/**
 * A change made in another window while this one was typing: it is shown, never overwritten in
 * silence.
 */
import { isDeepStrictEqual } from 'node:util';
import { refuse, type Refusal } from './result';

/** Keys by which a change says what it started from; never stored. */
const WAS = 'was';

/** As it comes over the line: what is undefined is absent. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/**
 * A refusal that carries what is there now, where `input` says what it started from (`was`) and
 * that is something else; null where it agrees or nothing is said. Only what `was` names is
 * compared.
 */
export function changedMeanwhile(input: unknown, now: object, what: string): Refusal | null {
	const was = typeof input === 'object' && input !== null && WAS in input ? input[WAS] : undefined;
	if (typeof was !== 'object' || was === null) return null;
	const current = plain(now) as Record<string, unknown>;
	const same = Object.entries(was).every(([key, value]) => isDeepStrictEqual(current[key], value));
	if (same) return null;
	return {
		...refuse(409, `${what} was changed in another window while this one was open.`),
		current
	};
}
