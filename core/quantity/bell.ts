/** The bell curve of errors. */

/** Share of standard normal numbers below `z`, to 2e-7. */
export const normalBelow = (z: number): number => {
	// Abramowitz and Stegun 1964, 7.1.26, from memory; good to 2e-7.
	const x = Math.abs(z) / Math.SQRT2;
	const t = 1 / (1 + 0.3275911 * x);
	const poly =
		t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
	const half = 0.5 * poly * Math.exp(-x * x);
	return z > 0 ? 1 - half : half;
};
