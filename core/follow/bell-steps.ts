/**
 * How well a figure that was read agrees with what is expected along a line that is looked at in
 * steps: on average over each step, as what lies between two places must not be missed where the
 * line is steep.
 */
import { normalBelow } from '../quantity/bell';

/** Natural logarithm of a bell's density at `off` from its middle, without its constant. */
export const logBell = (off: number, sigma: number): number => -((off / sigma) ** 2) / 2 - Math.log(sigma);

/** Within so many standard deviations a step is no wider than its middle tells. */
const NARROW = 0.3;
/**
 * Shares of a bell below this are told too roughly, see {@link normalBelow}: there the nearer
 * edge tells.
 */
const LEAST_SHARE = 1e-5;
/** Tries that halve a step until a thousandth of it is left. */
const HALVINGS = 10;

/**
 * {@link logBell} on average over each step; `offs` are by how much what was read is off at the
 * edges, one more than there are steps, and what is expected is taken for straight between two of
 * them. `sigmas` is one standard deviation, the same for all or of each step.
 */
export function logBellOver(offs: ArrayLike<number>, sigmas: number | Float64Array): Float64Array {
	const steps = new Float64Array(offs.length - 1);
	const same = typeof sigmas === 'number';
	// Every edge but the outer ones belongs to two steps; where steps are narrow nobody asks.
	let edge = -1;
	let belowEdge = 0;
	for (let k = 0; k < steps.length; k++) {
		const sigma = same ? sigmas : sigmas[k];
		const [one, other] = [offs[k] / sigma, offs[k + 1] / sigma];
		const wide = Math.abs(other - one);
		if (wide < NARROW) {
			steps[k] = logBell((offs[k] + offs[k + 1]) / 2, sigma);
			continue;
		}
		const first = same && edge === k ? belowEdge : normalBelow(one);
		belowEdge = normalBelow(other);
		edge = k + 1;
		const share = Math.abs(first - belowEdge);
		if (share > LEAST_SHARE) {
			steps[k] = Math.log((share * Math.sqrt(2 * Math.PI)) / wide) - Math.log(sigma);
			continue;
		}
		const nearest = Math.min(Math.abs(one), Math.abs(other));
		steps[k] = logBell(nearest * sigma, sigma) - Math.log(Math.max(1, nearest * wide));
	}
	return steps;
}

/**
 * Which part of a step, 0 to 1, has this share of the bell over it; `one` and `other` are by how
 * much its edges are off.
 */
export function partOfStep(share: number, one: number, other: number, sigma: number): number {
	const [first, last] = [normalBelow(one / sigma), normalBelow(other / sigma)];
	if (Math.abs(last - first) < LEAST_SHARE || Math.abs(other - one) < NARROW * sigma) return share;
	const wanted = first + share * (last - first);
	let [from, to] = [0, 1];
	for (let n = 0; n < HALVINGS; n++) {
		const middle = (from + to) / 2;
		const below = normalBelow((one + middle * (other - one)) / sigma);
		if (last > first ? below < wanted : below > wanted) from = middle;
		else to = middle;
	}
	return (from + to) / 2;
}
