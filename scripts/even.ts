/**
 * A pack of even cells from one whose cells differ, for truths that bring differences of their
 * own.
 */

/** Every cell as the usual one of them is: their geometric mean. */
export function evened(values: Float64Array): Float64Array {
	const usual = Math.exp(values.reduce((sum, x) => sum + Math.log(x), 0) / values.length);
	return values.map(() => usual);
}
