/**
 * The forecast's band: many charges, each with its own capacity, resistance, start, spread, temperature and charger error,
 * drawn from a seed. A generator, so that the caller can show progress, let other work in, or stop listening.
 */
import { quantileSorted } from 'd3-array';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { goesOn, simulateLeg } from '../simulate/legs';
import type { PackState } from '../simulate/pack-simulation';
import { packModel, uncertaintyOf, type Departure } from './assume';
import { coarseStepS, type Spread } from './forecast';
import { endedByFull, legsOf, unguarded } from './program-legs';
import { normal, uniform } from '../simulate/random';

/** Departures beyond this many standard deviations are not drawn: no real meter or cell is that far off. */
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

function bandAt(columns: number[][]): Band['packV'] {
	const sorted = columns.map(inOrder);
	const line = (q: number) => sorted.map((c) => quantileOf(c, q));
	return { low: line(0.05), middle: line(0.5), high: line(0.95) };
}

/**
 * Runs `runs` charges and returns the band over a grid of `gridMin` minutes up to `untilMin`; yields the number done after
 * each. Neither timer nor capacity limit cuts a run: the band says what they would have to allow.
 */
export function* monteCarlo(
	r: Resolved,
	settings: ProgramSettings,
	options: { runs: number; seed: number; untilMin: number; points?: number }
): Generator<number, Band> {
	const points = options.points ?? 80;
	const gridS = (options.untilMin * 60) / (points - 1);
	const draw = normal(uniform(options.seed));
	const sigma = uncertaintyOf(r);
	const free = unguarded(r, settings);
	const coarse = coarseStepS(r, settings);
	// A whole number of steps in a grid interval, so that every run is sampled at the same moments.
	const dtS = gridS / Math.max(1, Math.round(gridS / coarse));
	const volts: number[][] = Array.from({ length: points }, () => []);
	const currents: number[][] = Array.from({ length: points }, () => []);
	const ends: number[] = [];
	const charges: number[] = [];
	const highest: number[] = [];

	for (let k = 0; k < options.runs; k++) {
		const departure = Object.fromEntries(
			Object.entries(sigma).map(([id, s]) => [id, s * Math.min(FURTHEST, Math.max(-FURTHEST, draw()))])
		) as unknown as Departure;
		const model = packModel(r, departure);
		const legs = endedByFull(legsOf(r, free, departure));
		let offsetS = 0;
		let next = 0;
		let largestAh = 0;
		let highestV = 0;
		let from: PackState | undefined;
		for (const leg of legs) {
			const sim = simulateLeg(model, leg, from);
			while (sim.endReason === null && sim.timeS < LONGEST_S) {
				sim.step(dtS);
				// The first point is the first step's: at the very start nothing has been measured yet.
				if (next < points && offsetS + sim.timeS >= (next === 0 ? 0 : next * gridS - dtS / 2)) {
					volts[next].push(sim.packV);
					currents[next].push(sim.currentA);
					next++;
				}
			}
			offsetS += sim.timeS;
			if (leg.kind !== 'rest') largestAh = Math.max(largestAh, sim.chargeAh);
			highestV = Math.max(highestV, sim.highestCellV);
			if (!goesOn(leg, sim)) break;
			from = sim.state;
		}
		for (; next < points; next++) currents[next].push(0);
		ends.push(offsetS / 60);
		charges.push(largestAh);
		highest.push(highestV);
		yield k + 1;
	}
	return {
		timeMin: Array.from({ length: points }, (_, i) => (i * gridS) / 60),
		packV: bandAt(volts),
		currentA: bandAt(currents),
		endMin: spreadOf(ends),
		chargeAh: spreadOf(charges),
		highestCellV: spreadOf(highest),
		runs: options.runs
	};
}
