/**
 * Draws from a distribution that is known but for its constant, as an ensemble that is brought
 * near in steps: what is learned is made as sharp by and by as half of the draws bear, these are
 * drawn anew by their weights, and each walks about by itself (Del Moral, Doucet and Jasra 2006,
 * J. R. Stat. Soc. B 68, 411-436; walks by Metropolis's rule; from memory). Directions that
 * nothing is learned of stay as they were drawn, however many there are: weights of draws from a
 * bell that was fitted would not bear those.
 */
import { fitted, pointOf } from '../../core/follow/gaussian';

export interface Draw<T> {
	z: Float64Array;
	/** Natural logarithm of how likely it is by what was known before, but for a constant. */
	logBase: number;
	/** Of what is learned: nought at the most. */
	logLikelihood: number;
	/** What else came of it. */
	shows: T;
}

export interface Target<T> {
	logBase(z: Float64Array): number;
	/**
	 * What is learned of these numbers, and what comes of them; null for what cannot be. Never above
	 * nought.
	 */
	learn(z: Float64Array): { logLikelihood: number; shows: T } | null;
}

export interface Walk {
	/** Steps that every draw takes after each sharpening. */
	steps: number;
	even: () => number;
	normal: () => number;
}

/** So many of a hundred draws are left to count when what is learned is made sharper. */
const LEFT = 0.5;
/**
 * As long a step as is taken in about a quarter of tries, for a bell (Roberts, Gelman and Gilks
 * 1997, Ann. Appl. Probab. 7, 110-120).
 */
const STEP = 2.38;
const WISHED = 0.25;
const LEAST_WIDTH = 1e-4;

const counting = (weights: Float64Array): number =>
	weights.reduce((a, b) => a + b, 0) ** 2 / weights.reduce((sum, w) => sum + w * w, 0);

/** Weights of a likelihood that is taken to `more` powers than it was. */
function weightsOf<T>(draws: readonly Draw<T>[], more: number): Float64Array {
	const most = draws.reduce((best, d) => Math.max(best, d.logLikelihood), -Infinity);
	return Float64Array.from(draws, (d) => Math.exp(more * (d.logLikelihood - most)));
}

/** As many powers more as leave half of the draws to count, and no more than are wanted. */
function sharper<T>(draws: readonly Draw<T>[], wanted: number): number {
	if (counting(weightsOf(draws, wanted)) >= LEFT * draws.length) return wanted;
	let [low, high] = [0, wanted];
	for (let n = 0; n < 40; n++) {
		const middle = (low + high) / 2;
		if (counting(weightsOf(draws, middle)) >= LEFT * draws.length) low = middle;
		else high = middle;
	}
	return low;
}

/**
 * As many draws as there were, each as often as its weight has it, at even distances (systematic
 * resampling).
 */
function drawnAnew<T>(draws: readonly Draw<T>[], weights: Float64Array, at: number): Draw<T>[] {
	const step = weights.reduce((a, b) => a + b, 0) / draws.length;
	const out: Draw<T>[] = [];
	let passed = weights[0];
	for (let k = 0, n = 0; n < draws.length; n++) {
		while (passed < (n + at) * step && k < draws.length - 1) passed += weights[++k];
		out.push(draws[k]);
	}
	return out;
}

/**
 * Every draw walks; `power` is how sharp what is learned is now. Says how many of the tries were
 * taken.
 */
function walked<T>(draws: Draw<T>[], target: Target<T>, power: number, scale: number, w: Walk): number {
	const size = draws[0].z.length;
	const even = new Float64Array(draws.length).fill(1 / draws.length);
	const bell = fitted(
		draws.map((d) => d.z),
		even,
		(scale * STEP) ** 2 / size,
		LEAST_WIDTH
	);
	bell.mean.fill(0);
	let taken = 0;
	for (let k = 0; k < draws.length; k++)
		for (let n = 0; n < w.steps; n++) {
			const from = draws[k];
			const step = pointOf(bell, w.normal);
			const z = from.z.map((v, i) => v + step[i]);
			const logBase = target.logBase(z);
			// The bar that it must come over is drawn first: what cannot, even if all that is learned
			// fits, is not tried out.
			const bar = Math.log(w.even()) + from.logBase + power * from.logLikelihood;
			if (!(logBase >= bar)) continue;
			const learned = target.learn(z);
			if (!learned || logBase + power * learned.logLikelihood < bar) continue;
			draws[k] = { z, logBase, ...learned };
			taken++;
		}
	return taken / (draws.length * w.steps);
}

/**
 * Brings draws of what was known before to what is known after; those that cannot be must have
 * been left out of `first`.
 */
export function tempered<T>(first: readonly Draw<T>[], target: Target<T>, walk: Walk): Draw<T>[] {
	let draws = [...first];
	let scale = 1;
	for (let power = 0; power < 1;) {
		const more = sharper(draws, 1 - power);
		draws = drawnAnew(draws, weightsOf(draws, more), walk.even());
		power = more === 1 - power ? 1 : power + more;
		const taken = walked(draws, target, power, scale, walk);
		scale *= Math.min(2, Math.max(0.5, Math.exp(taken - WISHED)));
	}
	return draws;
}
