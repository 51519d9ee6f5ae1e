/**
 * What three looks at a screen are worth at best: the posterior of somebody who knows the truth's own physics and what it was drawn
 * by, and nothing else that the follower does not know. What all cells share is drawn in rounds around what agrees best (adaptive
 * importance sampling, Cornuet et al. 2012, from memory); each cell's charge is drawn from what its reading leaves of it.
 */
import { ocvAt } from '../../core/chemistry/curve';
import { fitted, logDensity, pointOf, standard, type Gaussian } from '../../core/follow/gaussian';
import { LOOK_KINDS, type Look } from '../../core/log/look';
import { normal, uniform } from '../../core/simulate/random';
import { another, TRUTH, WIDEST, type DrawnPack } from '../calibrate/draw';
import { METER, shownBy, type TrueRun } from './case';

export interface Reference {
	endMin: { p5: number; median: number; p95: number };
	endAh: { p5: number; median: number; p95: number };
	/** Draws of equal weight that say as much. */
	counting: number;
}

/** What all cells share, in standard deviations; the mean charge is told from around what the reading says. */
const SHARED = [
	'capacity',
	'resistance',
	'curve',
	'reads',
	'soc',
	'cooling',
	'air',
	'chargerV',
	'chargerA',
	'meter'
] as const;
type Shared = Record<(typeof SHARED)[number], number>;
const [LEAST_SOC, MOST_SOC] = [0.1, 0.6];
/** Mean charge is proposed from so far around the reading's own, where volts tell it and where they do not. */
const [TOLD, UNTOLD] = [0.03, 0.15];
const FIRST = 300;
const MORE = 200;
const MOST_ROUNDS = 20;
const ENOUGH = 120;
const [WIDER, LEAST_WIDTH] = [1.4, 0.01];
const STEP_S = 10;
/** Charges of a cell that are told apart, over so many of its standard deviations. */
const [CELL_POINTS, CELL_REACH] = [61, 3];

interface Draw {
	z: Float64Array;
	logPrior: number;
	logLikelihood: number;
	endMin: number;
	endAh: number;
}

/** A cell's charge from what is known of its siblings' and its own reading, and how likely that reading was. */
function cellOf(
	meanSoc: number,
	differ: number,
	likelihood: (soc: number) => number,
	even: () => number
): { soc: number; weight: number } {
	const socs: number[] = [];
	const weights: number[] = [];
	let sum = 0;
	let prior = 0;
	for (let k = 0; k < CELL_POINTS; k++) {
		const d = CELL_REACH * ((2 * k) / (CELL_POINTS - 1) - 1);
		const soc = Math.min(0.95, Math.max(0.02, meanSoc + differ * d));
		const own = Math.exp(-(d * d) / 2);
		prior += own;
		sum += own * likelihood(soc);
		socs.push(soc);
		weights.push(sum);
	}
	const at = even() * sum;
	const k = weights.findIndex((w) => w >= at);
	return { soc: socs[Math.max(0, k)], weight: sum / prior };
}

/** One pack that could be: shared figures from `s`, cells by chance. Its weight is how likely the readings were. */
function packFrom(run: TrueRun, s: Shared, meanSoc: number, even: () => number, next: () => number) {
	const { chemistry, cells, labelAh, readV } = run.pack;
	const seen = chemistry.family === 'lithium' && chemistry.storage.kind === 'volts';
	const usual = even() < TRUTH.neverBalancedShare ? TRUTH.neverBalanced : TRUTH.cellCharge;
	const differ = seen ? TRUTH.seenCells : chemistry.traits.gasses ? TRUTH.levelledByGas : usual;
	const curve = another(chemistry.curve, TRUTH.curve * s.curve);
	// What a curve remembers and what the meter is off by show alike: all cells read so much more.
	const readsV = Math.hypot(TRUTH.lazyV[chemistry.id] ?? 0, TRUTH.meterAllV);
	const whole = labelAh * (1 + TRUTH.capacity * s.capacity);
	const worse = Math.exp(TRUTH.resistance * s.resistance);
	const each = <T>(value: (i: number) => T) => Array.from({ length: cells }, (_, i) => value(i));
	let logWeight = 0;
	let soc: number[];
	const bell = (off: number, sigma: number) => Math.exp(-((off / sigma) ** 2) / 2);
	if (chemistry.family === 'lithium') {
		const more = readsV * s.reads;
		soc = each((i) => {
			const cell = cellOf(
				meanSoc,
				differ,
				(x) => bell(readV[i] - more - ocvAt(curve, x), TRUTH.meterV),
				even
			);
			logWeight += Math.log(Math.max(cell.weight, 1e-300));
			return cell.soc;
		});
	} else {
		// Only the whole pack was read: what curve and meter are off by is what is left, as likely as that is.
		soc = each(() => Math.min(0.95, Math.max(0.02, meanSoc + differ * next())));
		const read = readV.reduce((a, b) => a + b) / cells;
		const left = read - soc.reduce((sum, x) => sum + ocvAt(curve, x), 0) / cells;
		logWeight += Math.log(Math.max(bell(left, Math.hypot(readsV, TRUTH.meterV / Math.sqrt(cells))), 1e-300));
	}
	const pack: DrawnPack = {
		...run.pack,
		capacityAh: each(() => whole * (1 + TRUTH.cellCapacity * next())),
		soc,
		resistance: each(() => worse * Math.exp(TRUTH.cellResistance * next())),
		curve,
		coolingFactor: Math.exp(TRUTH.coolingFactor * s.cooling),
		airK: TRUTH.airK * s.air,
		chargerV: TRUTH.chargerV * s.chargerV,
		chargerA: TRUTH.chargerA * s.chargerA
	};
	return { pack, logWeight };
}

function quantiles(draws: readonly Draw[], weights: Float64Array, of: (d: Draw) => number) {
	const sorted = draws
		.map((d, k) => ({ value: of(d), weight: weights[k] }))
		.sort((a, b) => a.value - b.value);
	const at = (q: number) => {
		let sum = 0;
		for (const { value, weight } of sorted) if ((sum += weight) >= q) return value;
		return sorted[sorted.length - 1].value;
	};
	return { p5: at(0.05), median: at(0.5), p95: at(0.95) };
}

/** What is known of the end after these looks by whoever knows how packs and chargers are made. */
export function referenceOf(run: TrueRun, looks: readonly Look[], seed = 5): Reference {
	const even = uniform(seed);
	const next = normal(even);
	const { chemistry, readV } = run.pack;
	const told = chemistry.storage.kind === 'volts' && chemistry.family === 'lithium';
	const read = readV.reduce((a, b) => a + b) / readV.length;
	let near = LEAST_SOC;
	while (near < MOST_SOC && ocvAt(chemistry.curve, near) < read) near += 0.005;
	const width = told ? TOLD : UNTOLD;
	const prior = standard(SHARED.length);
	const draws: Draw[] = [];
	const sources: { from: Gaussian; count: number }[] = [];
	const add = (from: Gaussian, count: number) => {
		for (let n = 0; n < count; n++) {
			const z = pointOf(from, next);
			const s = Object.fromEntries(SHARED.map((id, i) => [id, z[i]])) as Shared;
			const meanSoc = near + width * s.soc;
			const d: Draw = { z, logPrior: -Infinity, logLikelihood: 0, endMin: NaN, endAh: NaN };
			draws.push(d);
			const inside = SHARED.every((id) => id === 'soc' || Math.abs(s[id]) <= WIDEST);
			if (!inside || meanSoc < LEAST_SOC || meanSoc > MOST_SOC) continue;
			const { pack, logWeight } = packFrom(run, s, meanSoc, even, next);
			const shown = shownBy(pack, run.solution, 1 + METER * s.meter, STEP_S);
			if (!shown) continue;
			d.endMin = shown.endMin;
			d.endAh = shown.endAh;
			// The mean charge was drawn evenly: its bell is only where it is looked for.
			d.logPrior = logDensity(prior, z) + s.soc ** 2 / 2;
			d.logLikelihood = logWeight;
			for (const { what, minute, value } of looks) {
				if (minute > shown.endMin) {
					d.logPrior = -Infinity;
					break;
				}
				const t = (value - shown.at(what, minute)) / LOOK_KINDS[what].step;
				d.logLikelihood -= (t * t) / 2;
			}
		}
		sources.push({ from, count });
	};
	/** Weights of all draws, the likelihood taken to this power: a narrow one is come near to in steps. */
	const weigh = (power: number): Float64Array => {
		const logs = draws.map((d) => {
			if (d.logPrior === -Infinity) return -Infinity;
			let mixture = 0;
			for (const { from, count } of sources)
				mixture += (count / draws.length) * Math.exp(logDensity(from, d.z) - d.logPrior);
			return power * d.logLikelihood - Math.log(mixture);
		});
		const most = Math.max(...logs);
		const weights = Float64Array.from(logs, (l) => (l === -Infinity ? 0 : Math.exp(l - most)));
		const sum = weights.reduce((a, b) => a + b, 0);
		return weights.map((w) => w / sum);
	};
	const countingOf = (weights: Float64Array) => 1 / weights.reduce((sum, w) => sum + w * w, 0);
	add(standard(SHARED.length), FIRST);
	let weights = weigh(1);
	for (let round = 0; round < MOST_ROUNDS && countingOf(weights) < ENOUGH; round++) {
		// As sharp as still leaves a tenth of a round to fit to.
		let power = 1;
		while (power > 1e-6 && countingOf(weigh(power)) < 0.3 * MORE) power /= 1.6;
		add(
			fitted(
				draws.map((d) => d.z),
				weigh(power),
				WIDER,
				LEAST_WIDTH
			),
			MORE
		);
		weights = weigh(1);
	}
	const known = draws.map((d, k) => ({ d, w: weights[k] })).filter(({ w }) => w > 0);
	const of = (value: (d: Draw) => number) =>
		quantiles(
			known.map(({ d }) => d),
			Float64Array.from(known, ({ w }) => w),
			value
		);
	return { endMin: of((d) => d.endMin), endAh: of((d) => d.endAh), counting: countingOf(weights) };
}
