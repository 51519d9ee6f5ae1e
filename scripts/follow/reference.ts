/**
 * What three looks at a screen are worth at best: the posterior of somebody who knows the truth's
 * own physics and what it was drawn by, and nothing else that the follower does not know.
 * Everything that a pack was drawn by is drawn, each cell's own figures too, and brought near in
 * steps: first to what the meter showed, which costs no simulation, then to the looks.
 */
import { ocvAt } from '../../core/chemistry/curve';
import { coarseStepS } from '../../core/forecast/forecast';
import { LOOK_KINDS, type Look } from '../../core/log/look';
import { normalBelow } from '../../core/quantity/bell';
import { normal, uniform } from '../../core/simulate/random';
import { another, TRUTH, WIDEST, type DrawnPack } from '../calibrate/draw';
import { METER, shownBy, type TrueRun } from './case';
import { tempered, type Draw } from './tempered';

export interface Figure {
	p5: number;
	median: number;
	p95: number;
}

export interface Reference {
	endMin: Figure;
	endAh: Figure;
	/** By how much two halves of the draws, each by itself, say another median of the end: shares. */
	unsure: number;
}

/**
 * What all cells share, in standard deviations; the last tells whether the pack was ever
 * balanced.
 */
const SHARED = [
	'capacity',
	'resistance',
	'curve',
	'waves',
	'lazy',
	'meterAll',
	'soc',
	'cooling',
	'air',
	'chargerV',
	'chargerA',
	'meter',
	'balanced'
] as const;
type Shared = Record<(typeof SHARED)[number], number>;
const [LEAST_SOC, MOST_SOC] = [0.1, 0.6];
/**
 * Draws of each half where no other number is wanted, and steps that they walk after each
 * sharpening: where nothing is simulated, and where it is.
 */
const DRAWS = 150;
const [LIGHT, HEAVY] = [60, 6];

/** As packs are drawn: slips are taken for the widest that is no slip. */
const within = (z: number): number => Math.max(-WIDEST, Math.min(WIDEST, z));

/** The pack that these numbers make, and by how much its readings are off for all cells, V. */
function packOf(run: TrueRun, z: Float64Array): { pack: DrawnPack; offV: number; meter: number } {
	const s = Object.fromEntries(SHARED.map((id, i) => [id, within(z[i])])) as Shared;
	const { chemistry, cells, labelAh } = run.pack;
	const own = (what: number, i: number) => within(z[SHARED.length + what * cells + i]);
	const each = <T>(value: (i: number) => T) => Array.from({ length: cells }, (_, i) => value(i));
	const usual =
		normalBelow(z[SHARED.indexOf('balanced')]) < TRUTH.neverBalancedShare
			? TRUTH.neverBalanced
			: TRUTH.cellCharge;
	const seen = chemistry.family === 'lithium' && chemistry.storage.kind === 'volts';
	const differ = seen ? TRUTH.seenCells : chemistry.traits.gasses ? TRUTH.levelledByGas : usual;
	const meanSoc = LEAST_SOC + (MOST_SOC - LEAST_SOC) * normalBelow(z[SHARED.indexOf('soc')]);
	const whole = labelAh * (1 + TRUTH.capacity * s.capacity);
	const worse = Math.exp(TRUTH.resistance * s.resistance);
	const pack: DrawnPack = {
		...run.pack,
		capacityAh: each((i) => whole * (1 + TRUTH.cellCapacity * own(1, i))),
		soc: each((i) => Math.min(0.95, Math.max(0.02, meanSoc + differ * own(0, i)))),
		resistance: each((i) => worse * Math.exp(TRUTH.cellResistance * own(2, i))),
		curve: another(chemistry.curve, TRUTH.curve * s.curve, TRUTH.curveWaves * s.waves),
		lazyV: (TRUTH.lazyV[chemistry.id] ?? 0) * s.lazy,
		coolingFactor: Math.exp(TRUTH.coolingFactor * s.cooling),
		airK: TRUTH.airK * s.air,
		chargerV: TRUTH.chargerV * s.chargerV,
		chargerA: TRUTH.chargerA * s.chargerA
	};
	const offV = pack.lazyV + TRUTH.meterAllV * s.meterAll;
	// What a screen's own current is off by was drawn as it came, however far out.
	return { pack, offV, meter: 1 + METER * z[SHARED.indexOf('meter')] };
}

/** How likely the meter's readings were: each cell's where each was read, else the whole pack's. */
function readAs(run: TrueRun, pack: DrawnPack, offV: number): number {
	const bell = (off: number, sigma: number) => -((off / sigma) ** 2) / 2;
	const { chemistry, cells, readV } = run.pack;
	const off = readV.map((v, i) => v - ocvAt(pack.curve, pack.soc[i]) - offV);
	if (chemistry.family === 'lithium') return off.reduce((sum, v) => sum + bell(v, TRUTH.meterV), 0);
	return bell(off.reduce((a, b) => a + b, 0) / cells, TRUTH.meterV / Math.sqrt(cells));
}

interface End {
	endMin: number;
	endAh: number;
}

/** Draws of packs that fit what was read and what was looked at, from one seed. */
function possible(run: TrueRun, looks: readonly Look[], seed: number, draws: number): Draw<End>[] {
	const even = uniform(seed);
	const next = normal(even);
	const size = SHARED.length + 3 * run.pack.cells;
	const prior = (z: Float64Array) => z.reduce((sum, v) => sum - (v * v) / 2, 0);
	const read = (z: Float64Array) => {
		const { pack, offV } = packOf(run, z);
		return readAs(run, pack, offV);
	};
	const first = Array.from({ length: draws }, () => {
		const z = Float64Array.from({ length: size }, () => next());
		return { z, logBase: prior(z), logLikelihood: read(z), shows: null };
	});
	const asRead = tempered(
		first,
		{ logBase: prior, learn: (z) => ({ logLikelihood: read(z), shows: null }) },
		{ steps: LIGHT, even, normal: next }
	);
	const { resolved, settings } = run.solution;
	const stepS = coarseStepS(resolved, settings);
	const learn = (z: Float64Array) => {
		const { pack, meter } = packOf(run, z);
		const shown = shownBy(pack, run.solution, meter, stepS);
		if (!shown || looks.some(({ minute }) => minute > shown.endMin)) return null;
		const logLikelihood = looks.reduce((sum, { what, minute, value }) => {
			const t = (value - shown.at(what, minute)) / LOOK_KINDS[what].step;
			return sum - (t * t) / 2;
		}, 0);
		return { logLikelihood, shows: { endMin: shown.endMin, endAh: shown.endAh } };
	};
	const base = (z: Float64Array) => prior(z) + read(z);
	const before = asRead.flatMap(({ z }) => {
		const learned = learn(z);
		return learned ? { z, logBase: base(z), ...learned } : [];
	});
	// Those that end before the last look, or would be cut, are none: the others stand for them.
	return tempered(
		Array.from({ length: draws }, (_, k) => before[k % before.length]),
		{ logBase: base, learn },
		{ steps: HEAVY, even, normal: next }
	);
}

function figureOf(draws: readonly Draw<End>[], of: keyof End): Figure {
	const sorted = draws.map((d) => d.shows[of]).sort((a, b) => a - b);
	const at = (q: number) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
	return { p5: at(0.05), median: at(0.5), p95: at(0.95) };
}

/** What is known of the end after these looks by whoever knows how packs and chargers are made. */
export function referenceOf(run: TrueRun, looks: readonly Look[], seed = 5, draws = DRAWS): Reference {
	const halves = [seed, seed + 1].map((s) => possible(run, looks, s, draws));
	const all = halves.flat();
	const [a, b] = halves.map((half) => figureOf(half, 'endMin').median);
	const endMin = figureOf(all, 'endMin');
	return { endMin, endAh: figureOf(all, 'endAh'), unsure: Math.abs(a - b) / endMin.median };
}
