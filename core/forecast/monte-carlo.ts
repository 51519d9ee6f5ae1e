/**
 * The forecast's band: many charges, each with its own capacity, resistance, start, spread,
 * temperature and charger error, drawn from a seed. A generator, so that the caller can show
 * progress, let other work in, or stop listening.
 */
import { quantileSorted } from 'd3-array';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { goesOn, simulateLeg } from '../simulate/legs';
import type { SimulatedState } from '../simulate/pack-simulation';
import { packModel, uncertaintyOf } from './assume';
import type { Departure } from './departure';
import { coarseStepS, type Spread } from './forecast';
import { endedByFull, legsOf, unguarded } from './program-legs';
import { normal, uniform } from '../simulate/random';

/**
 * Departures beyond this many standard deviations are not drawn: no real meter or cell is that
 * far off.
 */
const FURTHEST = 3;
const LONGEST_S = 72 * 3600;

export interface Band {
	timeMin: number[];
	/** 5th, 50th and 95th percentile at each time, over the runs still going. */
	packV: { low: number[]; middle: number[]; high: number[] };
	currentA: { low: number[]; middle: number[]; high: number[] };
	endMin: Spread;
	chargeAh: Spread;
	highestCellV: Spread;
	runs: number;
}

/** In order; typed arrays sort numbers as numbers, and quickly. */
const inOrder = (values: readonly number[]): number[] => Array.from(Float64Array.from(values).sort());
const quantileOf = (sorted: number[], q: number): number => quantileSorted(sorted, q) ?? NaN;

function spreadOf(values: number[]): Spread {
	const sorted = inOrder(values);
	return {
		median: quantileOf(sorted, 0.5),
		p5: quantileOf(sorted, 0.05),
		p95: quantileOf(sorted, 0.95),
		p99: quantileOf(sorted, 0.99)
	};
}

function bandAt(columns: readonly (readonly number[])[]): Band['packV'] {
	const sorted = columns.map(inOrder);
	const line = (q: number) => sorted.map((c) => quantileOf(c, q));
	return { low: line(0.05), middle: line(0.5), high: line(0.95) };
}

/** What runs left behind: at each moment of the grid those still going, and how each ended. */
export interface Samples {
	packV: number[][];
	currentA: number[][];
	endMin: number[];
	chargeAh: number[];
	highestCellV: number[];
}

export interface Sampling {
	seed: number;
	/** The grid goes so far, min, in so many points. */
	untilMin: number;
	points?: number;
	/**
	 * Of every so many runs one is done here, the one at this place: so that several workers share
	 * one set of runs.
	 */
	of?: number;
	at?: number;
}

const POINTS = 80;

/** None yet, for a grid of so many points. */
export const emptySamples = (points = POINTS): Samples => ({
	packV: Array.from({ length: points }, () => []),
	currentA: Array.from({ length: points }, () => []),
	endMin: [],
	chargeAh: [],
	highestCellV: []
});

/**
 * Draws runs one after another and adds each to `into`; yields the number that `into` then holds.
 * Neither timer nor capacity limit cuts a run. The k-th run of a seed is the same run whoever
 * does it, so that shares of several workers join to what one would find.
 */
export function* drawRuns(
	r: Resolved,
	settings: ProgramSettings,
	{ seed, untilMin, points = POINTS, of = 1, at = 0 }: Sampling,
	into: Samples
): Generator<number, never> {
	const gridS = (untilMin * 60) / (points - 1);
	const draw = normal(uniform(seed));
	const sigma = Object.entries(uncertaintyOf(r));
	const free = unguarded(r, settings);
	const coarse = coarseStepS(r, settings);
	// A whole number of steps in a grid interval, so that every run is sampled at the same moments.
	const dtS = gridS / Math.max(1, Math.round(gridS / coarse));
	for (let k = 0; ; k++) {
		const drawn = sigma.map(([id, s]) => [id, s * Math.min(FURTHEST, Math.max(-FURTHEST, draw()))]);
		if (k % of !== at) continue;
		const departure = Object.fromEntries(drawn) as Departure;
		const model = packModel(r, departure);
		const legs = endedByFull(legsOf(r, free, departure));
		let offsetS = 0;
		let next = 0;
		let largestAh = 0;
		let highestV = 0;
		let from: SimulatedState | undefined;
		for (const leg of legs) {
			const sim = simulateLeg(model, leg, from);
			while (sim.endReason === null && sim.timeS < LONGEST_S) {
				sim.step(dtS);
				// The first point is the first step's: at the very start nothing has been measured yet.
				if (next < points && offsetS + sim.timeS >= (next === 0 ? 0 : next * gridS - dtS / 2)) {
					into.packV[next].push(sim.packV);
					into.currentA[next].push(sim.currentA);
					next++;
				}
			}
			offsetS += sim.timeS;
			if (leg.kind !== 'rest') largestAh = Math.max(largestAh, sim.chargeAh);
			highestV = Math.max(highestV, sim.highestCellV);
			if (!goesOn(leg, sim)) break;
			from = sim.state;
		}
		for (; next < points; next++) into.currentA[next].push(0);
		into.endMin.push(offsetS / 60);
		into.chargeAh.push(largestAh);
		into.highestCellV.push(highestV);
		yield into.endMin.length;
	}
}

/** The band that these runs make over a grid up to `untilMin`. */
export function bandOf(samples: Samples, untilMin: number): Band {
	const points = samples.packV.length;
	return {
		timeMin: Array.from({ length: points }, (_, i) => (i * untilMin) / (points - 1)),
		packV: bandAt(samples.packV),
		currentA: bandAt(samples.currentA),
		endMin: spreadOf(samples.endMin),
		chargeAh: spreadOf(samples.chargeAh),
		highestCellV: spreadOf(samples.highestCellV),
		runs: samples.endMin.length
	};
}

/** Adds `more` to `to`; in which order makes no difference to a band. */
export function joinSamples(to: Samples, more: Samples): void {
	for (const key of ['packV', 'currentA'] as const)
		more[key].forEach((column, i) => to[key][i].push(...column));
	for (const key of ['endMin', 'chargeAh', 'highestCellV'] as const) to[key].push(...more[key]);
}

/** Runs `runs` charges and returns their band; yields the number done after each. */
export function* monteCarlo(
	r: Resolved,
	settings: ProgramSettings,
	{ runs, ...sampling }: Sampling & { runs: number }
): Generator<number, Band> {
	const samples = emptySamples(sampling.points);
	const work = drawRuns(r, settings, sampling, samples);
	while (samples.endMin.length < runs) yield work.next().value;
	return bandOf(samples, sampling.untilMin);
}
