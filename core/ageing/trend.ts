/**
 * A figure over months: a local linear trend of its logarithm (level and yearly rate, both free
 * to wander), filtered forwards and smoothed backwards (Kalman 1960, J. Basic Eng. 82, 35-45;
 * Rauch, Tung and Striebel 1965, AIAA J. 3, 1445-1450). What one way of measuring has wrong every
 * time is a third unknown, learned wherever a better one is there.
 */
import { normalBelow } from '../quantity/bell';

export interface Point {
	/** ISO 8601. */
	at: string;
	value: number;
	/** One standard deviation of this point alone, a share of its value. */
	error: number;
	/** It also has what all points of its kind have wrong together. */
	biased: boolean;
}

export interface TrendPrior {
	/** The figure on the day the trend begins, and how far it may be off, a share. */
	value: number;
	error: number;
	/** Change of its logarithm in a year, and one standard deviation of it. */
	ratePerYear: number;
	rateError: number;
	/** What biased points have wrong together, one standard deviation, a share. */
	bias: number;
	/** How far level and rate wander in a year, shares. */
	levelWander: number;
	rateWander: number;
}

export interface At {
	at: string;
	/** Median, and the band that holds 90 of 100. */
	value: number;
	low: number;
	high: number;
}

const YEAR_MS = 365.25 * 86400e3;
/** Half the width of a band that holds 90 of 100, in standard deviations. */
const Z90 = 1.645;

/** Level, rate a year, bias. */
type Vector = [number, number, number];
type Matrix = [Vector, Vector, Vector];

interface State {
	t: number;
	mean: Vector;
	cov: Matrix;
}

const product = (a: Matrix, b: Matrix): Matrix =>
	a.map((row) => [0, 1, 2].map((j) => row[0] * b[0][j] + row[1] * b[1][j] + row[2] * b[2][j])) as Matrix;
const transposed = (a: Matrix): Matrix => [0, 1, 2].map((i) => [a[0][i], a[1][i], a[2][i]]) as Matrix;
const sum = (a: Matrix, b: Matrix, times = 1): Matrix =>
	a.map((row, i) => row.map((v, j) => v + times * b[i][j])) as Matrix;
const applied = (a: Matrix, v: Vector): Vector =>
	a.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]) as Vector;

/** Inverse of a symmetric matrix by cofactors; a direction without any spread is left as it is. */
function inverse([[a, b, c], [, e, f], [, , i]]: Matrix): Matrix {
	const [A, B, C] = [e * i - f * f, c * f - b * i, b * f - c * e];
	const [E, F, I] = [a * i - c * c, b * c - a * f, a * e - b * b];
	const det = a * A + b * B + c * C;
	return [
		[A / det, B / det, C / det],
		[B / det, E / det, F / det],
		[C / det, F / det, I / det]
	];
}

/** How a state moves on over `years`, and what wandering adds. */
function step(years: number, prior: TrendPrior): { move: Matrix; noise: Matrix } {
	const [q, r] = [prior.levelWander ** 2, prior.rateWander ** 2];
	// A whisper of noise keeps the bias invertible where it is known to be none.
	return {
		move: [
			[1, years, 0],
			[0, 1, 0],
			[0, 0, 1]
		],
		noise: [
			[q * years + (r * years ** 3) / 3, (r * years ** 2) / 2, 0],
			[(r * years ** 2) / 2, r * years, 0],
			[0, 0, 1e-12]
		]
	};
}

function moved(state: State, t: number, prior: TrendPrior): State {
	const years = Math.max(0, t - state.t);
	const { noise } = step(years, prior);
	const [level, rate, bias] = state.mean;
	const [[ll, lr, lb], [, rr, rb], [, , bb]] = state.cov;
	// The move and its transpose around the covariance, written out: whoever looks for the day of a
	// limit moves on hundreds of times.
	const levelRate = lr + years * rr;
	const levelBias = lb + years * rb;
	return {
		t,
		mean: [level + years * rate, rate, bias],
		cov: sum(
			[
				[ll + years * (lr + levelRate), levelRate, levelBias],
				[levelRate, rr, rb],
				[levelBias, rb, bb]
			],
			noise
		)
	};
}

/** What a point says of level and bias, folded into the state. */
function seen(state: State, point: Point): State {
	const h: Vector = [1, 0, point.biased ? 1 : 0];
	const ph = applied(state.cov, h);
	const spread = h[0] * ph[0] + h[2] * ph[2] + point.error ** 2;
	const gain = ph.map((v) => v / spread);
	const off = Math.log(point.value) - (state.mean[0] + h[2] * state.mean[2]);
	return {
		t: state.t,
		mean: state.mean.map((v, i) => v + gain[i] * off) as Vector,
		cov: state.cov.map((row, i) => row.map((v, j) => v - gain[i] * ph[j])) as Matrix
	};
}

/** No trend is carried on further than this, years. */
const FURTHEST_YEARS = 8;
const LOOK_MONTHS = 0.5;

export class Trend {
	private readonly states: State[] = [];

	/**
	 * `points` in any order; `from`: the day that the prior holds for, at or before the first of
	 * them.
	 */
	constructor(
		points: readonly Point[],
		private readonly prior: TrendPrior,
		from: string
	) {
		const sorted = [...points].sort((a, b) => Number(a.at > b.at) - Number(a.at < b.at));
		const first = Math.min(Date.parse(from), ...sorted.map((p) => Date.parse(p.at)));
		let state: State = {
			t: first / YEAR_MS,
			mean: [Math.log(prior.value), prior.ratePerYear, 0],
			cov: [
				[prior.error ** 2, 0, 0],
				[0, prior.rateError ** 2, 0],
				[0, 0, Math.max(prior.bias, 1e-6) ** 2]
			]
		};
		const filtered: State[] = [state];
		const before: (State | null)[] = [null];
		for (const point of sorted) {
			const t = Date.parse(point.at) / YEAR_MS;
			// Points of one moment are one step, so that going back never divides by a step of nothing.
			const waits = t - state.t > 1e-9;
			const ahead = waits ? moved(state, t, prior) : state;
			state = seen(ahead, point);
			if (waits) {
				filtered.push(state);
				before.push(ahead);
			} else filtered[filtered.length - 1] = state;
		}
		this.states = [...filtered];
		for (let k = filtered.length - 2; k >= 0; k--) {
			const { move } = step(filtered[k + 1].t - filtered[k].t, prior);
			const ahead = before[k + 1]!;
			const gain = product(product(filtered[k].cov, transposed(move)), inverse(ahead.cov));
			const next = this.states[k + 1];
			const off = next.mean.map((v, i) => v - ahead.mean[i]) as Vector;
			const back = applied(gain, off);
			this.states[k] = {
				t: filtered[k].t,
				mean: filtered[k].mean.map((v, i) => v + back[i]) as Vector,
				cov: sum(filtered[k].cov, product(product(gain, sum(next.cov, ahead.cov, -1)), transposed(gain)))
			};
		}
	}

	/** Mean and standard deviation of the logarithm, and of the yearly rate, at a moment. */
	private stateAt(t: number): State {
		const { states } = this;
		const after = states.findIndex((s) => s.t > t);
		if (after < 0) return moved(states[states.length - 1], t, this.prior);
		if (after === 0) return states[0];
		// Between two moments the level lies on the line that joins them: for drawing.
		const [a, b] = [states[after - 1], states[after]];
		const share = (t - a.t) / (b.t - a.t);
		const mix = (x: number, y: number) => x + share * (y - x);
		return {
			t,
			mean: a.mean.map((v, i) => mix(v, b.mean[i])) as Vector,
			cov: a.cov.map((row, i) => row.map((v, j) => mix(v, b.cov[i][j]))) as Matrix
		};
	}

	/** The figure at a moment (ISO 8601), with its band. */
	at(moment: string): At {
		const { mean, cov } = this.stateAt(Date.parse(moment) / YEAR_MS);
		const sd = Math.sqrt(Math.max(0, cov[0][0]));
		return {
			at: moment,
			value: Math.exp(mean[0]),
			low: Math.exp(mean[0] - Z90 * sd),
			high: Math.exp(mean[0] + Z90 * sd)
		};
	}

	/** Change in a year at a moment, a share of the figure, with one standard deviation. */
	rateAt(moment: string): { perYear: number; error: number } {
		const { mean, cov } = this.stateAt(Date.parse(moment) / YEAR_MS);
		return { perYear: Math.expm1(mean[1]), error: Math.sqrt(Math.max(0, cov[1][1])) };
	}

	/** Probability that the figure is below `value` at a moment. */
	below(value: number, moment: string): number {
		return this.belowAt(Math.log(value), Date.parse(moment) / YEAR_MS);
	}

	private belowAt(logValue: number, t: number): number {
		const { mean, cov } = this.stateAt(t);
		return normalBelow((logValue - mean[0]) / Math.sqrt(Math.max(1e-12, cov[0][0])));
	}

	/**
	 * When the figure passes `value`, downwards or upwards, looked for from `from` on: the day on
	 * which it has with a probability of one half, a tenth and nine tenths; null where that is
	 * further off than anybody can see.
	 */
	passes(
		value: number,
		way: 'down' | 'up',
		from: string
	): Record<'early' | 'likely' | 'late', string | null> {
		const out: Record<'early' | 'likely' | 'late', string | null> = { early: null, likely: null, late: null };
		const limits = { early: 0.1, likely: 0.5, late: 0.9 } as const;
		const logValue = Math.log(value);
		const begins = Date.parse(from);
		for (let months = 0; months <= 12 * FURTHEST_YEARS; months += LOOK_MONTHS) {
			const at = Math.trunc(begins + (months / 12) * YEAR_MS);
			const below = this.belowAt(logValue, at / YEAR_MS);
			const passed = way === 'down' ? below : 1 - below;
			for (const key of ['early', 'likely', 'late'] as const)
				if (passed >= limits[key]) out[key] ??= new Date(at).toISOString();
			if (out.late) break;
		}
		return out;
	}
}
