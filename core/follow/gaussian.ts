/**
 * A normal distribution of several numbers: drawn from, and its density, by the Cholesky factor
 * of its covariance.
 */

export interface Gaussian {
	mean: Float64Array;
	/** Lower triangle, row by row: covariance = L·Lᵀ. */
	lower: Float64Array[];
	/** Natural logarithm of the density's constant. */
	logScale: number;
}

const LOG_2PI = Math.log(2 * Math.PI);

/** Of independent numbers with mean 0 and one standard deviation 1. */
export function standard(size: number): Gaussian {
	const lower = Array.from({ length: size }, (_, i) => {
		const row = new Float64Array(size);
		row[i] = 1;
		return row;
	});
	return { mean: new Float64Array(size), lower, logScale: (-size / 2) * LOG_2PI };
}

/**
 * The one with mean and covariance of weighted points, the covariance widened by `wider` and
 * never narrower than `least` in any direction of its own numbers. Weights add up to 1.
 */
export function fitted(
	points: readonly Float64Array[],
	weights: Float64Array,
	wider: number,
	least: number
): Gaussian {
	const size = points[0].length;
	const mean = new Float64Array(size);
	points.forEach((p, k) => p.forEach((v, i) => (mean[i] += weights[k] * v)));
	const cov = Array.from({ length: size }, () => new Float64Array(size));
	points.forEach((p, k) => {
		for (let i = 0; i < size; i++)
			for (let j = 0; j <= i; j++) cov[i][j] += weights[k] * (p[i] - mean[i]) * (p[j] - mean[j]);
	});
	const lower = Array.from({ length: size }, () => new Float64Array(size));
	let logScale = (-size / 2) * LOG_2PI;
	for (let i = 0; i < size; i++)
		for (let j = 0; j <= i; j++) {
			let sum = wider * cov[i][j] + (i === j ? least * least : 0);
			for (let k = 0; k < j; k++) sum -= lower[i][k] * lower[j][k];
			if (i === j) {
				lower[i][i] = Math.sqrt(Math.max(sum, least * least));
				logScale -= Math.log(lower[i][i]);
			} else lower[i][j] = sum / lower[j][j];
		}
	return { mean, lower, logScale };
}

/** One point of it, from independent standard normal numbers. */
export function pointOf({ mean, lower }: Gaussian, normal: () => number): Float64Array {
	const size = mean.length;
	const z = new Float64Array(size);
	for (let i = 0; i < size; i++) z[i] = normal();
	const point = new Float64Array(size);
	for (let i = 0; i < size; i++) {
		let sum = mean[i];
		for (let k = 0; k <= i; k++) sum += lower[i][k] * z[k];
		point[i] = sum;
	}
	return point;
}

/** Natural logarithm of its density at `point`. */
export function logDensity(g: Gaussian, point: Float64Array): number {
	const size = point.length;
	const y = new Float64Array(size);
	let square = 0;
	for (let i = 0; i < size; i++) {
		let sum = point[i] - g.mean[i];
		for (let k = 0; k < i; k++) sum -= g.lower[i][k] * y[k];
		y[i] = sum / g.lower[i][i];
		square += y[i] * y[i];
	}
	return g.logScale - square / 2;
}
