/**
 * A run followed by what is read off the charger's screen. Possible packs are drawn from what was
 * known at the start (charge, capacity, resistance, the pack's own curve, how cells differ, the
 * charger's own errors), each is simulated, and each look weighs them by how well they agree with
 * it. Where few are left that agree, more are drawn around those (adaptive importance sampling
 * over all draws so far with the mixture they came from: Cornuet, Marin, Mira and Robert 2012,
 * Scand. J. Stat. 39, 798-812; from memory).
 */
import { quantileSorted } from 'd3-array';
import { ocvAt } from '../chemistry/curve';
import { packModel, presentCapacityAh } from '../forecast/assume';
import { forecast } from '../forecast/forecast';
import { LOOK_KIND_IDS, LOOK_KINDS, type Look, type LookKind } from '../log/look';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { meanCellOhm } from '../simulate/pack-model';
import { normal, uniform } from '../simulate/random';
import { POINTS, shownAt, type Course } from './course';
import { fitted, logDensity, type Gaussian } from './gaussian';
import { PossiblePacks, type PossiblePack } from './possible';

/** A figure with its band over the packs that are possible still. */
export interface Expected {
	p5: number;
	median: number;
	p95: number;
	/** A sound pack shows no less and no more in 999 of 1000 cases. */
	least: number;
	most: number;
}

/** Something nobody knew exactly, before any look and now: mean and one standard deviation. */
export interface Learned {
	before: { mean: number; sigma: number };
	now: { mean: number; sigma: number };
}

export interface EndExpected {
	minute: Expected;
	chargeAh: Expected;
	/** Share of the possible packs that are done by the minute that was asked about. */
	doneShare: number;
}

const FIRST = 240;
const MORE = 160;
const MOST_ROUNDS = 4;
/** Fewer draws than this that count say too little. */
const ENOUGH = 110;
/** So many are left to fit to, and count in the end at least. */
const ENOUGH_TO_FIT = 40;
const LEAST_COUNTING = 60;
/**
 * New draws spread wider than those they stand around, and never less than this share of a
 * standard deviation.
 */
const WIDER = 1.5;
const LEAST_WIDTH = 0.05;
/** Looks further along than this many times the forecast's 95th percentile are not expected. */
const HORIZON = 1.5;

/**
 * How exactly a figure tells, one standard deviation. The curve of this very pack is off ours by
 * some charge, which is drawn with it, and by a little charge and a little of a volt besides,
 * which waves along it; what a curve remembers while it is charged is by a share of it another
 * from look to look, as it fades; a screen's last digit is rounded, or cut, and may flicker
 * (common practice, no source).
 */
interface Exactness {
	curveV: number;
	curveSoc: number;
	fades: number;
	lastDigit: number;
}
/** By this looks weigh. */
const USUALLY: Exactness = { curveV: 0.001, curveSoc: 0.003, fades: 0.2, lastDigit: 0.5 };
/**
 * By this a figure is judged: before a person is told to stop, the pack may be a stranger one
 * than looks are weighed for.
 */
const AT_WORST: Exactness = { curveV: 0.002, curveSoc: 0.003, fades: 0.5, lastDigit: 1 };
/**
 * A charger's meter is off by a per cent; the minute that was read may have begun or be nearly
 * over (common practice, no source).
 */
const METER = { currentA: 0.01, chargeAh: 0.01 };
const CLOCK_MIN = 0.1;
/** Within this, min, a charger has come up to its current (common practice, no source). */
const RAMP_MIN = 1;
/** Between these a curve's slope is its usual one. */
const [MOSTLY_FROM, MOSTLY_TO] = [0.1, 0.9];
/**
 * Degrees of freedom of the errors' distribution: a figure that was read wrong must not outweigh
 * all others.
 */
const FREEDOM = 10;

/** Whether a figure is volts, which a curve's errors move. */
const isVolts = (what: LookKind): boolean => what !== 'currentA' && what !== 'chargeAh';

/**
 * Where ±3.29 and ±1.645 standard deviations of a normal distribution lie: 999 of 1000, and 90 of
 * 100.
 */
const FAR = 3.29 / 1.645;

export class Following {
	/** The grid goes so far, min. */
	readonly untilMin: number;
	/**
	 * What all of its charge makes of a cell's volts where the curve is neither near empty nor near
	 * full.
	 */
	private readonly slopeV: number;
	private readonly packs: PossiblePacks;
	private readonly drawn: PossiblePack[];
	/**
	 * Where the draws came from, and how many from each; null is what was known before the first
	 * look.
	 */
	private readonly sources: { from: Gaussian | null; count: number }[] = [];
	/**
	 * For each draw how much likelier it was drawn than it is, added up over all that were drawn
	 * from each source.
	 */
	private readonly likelier: number[] = [];
	/** For each look that was told how well each draw agrees with it, as natural logarithm. */
	private readonly agreed = new Map<string, number[]>();
	private weights: Float64Array = new Float64Array(0);

	constructor(
		private readonly r: Resolved,
		private readonly settings: ProgramSettings,
		seed = 11
	) {
		const { timeMin } = forecast(r, settings);
		const { curve } = r.chemistry;
		this.slopeV = (ocvAt(curve, MOSTLY_TO) - ocvAt(curve, MOSTLY_FROM)) / (MOSTLY_TO - MOSTLY_FROM);
		this.untilMin = Math.max(2, HORIZON * timeMin.p95);
		this.packs = new PossiblePacks(r, settings, this.untilMin, normal(uniform(seed)));
		this.drawn = this.packs.known(FIRST);
		this.comeFrom(null, FIRST);
		this.tell([]);
	}

	private add(from: Gaussian, count: number): void {
		for (let i = 0; i < count; i++) this.drawn.push(this.packs.from(from));
		this.comeFrom(from, count);
	}

	/**
	 * The last so many draws came from there: every draw might have, and they might have come from
	 * every source.
	 */
	private comeFrom(from: Gaussian | null, count: number): void {
		const before = this.drawn.length - count;
		const source = { from, count };
		const by = (k: number, { from, count }: typeof source) =>
			count * (from === null ? 1 : Math.exp(logDensity(from, this.drawn[k].z) - this.drawn[k].logPrior));
		for (let k = 0; k < before; k++) this.likelier[k] += by(k, source);
		this.sources.push(source);
		for (let k = before; k < this.drawn.length; k++)
			this.likelier.push(this.sources.reduce((sum, s) => sum + by(k, s), 0));
	}

	/**
	 * One standard deviation of what a screen shows at this minute of this course, besides what the
	 * course itself leaves open.
	 */
	private errorOf(what: LookKind, course: Course, minute: number, value: number, is: Exactness): number {
		const gridMin = this.untilMin / (POINTS - 1);
		// How fast this course's own figure moves: over the step before, in the first one over that.
		const at = (m: number) => shownAt(course.shown[what], m, this.untilMin);
		const to = Math.max(gridMin, minute);
		const moved = (at(to) - at(to - gridMin)) / gridMin;
		const slope = Number.isFinite(moved) ? moved : 0;
		const cells = what === 'packV' ? this.r.pack.cells : 1;
		const own =
			what === 'currentA' || what === 'chargeAh'
				? METER[what] * value
				: cells * Math.hypot(is.curveV, is.curveSoc * this.slopeV, is.fades * this.packs.remembersV);
		return Math.hypot(own, is.lastDigit * LOOK_KINDS[what].step, slope * CLOCK_MIN);
	}

	/** What the screen of this very pack shows at a minute; no number beyond its end. */
	private shown({ course, remembersV }: PossiblePack, what: LookKind, minute: number): number {
		const value = shownAt(course.shown[what], minute, this.untilMin);
		if (!isVolts(what)) return value;
		return value + remembersV * (what === 'packV' ? this.r.pack.cells : 1);
	}

	private logLikelihood(drawn: PossiblePack, look: Look): number {
		const { course } = drawn;
		const value = this.shown(drawn, look.what, look.minute);
		if (Number.isNaN(value)) {
			// It would be over by now, and is not: the later it is, the less likely.
			const late = (look.minute - course.endMin) / Math.max(2, 0.03 * course.endMin);
			return -3 - Math.min(30, Math.max(0, late) ** 2 / 2);
		}
		const error = this.errorOf(look.what, course, look.minute, value, USUALLY);
		const t = (look.value - value) / error;
		return (-(FREEDOM + 1) / 2) * Math.log(1 + (t * t) / FREEDOM) - Math.log(error);
	}

	/**
	 * How well each draw agrees with a look: what was found once holds, as looks are told again with
	 * each that follows.
	 */
	private agreeing(look: Look): readonly number[] {
		const name = `${look.what} ${look.value} ${look.minute}`;
		const known = this.agreed.get(name) ?? [];
		this.agreed.set(name, known);
		for (let k = known.length; k < this.drawn.length; k++)
			known.push(this.logLikelihood(this.drawn[k], look));
		return known;
	}

	/**
	 * How well each draw agrees with the looks, and how much likelier it was drawn than it is, as
	 * natural logarithms.
	 */
	private agreement(looks: readonly Look[]): { likelihood: Float64Array; drawn: Float64Array } {
		const total = this.drawn.length;
		const likelihood = new Float64Array(total);
		for (const agreeing of looks.map((look) => this.agreeing(look)))
			for (let k = 0; k < total; k++) likelihood[k] += agreeing[k];
		return { likelihood, drawn: Float64Array.from(this.likelier, (sum) => Math.log(sum / total)) };
	}

	/** Takes these looks, and no others, for what was read so far. */
	tell(looks: readonly Look[]): void {
		let agreement = this.agreement(looks);
		for (let round = 0; round < MOST_ROUNDS && countingOf(weightsOf(agreement, 1)) < ENOUGH; round++) {
			// Fitted to weights that are no sharper than leaves some draws to fit to: one draw alone says
			// nothing of a direction.
			const points = this.drawn.map((d) => d.z);
			this.add(fitted(points, evened(agreement, ENOUGH_TO_FIT), WIDER, LEAST_WIDTH), MORE);
			agreement = this.agreement(looks);
		}
		// Where hardly any agree, the looks count for less: their band is wide and not one draw's own.
		this.weights = evened(agreement, LEAST_COUNTING);
	}

	private spread(valueOf: (d: PossiblePack) => number, weights = this.weights): Expected | null {
		const known = this.drawn
			.map((d, k) => ({ value: valueOf(d), weight: weights[k] ?? 0 }))
			.filter(({ value, weight }) => Number.isFinite(value) && weight > 0)
			.sort((a, b) => a.value - b.value);
		const sum = known.reduce((s, { weight }) => s + weight, 0);
		if (known.length === 0 || sum < 1e-3) return null;
		const at = (q: number): number => {
			let passed = 0;
			for (const { value, weight } of known) {
				passed += weight / sum;
				if (passed >= q) return value;
			}
			return known.at(-1)!.value;
		};
		const [p5, median, p95] = [at(0.05), at(0.5), at(0.95)];
		return { p5, median, p95, least: median - FAR * (median - p5), most: median + FAR * (p95 - median) };
	}

	/**
	 * What of a figure is there only because current flows: all of amps and charge, of volts what
	 * resistance makes of it.
	 */
	private byCurrent(what: LookKind, median: number): number {
		if (!isVolts(what)) return median;
		const out = this.r.taskData.moves === 'out';
		const currentA = out ? -(this.settings.dischargeA ?? 0) : this.settings.currentA;
		// Twice of it: nobody knows a resistance so well.
		return 2 * currentA * meanCellOhm(packModel(this.r)) * (what === 'packV' ? this.r.pack.cells : 1);
	}

	/**
	 * What the screen should show at `minute`, null where every possible pack is done by then. The
	 * meter's error is in the far ends.
	 */
	shouldRead(minute: number): Record<LookKind, Expected> | null {
		return this.reads(minute, this.weights);
	}

	/**
	 * The same for any sound pack, as it was before the first look; null where every one of them is
	 * done by then.
	 */
	soundReads(minute: number): Record<LookKind, Expected> | null {
		return this.reads(minute, new Float64Array(FIRST).fill(1 / FIRST));
	}

	private reads(minute: number, weights: Float64Array): Record<LookKind, Expected> | null {
		// What the very likeliest course leaves open besides, which no draw knows of.
		const likely = this.drawn[weights.indexOf(Math.max(...weights))].course;
		const each = LOOK_KIND_IDS.map((what) => {
			const e = this.spread((d) => this.shown(d, what, minute), weights);
			if (e === null) return null;
			const error = 3.29 * this.errorOf(what, likely, minute, e.median, AT_WORST);
			const least = e.median - Math.hypot(e.median - e.least, error);
			const most = e.median + Math.hypot(e.most - e.median, error);
			if (minute >= RAMP_MIN) return [what, { ...e, least, most }] as const;
			// A charger feels its way up: what the current makes of the figure may not be there yet.
			const ramp = this.byCurrent(what, e.median);
			return [
				what,
				{ ...e, least: Math.min(least, e.median - ramp), most: Math.max(most, e.median - ramp) }
			] as const;
		});
		if (each.some((e) => e === null)) return null;
		return Object.fromEntries(each as [LookKind, Expected][]) as Record<LookKind, Expected>;
	}

	/**
	 * What the screen showed last, where every possible pack is done by `minute`: a charge that is
	 * overdue is the one whose figures must be taken most of all, and what a typed number is follows
	 * from these.
	 */
	lastShown(minute: number): Record<LookKind, Expected> {
		for (let at = Math.min(minute, this.untilMin); at > 0; at -= this.untilMin / (POINTS - 1)) {
			const shows = this.shouldRead(at);
			if (shows) return shows;
		}
		return this.shouldRead(0)!;
	}

	/** When it will be over and with how much moved; `minute` is now. */
	end(minute: number): EndExpected {
		const doneShare = this.drawn.reduce(
			(sum, d, k) => sum + (d.course.endMin <= minute ? this.weights[k] : 0),
			0
		);
		return {
			minute: this.spread((d) => d.course.endMin)!,
			chargeAh: this.spread((d) => d.course.endAh)!,
			doneShare
		};
	}

	/** When constant voltage begins, min; null where it does not in most. */
	voltageFrom(): Expected | null {
		const share = this.drawn.reduce(
			(sum, d, k) => sum + (Number.isNaN(d.course.voltageFromMin) ? 0 : this.weights[k]),
			0
		);
		return share < 0.5 ? null : this.spread((d) => d.course.voltageFromMin);
	}

	/** The best course that is possible still: for drawing. */
	course(): { timeS: number[]; packV: number[]; currentA: number[] } {
		const timeS: number[] = [];
		const columns: Record<'packV' | 'currentA', number[]> = { packV: [], currentA: [] };
		const { median } = this.end(0).minute;
		for (let k = 0; k < POINTS; k++) {
			const minute = (k * this.untilMin) / (POINTS - 1);
			if (minute > median) break;
			const at = (what: LookKind) => this.spread((d) => this.shown(d, what, minute))?.median;
			const [v, a] = [at('packV'), at('currentA')];
			if (v === undefined || a === undefined) break;
			timeS.push(minute * 60);
			columns.packV.push(v);
			columns.currentA.push(a);
		}
		return { timeS, ...columns };
	}

	/** The band of every figure over time, for drawing. */
	band(what: LookKind): { timeMin: number[]; low: number[]; high: number[] } {
		const out = { timeMin: [] as number[], low: [] as number[], high: [] as number[] };
		for (let k = 0; k < POINTS; k += 2) {
			const minute = (k * this.untilMin) / (POINTS - 1);
			const e = this.spread((d) => this.shown(d, what, minute));
			if (!e) break;
			out.timeMin.push(minute);
			out.low.push(e.p5);
			out.high.push(e.p95);
		}
		return out;
	}

	private learned(of: (d: PossiblePack) => number): Learned {
		const about = (weightOf: (k: number) => number) => {
			const mean = this.drawn.reduce((sum, d, k) => sum + weightOf(k) * of(d), 0);
			const variance = this.drawn.reduce((sum, d, k) => sum + weightOf(k) * (of(d) - mean) ** 2, 0);
			return { mean, sigma: Math.sqrt(variance) };
		};
		return { before: about((k) => (k < FIRST ? 1 / FIRST : 0)), now: about((k) => this.weights[k]) };
	}

	/**
	 * What the looks say of the pack: charge at the start (0 to 1), capacity (Ah), resistance of a
	 * cell (Ω).
	 */
	learnedOf(): { startSoc: Learned; capacityAh: Learned; cellOhm: Learned } {
		const capacityAh = presentCapacityAh(this.r);
		const ohm = meanCellOhm(packModel(this.r));
		return {
			startSoc: this.learned((d) => Math.min(1, Math.max(0, d.startSoc))),
			capacityAh: this.learned((d) => capacityAh * (1 + this.packs.departs('capacity', d))),
			cellOhm: this.learned((d) => ohm * Math.exp(this.packs.departs('resistance', d)))
		};
	}
}

/** Weights that add up to 1, the looks' say taken to this power. */
function weightsOf(
	{ likelihood, drawn }: { likelihood: Float64Array; drawn: Float64Array },
	power: number
): Float64Array {
	const logs = likelihood.map((l, k) => power * l - drawn[k]);
	const most = logs.reduce((a, b) => Math.max(a, b), -Infinity);
	const weights = logs.map((l) => Math.exp(l - most));
	const sum = weights.reduce((a, b) => a + b, 0);
	return weights.map((w) => w / sum);
}

/** How many draws of equal weight say as much as these. */
const countingOf = (weights: Float64Array): number => 1 / weights.reduce((sum, w) => sum + w * w, 0);

/** Weights of which at least so many count: as sharp as that allows. */
function evened(agreement: { likelihood: Float64Array; drawn: Float64Array }, least: number): Float64Array {
	let weights = weightsOf(agreement, 1);
	for (let power = 1; countingOf(weights) < least && power > 1e-4; power *= 0.75)
		weights = weightsOf(agreement, 0.75 * power);
	return weights;
}

/** Quantile of sorted numbers; exported for the scripts that measure this. */
export const quantile = (sorted: number[], q: number): number => quantileSorted(sorted, q) ?? NaN;
