/**
 * The packs that are possible before any look: what each is drawn by, as standard normal numbers
 * that looks can teach something of, and what its charger would show. Chance that no look tells
 * of (which cell resists more) is drawn anew each time.
 */
import { packModel, uncertaintyOf } from '../forecast/assume';
import { NO_DEPARTURE, type Departure } from '../forecast/departure';
import { CURVE_SIGMA } from '../pack/charge-state';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { courseOf, type Course } from './course';
import { logDensity, pointOf, standard, type Gaussian } from './gaussian';
import { PossibleStarts } from './start';

/** One of them, followed to its end. */
export interface PossiblePack {
	/** What it was drawn by. */
	z: Float64Array;
	course: Course;
	/**
	 * What its curve remembers while it is charged, V per cell: every volt that is shown is off by
	 * it.
	 */
	remembersV: number;
	/** Mean charge of its cells at the start. */
	startSoc: number;
	/** How likely it was before any look, as natural logarithm. */
	logPrior: number;
}

/** Before it is followed. */
interface Assumed {
	departure: Departure;
	remembersV: number;
	/** Of each cell. */
	startSoc: Float64Array;
	/** How well what was read at rest agrees with it, as natural logarithm. */
	logEvidence: number;
}

/** Departures further out are slips, not packs, standard deviations. */
const FURTHEST = 3.5;
/**
 * Of so many that fit what is supposed, those that are followed are drawn by how well they agree
 * with what was read.
 */
const CANDIDATES = 600;
/**
 * What a flat or lazy curve remembers while it is charged, as a share of what it does at rest
 * (common practice, no source). It is the same at every look of a run, so that it is drawn with
 * each pack: two looks tell of it, and what they differ by is free of it.
 */
const REMEMBERED = 0.15;

/**
 * Where charging slows near full, when it ends is a matter of that resistance, which nobody reads
 * and few measure: one standard deviation in natural-logarithm units (common practice, no
 * source).
 */
const TAIL_LOG = 0.31;

const clip = (z: number): number => Math.max(-FURTHEST, Math.min(FURTHEST, z));

export class PossiblePacks {
	/** What a curve remembers while it is charged, one standard deviation, V per cell. */
	readonly remembersV: number;
	/** Numbers that a pack is drawn by: its departures, what it remembers, and how it starts. */
	private readonly size: number;
	private readonly sigma: Departure;
	private readonly ids: (keyof Departure)[];
	private readonly start: PossibleStarts;
	/** Natural logarithm of the mean evidence of what is supposed. */
	private logEvidence = 0;

	/** `untilMin` is how far they are followed, `draw` a source of standard normal numbers. */
	constructor(
		private readonly r: Resolved,
		private readonly settings: ProgramSettings,
		private readonly untilMin: number,
		private readonly draw: () => number
	) {
		const sigma = uncertaintyOf(r);
		const tail = packModel(r).slowing !== null && r.reading?.cellResistancesOhm == null;
		const resistance = tail ? Math.max(TAIL_LOG, sigma.resistance) : sigma.resistance;
		this.sigma = { ...sigma, resistance, curve: CURVE_SIGMA };
		this.start = new PossibleStarts(r);
		const elsewhere = new Set(['others', 'spread', 'soc']);
		this.ids = (Object.keys(this.sigma) as (keyof Departure)[]).filter(
			(id) => this.sigma[id] > 0 && !elsewhere.has(id)
		);
		this.remembersV = REMEMBERED * r.chemistry.defaults.restUncertaintyV;
		this.size = this.ids.length + (this.remembersV > 0 ? 1 : 0) + this.start.size;
	}

	private assumed(z: Float64Array): Assumed {
		const departure = { ...NO_DEPARTURE };
		this.ids.forEach((id, i) => (departure[id] = this.sigma[id] * clip(z[i])));
		const remembers = this.remembersV > 0 ? clip(z[this.ids.length]) : 0;
		const remembersV = this.remembersV * remembers;
		const own = z.subarray(z.length - this.start.size);
		const { soc, logEvidence } = this.start.of(own, departure.curve, remembersV / REMEMBERED);
		return { departure, remembersV, startSoc: soc, logEvidence };
	}

	private followed(z: Float64Array, assumed: Assumed): PossiblePack {
		const { remembersV, startSoc, logEvidence } = assumed;
		const departure = { ...assumed.departure, others: this.sigma.others * this.draw() };
		return {
			z,
			course: courseOf(this.r, this.settings, departure, this.untilMin, startSoc),
			remembersV,
			startSoc: startSoc.reduce((a, b) => a + b, 0) / startSoc.length,
			logPrior: logDensity(standard(z.length), z) + logEvidence - this.logEvidence
		};
	}

	/** So many packs by what is known before any look: each is as likely as the others. */
	known(count: number): PossiblePack[] {
		const all = standard(this.size);
		const candidates = Array.from({ length: CANDIDATES }, () => {
			const z = pointOf(all, this.draw);
			return { z, assumed: this.assumed(z) };
		});
		const logs = candidates.map(({ assumed }) => assumed.logEvidence);
		const most = logs.reduce((a, b) => Math.max(a, b), -Infinity);
		const weights = logs.map((l) => Math.exp(l - most));
		const sum = weights.reduce((a, b) => a + b, 0);
		this.logEvidence = most + Math.log(sum / candidates.length);
		// Evenly along what the weights add up to: where all agree alike, each once.
		let k = 0;
		let passed = weights[0];
		return Array.from({ length: count }, (_, i) => {
			while (k < candidates.length - 1 && passed < ((i + 0.5) / count) * sum) passed += weights[++k];
			return this.followed(candidates[k].z, candidates[k].assumed);
		});
	}

	/** One pack more, from elsewhere than what was known; {@link known} comes first. */
	from(source: Gaussian): PossiblePack {
		const z = pointOf(source, this.draw);
		return this.followed(z, this.assumed(z));
	}

	/**
	 * By how much a pack departs from the best guess in what it was drawn by, 0 where nothing is
	 * open.
	 */
	departs(id: keyof Departure, { z }: PossiblePack): number {
		const i = this.ids.indexOf(id);
		return i < 0 ? 0 : this.sigma[id] * clip(z[i]);
	}
}
