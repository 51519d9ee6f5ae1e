/**
 * How the cells of one pack differ: what was read of it, what is supposed where nobody sees it,
 * and how one possible pack's do.
 */
import { slopeAt } from '../chemistry/curve';
import { METER_SIGMA_V } from '../pack/charge-state';
import type { Resolved } from '../request/context';
import { normal, uniform } from '../simulate/random';
import type { Departure } from './departure';

/**
 * How far cells of one pack differ in capacity, one standard deviation as a share (common
 * practice, no source).
 */
const CELL_CAPACITY = 0.01;
/**
 * How far their resistances differ, one standard deviation in natural-logarithm units (common
 * practice, no source).
 */
const CELL_RESISTANCE = 0.08;
/**
 * How far the differences themselves differ from pack to pack, chance among few cells included,
 * as a share; and without it, in natural-logarithm units: some were never balanced (common
 * practice, no source).
 */
const MORE_OR_LESS = 1.6;
export const MORE_OR_LESS_LOG = 0.5;
/**
 * What a lazy curve remembers is mostly what all cells of a pack went through; each cell's own
 * part of it, as a share (common practice, no source).
 */
const OWN_MEMORY = 0.7;
/**
 * A meter is off by so much from one cell to the next, V, one standard deviation (common
 * practice, no source: its last digits).
 */
export const METER_EACH_V = 0.003;
/**
 * Where a curve is flatter than this, V for all of the charge, its volts are no measure of a
 * cell.
 */
const LEAST_SLOPE_V = 0.1;
/** Cells further out are another matter than a forecast, standard deviations. */
const FURTHEST_CELL = 3;
/**
 * How far apart balancing leaves cells, one standard deviation of charge (common practice, no
 * source).
 */
const LEVELLED = 0.01;

/**
 * Charge by which cells differ that nobody can see, one standard deviation: on a flat curve their
 * volts tell nothing until the very end, where the difference shows and is bled. Null where the
 * volts of the cells tell. The last full charge levelled them.
 */
function unseenSigma(r: Resolved): number | null {
	const differ = differences(r);
	if (differ === null) return null;
	const { supposed, byVolts } = differ;
	return byVolts === null ? supposed : (supposed * byVolts) / Math.hypot(supposed, byVolts);
}

/**
 * By how much cells that begin alike come apart until they are full, as each holds a little more
 * or less; one standard deviation of charge.
 */
export const driftOf = (r: Resolved): number => CELL_CAPACITY * Math.max(0, 1 - r.chargeState.soc);

/**
 * How far cells of this pack differ in charge as long as nobody reads them, one standard
 * deviation.
 */
export const unreadSigma = (r: Resolved): number =>
	differences(r)?.supposed ?? r.chemistry.traits.cellSpread.sumRead;

/** Whether the last run filled it, and its end is believed. */
const wasFilled = ({ state: { lastRun, judged } }: Resolved): boolean =>
	judged?.outcome === 'sound' && lastRun?.aim.fills === true && !lastRun.aim.cutsTaper;

/**
 * How cells are supposed to differ in charge, and how exactly their volts tell it where they were
 * read; one standard deviation each.
 */
function differences(r: Resolved): { supposed: number; byVolts: number | null } | null {
	const { traits, storage, curve, defaults } = r.chemistry;
	if (storage.kind !== 'charge' || !traits.cellsDiffer || r.pack.cells < 2) return null;
	const levelled = r.state.lastRun !== null && wasFilled(r) && r.chargeState.known !== null;
	const supposed = levelled ? LEVELLED : traits.cellsDiffer.cellsRead;
	// Nearly empty or full even a flat curve is steep, and what was read says how they differ.
	const byVolts = r.reading?.cellVoltagesV
		? Math.hypot(METER_SIGMA_V, OWN_MEMORY * defaults.restUncertaintyV) /
			Math.max(1e-6, slopeAt(curve, r.chargeState.soc))
		: null;
	return { supposed, byVolts };
}

/**
 * Each cell's charge at the start by what was read; on a flat curve the state has weighed what
 * millivolts are worth.
 */
const socsOf = (r: Resolved): readonly number[] => r.chargeState.socs;

/**
 * Where `cells` draws from a normal distribution lie on average, lowest first, in standard
 * deviations (Blom 1958, Statistical Estimates and Transformed Beta-Variables; from memory), by
 * the approximation of its inverse of Tukey's lambda.
 */
export function normalScores(cells: number): number[] {
	return Array.from({ length: cells }, (_, i) => {
		const p = (i + 1 - 0.375) / (cells + 0.25);
		return (p ** 0.135 - (1 - p) ** 0.135) / 0.1975;
	});
}

/**
 * The same numbers in an order that has nothing to do with theirs: first those in even places,
 * then those in odd ones.
 */
const crossed = (ordered: readonly number[]): number[] => [
	...ordered.filter((_, i) => i % 2 === 0),
	...ordered.filter((_, i) => i % 2 === 1)
];

/**
 * Charge by which the first cell differs from its siblings beyond what was read, one standard
 * deviation; where nobody sees how cells differ, how far they may differ more, or less, than they
 * do on average.
 */
export function spreadSigma(r: Resolved): number {
	const { cells } = r.pack;
	if (cells < 2) return 0;
	const unseen = unseenSigma(r);
	if (unseen !== null) return MORE_OR_LESS * unseen;
	const { cellsRead, sumRead } = r.chemistry.traits.cellSpread;
	const read = r.reading?.cellVoltagesV != null;
	if (!r.chemistry.traits.cellsDiffer) return read ? cellsRead : sumRead;
	// One spread for charge and discharge: what the state believes of cells that were not read.
	if (!read) return Math.max(...r.state.cells.sigma);
	// Cells that read alike are not quite.
	const byRead = METER_EACH_V / Math.max(LEAST_SLOPE_V, slopeAt(r.chemistry.curve, r.chargeState.soc));
	return Math.hypot(cellsRead, byRead);
}

/**
 * By how much each cell but the first differs, in standard deviations: as chance has it, and
 * always the same for the same number.
 */
function othersOf({ others }: Departure, cells: number): number[] {
	if (others === 0) return Array.from({ length: cells }, () => 0);
	const next = normal(uniform(Math.round(Math.abs(others) * 1e9) % 2 ** 31));
	return Array.from({ length: cells }, () => Math.max(-FURTHEST_CELL, Math.min(FURTHEST_CELL, next())));
}

/** Whether every cell was read, on a curve whose volts tell its charge. */
export const seesEach = (r: Resolved): boolean =>
	r.pack.cells > 1 &&
	unseenSigma(r) === null &&
	r.reading?.cellVoltagesV != null &&
	r.chemistry.traits.cellsDiffer != null;

/** How the cells of one possible pack differ; all by their place in the pack. */
export interface CellsDiffer {
	/** Charge at the start by what was read. */
	readSoc: readonly number[];
	/** Charge that a cell has beyond that. */
	chargeBeyond(i: number): number;
	/** Its share of the usual resistance and capacity of a cell. */
	resistance(i: number): number;
	capacity(i: number): number;
}

/** How the cells of a pack that departs so differ. */
export function cellsOf(r: Resolved, departure: Departure): CellsDiffer {
	const { cells } = r.pack;
	const unseen = unseenSigma(r);
	const scores = unseen === null ? null : normalScores(cells);
	const others = othersOf(departure, 3 * cells);
	const usual = spreadSigma(r);
	// Where volts do not tell cells apart, the usual pack is one whose cells differ as far as so
	// many do on average. Even while it is emptied: were it the emptiest cell that resists least, it
	// would hide how far that is taken.
	const onAverage = scores && r.taskData.moves === 'in' ? crossed(scores) : null;
	const ohmScores = departure.others !== 0 ? others.slice(cells, 2 * cells) : onAverage;
	return {
		readSoc: socsOf(r),
		resistance: (i) => (ohmScores ? Math.exp(CELL_RESISTANCE * ohmScores[i]) : 1),
		// Even in the usual pack: were the emptiest cell the larger one, it would hide how far a
		// discharge takes it.
		capacity: (i) => 1 + CELL_CAPACITY * (others[2 * cells + i] ?? 0),
		chargeBeyond: (i) => {
			if (scores === null || unseen === null) return i === 0 ? departure.spread : usual * others[i];
			if (departure.others === 0) return Math.max(0, unseen + departure.spread) * scores[i];
			return unseen * Math.exp((MORE_OR_LESS_LOG * departure.spread) / (MORE_OR_LESS * unseen)) * others[i];
		}
	};
}
