/**
 * How far each cell's charge lies above or below the mean of its pack: learned from readings of
 * cells, carried through runs.
 */
import type { Chemistry } from '../chemistry/chemistry';
import { slopeAt, socAt } from '../chemistry/curve';
import type { RunEvent } from './event';

export interface CellOffsets {
	/** Charge above the mean, a share, bottom cell first; they add up to 0. */
	offset: readonly number[];
	/** One standard deviation of each. */
	sigma: readonly number[];
	/** When cells were read last, ISO 8601; null where they never were. */
	readAt: string | null;
}

/* Common practice, no source. */
/** A meter from one cell to the next, V, one standard deviation. */
const METER_EACH_V = 0.003;
/** A cell's own part of what its curve remembers, a share of it. */
const OWN_MEMORY = 0.7;
/**
 * Where the curve is flatter than this its volts are no measure of a cell, V per unit of charge.
 */
const LEAST_SLOPE_V = 0.02;
/** From this slope on the volts of a cell tell its charge, V per unit of charge. */
const TELLS_V = 0.2;
/** Cells differ in capacity by so much, a share: what a run of the whole capacity adds. */
const CAPACITY_SPREAD = 0.01;
/** How far apart balancing leaves cells, one standard deviation of charge. */
const LEVELLED = 0.01;
/** Unlike self-discharge adds this in a month. */
const LEAK_SPREAD_PER_MONTH = 0.004;

/**
 * How far cells of this chemistry differ in charge where they were not read, one standard deviation
 * as a share.
 */
export const unreadOffsetSigma = ({ traits, storage }: Chemistry): number =>
	traits.cellsDiffer === null
		? traits.cellSpread.sumRead
		: storage.kind === 'charge'
			? traits.cellsDiffer.cellsRead
			: traits.cellsDiffer.sumRead;

export function unknownOffsets(chemistry: Chemistry, cells: number): CellOffsets {
	const sigma = cells < 2 ? 0 : unreadOffsetSigma(chemistry);
	return {
		offset: Array.from({ length: cells }, () => 0),
		sigma: Array.from({ length: cells }, () => sigma),
		readAt: null
	};
}

const centred = (values: readonly number[]): number[] => {
	const mean = values.reduce((a, b) => a + b, 0) / values.length;
	return values.map((v) => v - mean);
};

/**
 * After a reading of each cell at `cellV`, V: each offset weighed by the inverse of the variances.
 * `sigmaV`: how far these volts are from rest beyond the meter, one cell against the next, V.
 */
export function offsetsRead(
	before: CellOffsets,
	chemistry: Chemistry,
	cellV: readonly number[],
	sigmaV: number,
	at: string
): CellOffsets {
	if (cellV.length !== before.offset.length || cellV.length < 2) return before;
	const { curve, defaults } = chemistry;
	const socs = cellV.map((v) => socAt(curve, v));
	const read = centred(socs);
	const errorV = Math.hypot(METER_EACH_V, OWN_MEMORY * defaults.restUncertaintyV, sigmaV);
	// Cells that read far apart are: what is usual says nothing of them.
	const far = Math.sqrt(read.reduce((sum, r) => sum + r * r, 0) / read.length);
	const steep = slopeAt(curve, socs.reduce((a, b) => a + b, 0) / socs.length) >= TELLS_V;
	const next = before.offset.map((offset, i) => {
		const prior = steep ? Math.max(before.sigma[i], far) : before.sigma[i];
		const slope = Math.max(LEAST_SLOPE_V, slopeAt(curve, Math.min(1.05, Math.max(-0.05, socs[i]))));
		const readVariance = (errorV / slope) ** 2;
		const gain = prior ** 2 / (prior ** 2 + readVariance);
		return { offset: offset + gain * (read[i] - offset), sigma: prior * Math.sqrt(1 - gain) };
	});
	return { offset: centred(next.map((n) => n.offset)), sigma: next.map((n) => n.sigma), readAt: at };
}

const grown = (offsets: CellOffsets, by: number, chemistry: Chemistry): CellOffsets => {
	const most = Math.max(unreadOffsetSigma(chemistry), ...offsets.sigma);
	return { ...offsets, sigma: offsets.sigma.map((s) => Math.min(most, Math.hypot(s, by))) };
};

/** After lying still for `hours`. */
export const offsetsRested = (offsets: CellOffsets, chemistry: Chemistry, hours: number): CellOffsets =>
	offsets.offset.length < 2 ? offsets : grown(offsets, (LEAK_SPREAD_PER_MONTH * hours) / 720, chemistry);

/**
 * After charge of `share` of the capacity was moved through all cells alike, or an unknown amount
 * (1).
 */
export const offsetsMoved = (offsets: CellOffsets, chemistry: Chemistry, share: number): CellOffsets =>
	offsets.offset.length < 2 ? offsets : grown(offsets, CAPACITY_SPREAD * Math.min(1, share), chemistry);

/**
 * Whether a run that ended so levelled the cells: balanced, full, and nothing speaks against its
 * end.
 */
export const levels = (run: RunEvent, sound: boolean): boolean =>
	sound && run.settings.balance === true && run.aim.fills && !run.aim.cutsTaper && run.endReason === 'full';

/** After cells were levelled. */
export const offsetsLevelled = (offsets: CellOffsets, at: string): CellOffsets => ({
	offset: offsets.offset.map(() => 0),
	sigma: offsets.sigma.map(() => (offsets.offset.length < 2 ? 0 : LEVELLED)),
	readAt: offsets.readAt === null ? null : at
});
