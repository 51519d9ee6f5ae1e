/**
 * A distribution over the state of charge on a uniform grid: 241 points of 0.5 % from −10 % to 110
 * %, so that cells that were emptied or filled too far have their place. Weights add up to 1.
 */

/** Grid step and range, state of charge as a share. */
export const SOC_STEP = 0.005;
export const SOC_MIN = -0.1;
export const SOC_MAX = 1.1;
export const SOC_POINTS = Math.round((SOC_MAX - SOC_MIN) / SOC_STEP) + 1;

export type SocDistribution = Float64Array;

/** State of charge of each grid point. */
export const SOC_AT: SocDistribution = Float64Array.from(
	{ length: SOC_POINTS },
	(_, i) => SOC_MIN + i * SOC_STEP
);

const FIRST_ORDINARY = Math.round((0 - SOC_MIN) / SOC_STEP);
const LAST_ORDINARY = Math.round((1 - SOC_MIN) / SOC_STEP);

/**
 * A cell outside 0 to 100 % is this much less likely than one inside before anything was read
 * (common practice, no source).
 */
const OUTSIDE = 0.5;

/** Nothing is known: every state of charge from 0 to 1 alike, outside of that less. */
export function unknownSoc(): SocDistribution {
	return normalised(SOC_AT.map((_, i) => (i >= FIRST_ORDINARY && i <= LAST_ORDINARY ? 1 : OUTSIDE)));
}

export const total = (p: SocDistribution): number => {
	let sum = 0;
	for (let i = 0; i < p.length; i++) sum += p[i];
	return sum;
};

/** The same weights scaled to a total of 1; where all are zero, {@link unknownSoc}. */
export function normalised(p: SocDistribution): SocDistribution {
	const sum = total(p);
	if (!(sum > 0)) return unknownSoc();
	const out = new Float64Array(p.length);
	for (let i = 0; i < p.length; i++) out[i] = p[i] / sum;
	return out;
}

/**
 * Puts `weight` at `soc`, split between the two grid points beside it; beyond the ends it stays at
 * the end.
 */
export function addAt(p: SocDistribution, soc: number, weight: number): void {
	const place = Math.min(SOC_POINTS - 1, Math.max(0, (soc - SOC_MIN) / SOC_STEP));
	const i = Math.min(SOC_POINTS - 2, Math.floor(place));
	const above = place - i;
	p[i] += weight * (1 - above);
	p[i + 1] += weight * above;
}

/** Every point moved to `map(soc)`. */
export function moved(p: SocDistribution, map: (soc: number) => number): SocDistribution {
	const out = new Float64Array(SOC_POINTS);
	for (let i = 0; i < p.length; i++) if (p[i] > 1e-9) addAt(out, map(SOC_AT[i]), p[i]);
	return out;
}

/**
 * Widened by a normal error of standard deviation `sigma`, a share; mass that would leave the grid
 * stays at its end.
 */
export function widened(p: SocDistribution, sigma: number): SocDistribution {
	const reach = Math.ceil((3.5 * sigma) / SOC_STEP);
	if (!(sigma > SOC_STEP / 4)) return p;
	const kernel = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
		Math.exp(-0.5 * (((k - reach) * SOC_STEP) / sigma) ** 2)
	);
	const sum = total(kernel);
	// On a wider grid first: what would leave this one is put to its ends once.
	const wide = new Float64Array(SOC_POINTS + 2 * reach);
	for (let i = 0; i < SOC_POINTS; i++) {
		if (p[i] < 1e-9) continue;
		const share = p[i] / sum;
		for (let k = 0; k < kernel.length; k++) wide[i + k] += share * kernel[k];
	}
	const out = wide.slice(reach, reach + SOC_POINTS);
	for (let i = 0; i < reach; i++) {
		out[0] += wide[i];
		out[SOC_POINTS - 1] += wide[reach + SOC_POINTS + i];
	}
	return out;
}

/**
 * An unknown amount taken out: what was at a point lies anywhere from empty to there, each share
 * alike.
 */
export function drawnDown(p: SocDistribution): SocDistribution {
	const out = new Float64Array(SOC_POINTS);
	let above = 0;
	for (let i = SOC_POINTS - 1; i > FIRST_ORDINARY; i--) {
		above += p[i] / (i - FIRST_ORDINARY + 1);
		out[i] = above;
	}
	out[FIRST_ORDINARY] = above + p[FIRST_ORDINARY];
	for (let i = 0; i < FIRST_ORDINARY; i++) out[i] = p[i];
	return out;
}

/**
 * An unknown amount put in: what was at a point lies anywhere from there to full, each share alike.
 */
export function filledUp(p: SocDistribution): SocDistribution {
	const out = new Float64Array(SOC_POINTS);
	let below = 0;
	for (let i = 0; i < LAST_ORDINARY; i++) {
		below += p[i] / (LAST_ORDINARY - i + 1);
		out[i] = below;
	}
	out[LAST_ORDINARY] = below + p[LAST_ORDINARY];
	for (let i = LAST_ORDINARY + 1; i < SOC_POINTS; i++) out[i] = p[i];
	return out;
}

export function meanOf(p: SocDistribution): number {
	let sum = 0;
	for (let i = 0; i < SOC_POINTS; i++) sum += p[i] * SOC_AT[i];
	return sum;
}

/** One standard deviation, a share; never below what the grid itself can tell. */
export function sigmaOf(p: SocDistribution): number {
	const mean = meanOf(p);
	let sum = 0;
	for (let i = 0; i < SOC_POINTS; i++) sum += p[i] * (SOC_AT[i] - mean) ** 2;
	return Math.max(SOC_STEP / 2, Math.sqrt(sum));
}

/**
 * The state of charge that a share `part` (0 to 1) of the distribution lies below; linear within a
 * step.
 */
export function quantileOf(p: SocDistribution, part: number): number {
	let below = 0;
	for (let i = 0; i < SOC_POINTS; i++) {
		if (below + p[i] >= part && p[i] > 0) return SOC_AT[i] + ((part - below) / p[i] - 0.5) * SOC_STEP;
		below += p[i];
	}
	return SOC_MAX;
}

/** The probability of lying from `low` to `high`, both included. */
export function probabilityWithin(p: SocDistribution, low: number, high: number): number {
	let sum = 0;
	for (let i = 0; i < SOC_POINTS; i++)
		if (SOC_AT[i] >= low - SOC_STEP / 2 && SOC_AT[i] <= high + SOC_STEP / 2) sum += p[i];
	return sum;
}
