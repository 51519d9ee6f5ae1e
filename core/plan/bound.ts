/**
 * What no plan can cost less than, and what each limit is worth in each slot: prices by which
 * every job is placed alone, raised where the jobs together want more than there is (Lagrangian
 * relaxation with subgradient steps; Fisher 1981, Management Science 27, 1-18, from memory). The
 * prices also say what holds a plan up.
 */
import type { Placement, Problem } from './problem';

export interface Prices {
	/** No plan costs less, visits left out. */
	bound: number;
	/** Price of one unit of each limit in each slot, in ordinary charges' wear: limit by limit. */
	of: Float64Array;
}

const ROUNDS = 120;

/**
 * The bound and the prices after so many rounds; `known` is the cost of a plan that is there
 * already.
 */
export function pricesFor(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	known: number,
	rounds = ROUNDS
): Prices {
	const { slots, limits, stores, jobs } = problem;
	const size = limits.length * slots;
	// What is left of each limit when all that was taken before is off.
	const room = new Float64Array(size + stores.length);
	limits.forEach((l, n) => {
		for (let s = 0; s < slots; s++) room[n * slots + s] = Math.max(0, l.cap - (l.taken[s] ?? 0));
	});
	stores.forEach((st, n) => (room[size + n] = st.cap));
	// Watts and slots are counted in shares of their cap, so that one step length suits all.
	const scale = new Float64Array(size + stores.length).fill(1);
	limits.forEach((l, n) => scale.fill(1 / Math.max(l.cap, 1e-9), n * slots, (n + 1) * slots));
	stores.forEach((st, n) => (scale[size + n] = 1 / Math.max(st.cap, 1e-9)));

	const price = new Float64Array(size + stores.length);
	const best = new Float64Array(size + stores.length);
	const want = new Float64Array(size + stores.length);
	let bound = -Infinity;
	let step = 1.2;
	let stuck = 0;
	/** Limits that have a price anywhere. */
	const dear = new Uint8Array(limits.length);
	const sums = new Float64Array(limits.length * (slots + 1));

	const priceOf = (p: Placement): number => {
		let sum = p.cost;
		for (const { limit, at, amounts } of p.uses) {
			if (!dear[limit]) continue;
			const from = p.start + at;
			const base = limit * (slots + 1) + from;
			// The same in every slot: a difference of sums.
			if (amounts.length < 3 || amounts[0] === amounts[amounts.length - 1]) {
				const flat = amounts.every((a) => a === amounts[0]);
				if (flat) {
					sum += amounts[0] * (sums[base + amounts.length] - sums[base]);
					continue;
				}
			}
			for (let k = 0; k < amounts.length; k++) sum += amounts[k] * (sums[base + k + 1] - sums[base + k]);
		}
		for (const { store, amount } of p.stores) sum += price[size + store] * amount;
		return sum;
	};

	for (let round = 0; round < rounds; round++) {
		for (let n = 0; n < limits.length; n++) {
			dear[n] = price.subarray(n * slots, (n + 1) * slots).some((x) => x > 0) ? 1 : 0;
			for (let s = 0; s < slots; s++)
				sums[n * (slots + 1) + s + 1] = sums[n * (slots + 1) + s] + price[n * slots + s];
		}
		want.fill(0);
		let value = 0;
		for (let i = 0; i < price.length; i++) value -= price[i] * room[i];
		for (let j = 0; j < jobs.length; j++) {
			let least = jobs[j].weight;
			let chosen: Placement | null = null;
			for (const p of placements[j]) {
				// Prices are never below nothing: what costs more already cannot be the least.
				if (p.cost >= least) break;
				const cost = priceOf(p);
				if (cost < least) [least, chosen] = [cost, p];
			}
			value += least;
			if (!chosen) continue;
			for (const { limit, at, amounts } of chosen.uses)
				for (let k = 0; k < amounts.length; k++) want[limit * slots + chosen.start + at + k] += amounts[k];
			for (const { store, amount } of chosen.stores) want[size + store] += amount;
		}
		if (value > bound + 1e-9) {
			bound = value;
			best.set(price);
			stuck = 0;
		} else if (++stuck >= 6) {
			step /= 2;
			stuck = 0;
		}
		if (known - bound < 1e-6) break;
		let norm = 0;
		for (let i = 0; i < price.length; i++) {
			const over = (want[i] - room[i]) * scale[i];
			if (over > 0 || price[i] > 0) norm += over * over;
		}
		if (norm < 1e-12) break;
		const length = (step * Math.max(known - value, 1e-3)) / norm;
		for (let i = 0; i < price.length; i++) {
			const over = (want[i] - room[i]) * scale[i];
			price[i] = Math.max(0, price[i] + length * over * scale[i]);
		}
	}
	return { bound: Math.max(0, bound), of: best.slice(0, size) };
}

/** What a placement's uses are worth at these prices, in ordinary charges' wear. */
export function worthOf({ slots }: Problem, prices: Float64Array, p: Placement): number {
	let sum = 0;
	for (const { limit, at, amounts } of p.uses) {
		const base = limit * slots + p.start + at;
		for (let k = 0; k < amounts.length; k++) if (prices[base + k] > 0) sum += amounts[k] * prices[base + k];
	}
	return sum;
}
