/**
 * With how much charge each cell may have begun. One bell around the estimate does not do where
 * volts at rest hardly tell, on a flat or lazy curve: the same volts fit a third of it, what the
 * curve remembers moves them all, and cells that read apart are on a steep piece of it or far
 * apart. Nor do cells that differ by chance beyond what was read, where each was read. So the
 * charge is drawn by what was read, given what the curve remembers, from the whole of it, and
 * each cell's by its own volts.
 */
import { bendAt, ocvAt } from '../chemistry/curve';
import { METER_EACH_V, MORE_OR_LESS_LOG, normalScores, unreadSigma } from '../forecast/cells-differ';
import { METER_SIGMA_V, UNREAD, UNRESTED_SIGMA_V } from '../pack/charge-state';
import { cellVoltages } from '../pack/reading';
import { normalBelow } from '../quantity/bell';
import { median } from '../quantity/middle';
import type { Resolved } from '../request/context';
import { normal, uniform } from '../simulate/random';
import { logBell } from './bell-steps';
import { CellsApart } from './cells-apart';
import { ReadAlong } from './read-along';

/** One possible start. */
export interface Start {
	/** Charge of each cell: 0 empty, 1 full; beyond where it was read so. */
	soc: Float64Array;
	/**
	 * How well what was read agrees with what the curve remembers and how far cells differ here, as
	 * natural logarithm.
	 */
	logEvidence: number;
}

/** Places along the curve that are looked at, from one end of what is known of it to the other. */
const PLACES = 111;
/**
 * Who knows nothing of a pack supposes what is usual, or that it may be anything: shares (common
 * practice, no source).
 */
const USUAL = 0.5;
/**
 * Emptier than empty or fuller than full is so much less likely than anything between (common
 * practice, no source).
 */
const BEYOND = 0.01;
/**
 * Of what a curve remembers, each cell's own part: cells in a row went through the same currents
 * (common practice, no source).
 */
const OWN = 0.15;
/** Where a cell is looked for: so many places, within so many standard deviations of the others. */
const NEAR = 31;
const WIDE = 3.5;
/**
 * A cell that agrees less than so with being one of the others (natural logarithm) has strayed,
 * as such a share does (common practice, no source).
 */
const NO_FELLOW = 0;
const STRAYS = 0.01;
/** Packs of which the usual distances are learned. */
const LEARNED = 4000;
/**
 * One standard deviation of how the inner cells lie towards the fullest or the emptiest, of one
 * cell (common practice, no source).
 */
const LEANS = 0.8;

/**
 * How usual a cell is at each place near the others, as natural logarithm; all places together
 * come to 1.
 */
const LOG_NEAR = Float64Array.from({ length: NEAR }, (_, k) => {
	const step = (2 * WIDE) / (NEAR - 1);
	return logBell(-WIDE + k * step, 1) + Math.log(step / Math.sqrt(2 * Math.PI));
});

/** The same for a cell that has strayed: it may be anywhere. */
const LOG_STRAYS = new Float64Array(PLACES).fill(Math.log(STRAYS / PLACES));

/**
 * The edges of `places` places: half a step before the first, between each two, half a step after
 * the last.
 */
const edges = (from: number, step: number, places: number): Float64Array =>
	Float64Array.from({ length: places + 1 }, (_, k) => from + (k - 0.5) * step);

const distances = new Map<number, Float64Array>();

/**
 * Between the emptiest and the fullest of so many cells lies how much, in standard deviations of
 * the usual: of many packs, in rising order.
 */
function distancesOf(cells: number): Float64Array {
	const known = distances.get(cells);
	if (known) return known;
	const next = normal(uniform(97));
	const drawn = Float64Array.from({ length: LEARNED }, () => {
		const z = Array.from({ length: cells }, () => next());
		return (Math.max(...z) - Math.min(...z)) * Math.exp(MORE_OR_LESS_LOG * next());
	}).sort();
	distances.set(cells, drawn);
	return drawn;
}

export class PossibleStarts {
	/** Standard normal numbers that a start is drawn by: the charge, and how cells differ. */
	readonly size: number;
	private readonly cells: number;
	/**
	 * Volts as they were read: of each cell where each was, and their middle; null where nothing
	 * that counts was.
	 */
	private readonly readV: { middle: number; each: readonly number[] | null } | null;
	/** How far apart those are that were read; null where none was. */
	private readonly apart: CellsApart | null;
	/** How exactly they were read: all of them together, and one beside the others. */
	private readonly allV: number;
	private readonly eachV: number;
	/** How far cells differ that nobody read, one standard deviation of charge. */
	private readonly supposed: number;
	/** The places, and how usual a charge is there before any volts, as natural logarithm. */
	private readonly places: { from: number; step: number; logUsual: Float64Array };

	constructor(private readonly r: Resolved) {
		const { cells } = r.pack;
		const { curve, defaults } = r.chemistry;
		this.cells = cells;
		this.supposed = unreadSigma(r);
		const atRest = r.reading?.state === 'rest';
		this.allV = atRest ? METER_SIGMA_V : UNRESTED_SIGMA_V;
		const ownV = OWN * Math.hypot(defaults.restUncertaintyV, atRest ? 0 : UNRESTED_SIGMA_V);
		this.eachV = Math.hypot(METER_EACH_V, ownV);
		this.readV = null;
		if (r.reading && r.chargeState.fromReading) {
			const each = cellVoltages(r.reading, cells);
			this.readV = { middle: median(each), each: r.reading.cellVoltagesV && cells > 1 ? each : null };
		}
		const each = this.readV?.each;
		this.apart = each
			? new CellsApart({
					chemistry: r.chemistry,
					voltsV: each,
					eachV: this.eachV,
					allV: Math.hypot(this.allV, defaults.restUncertaintyV),
					supposed: this.supposed,
					strays: STRAYS
				})
			: null;
		this.size = 1 + (this.readV?.each ? 2 + cells : cells > 1 ? 2 : 0);
		const from = curve.firstSoc;
		const step = ((curve.voltsV.length - 1) * curve.stepSoc) / (PLACES - 1);
		this.places = { from, step, logUsual: this.usual(from, step) };
	}

	private usual(from: number, step: number): Float64Array {
		const { known } = this.r.chargeState;
		return Float64Array.from({ length: PLACES }, (_, k) => {
			const soc = from + k * step;
			if (known) return logBell(soc - known.soc, known.sigma);
			if (soc < 0 || soc > 1) return Math.log(BEYOND);
			const bell = Math.exp(logBell(soc - UNREAD.soc, UNREAD.sigma)) / Math.sqrt(2 * Math.PI);
			return Math.log(USUAL * bell + (1 - USUAL));
		});
	}

	/** The charge, held to where the curve is known. */
	private clip(soc: number): number {
		const { from, step } = this.places;
		return Math.min(from + (PLACES - 1) * step, Math.max(from, soc));
	}

	/**
	 * The start that these standard normal numbers make, where the curve has less charge in its
	 * middle by `bend` (a share) and is off by `remembersV` at rest, V per cell.
	 */
	of(z: Float64Array, bend: number, remembersV: number): Start {
		const { readV } = this;
		const { from, step, logUsual } = this.places;
		const rests = (soc: number) => ocvAt(this.r.chemistry.curve, soc + bend * bendAt(soc));
		const edgesV = edges(from, step, PLACES).map(rests);
		if (!readV?.each || !this.apart) {
			const offs = readV && edgesV.map((v) => readV.middle - remembersV - v);
			const whole = new ReadAlong(from, step, logUsual, offs, this.allV);
			const soc = this.clip(whole.at(normalBelow(z[0])));
			const apart = this.cells > 1 ? this.spreadOut(z[1], z[2]) : [0];
			return { soc: Float64Array.from(apart, (a) => this.clip(soc + a)), logEvidence: whole.logSum };
		}
		const { scale, logPrior } = this.apart.at(normalBelow(z[1]));
		const supposed = this.supposed * Math.exp(scale);
		const offV = remembersV + this.allV * z[2];
		// First where those that belong together are likely to be, by their mean; then each cell's own
		// volts are what it is held to.
		const { middleV, count } = this.apart.fellowsAt(scale);
		const sigmas = this.sigmasOf(edgesV, supposed).map((sigma) => sigma / Math.sqrt(count));
		const whole = new ReadAlong(
			from,
			step,
			logUsual,
			edgesV.map((v) => middleV - offV - v),
			sigmas
		);
		const soc = this.clip(whole.at(normalBelow(z[0])));
		let logEvidence = logPrior + whole.logSum - whole.agreesAt(soc);
		const nearFrom = soc - WIDE * supposed;
		const nearStep = (2 * WIDE * supposed) / (NEAR - 1);
		const nearV = edges(nearFrom, nearStep, NEAR).map(rests);
		const each = readV.each.map((v, i) => {
			const restV = v - offV;
			const off = (edge: number) => restV - edge;
			const near = new ReadAlong(nearFrom, nearStep, LOG_NEAR, nearV.map(off), this.eachV);
			// A cell whose volts no fellow of the others shows is anywhere along the curve. Without it the
			// few draws whose cells happen to differ most would be all that is left, and one of them would
			// pass for certain.
			const stray =
				near.logSum < NO_FELLOW ? new ReadAlong(from, step, LOG_STRAYS, edgesV.map(off), this.eachV) : null;
			const cell = stray && stray.logSum > near.logSum ? stray : near;
			logEvidence += cell.logSum;
			return this.clip(cell.at(normalBelow(z[3 + i])));
		});
		return { soc: Float64Array.from(each), logEvidence };
	}

	/**
	 * How far off its volts a cell may be at each place where cells are so far apart, one standard
	 * deviation, V: over as much as they are.
	 */
	private sigmasOf(edgesV: Float64Array, supposed: number): Float64Array {
		const { step } = this.places;
		const reach = Math.max(1, Math.round((2 * supposed) / step));
		return Float64Array.from({ length: PLACES }, (_, k) => {
			const [low, high] = [Math.max(0, k + 1 - reach), Math.min(PLACES, k + reach)];
			const slope = (edgesV[high] - edgesV[low]) / ((high - low) * step);
			return Math.sqrt(this.eachV ** 2 + (supposed * slope) ** 2);
		});
	}

	/**
	 * By how much each cell is off the pack's charge where nobody has read it: how far the emptiest
	 * is from the fullest, and which of the two the others lie near. In rising order, as nobody
	 * knows which is which; adds up to nothing.
	 */
	private spreadOut(distance: number, leaning: number): number[] {
		const { cells } = this;
		const drawn = distancesOf(cells);
		const whole = this.supposed * drawn[Math.min(LEARNED - 1, Math.floor(LEARNED * normalBelow(distance)))];
		const scores = normalScores(cells);
		const power = cells > 2 ? Math.exp((LEANS / Math.sqrt(cells - 2)) * leaning) : 1;
		const places = scores.map((s) => whole * ((s - scores[0]) / (scores[cells - 1] - scores[0])) ** power);
		const mean = places.reduce((a, b) => a + b, 0) / cells;
		return places.map((p) => p - mean);
	}
}
