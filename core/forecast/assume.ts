/** Turns what is known of a pack and a program into the numbers of a simulation, and says what was assumed. */
import { powerLimits } from '../charger/envelope';
import { bent, slopeAt } from '../chemistry/curve';
import { METER_SIGMA_V } from '../pack/charge-state';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import type { ChargeControl } from '../simulate/charge-control';
import type { DischargeControl } from '../simulate/discharge-simulation';
import type { Guards } from '../simulate/end';
import type { PackModel } from '../simulate/pack-model';
import { normal, uniform } from '../simulate/random';

/** Capacity lost per year of a pack whose capacity was never measured (common practice, no source). */
const FADE_PER_YEAR = 0.03;
const YEAR_MS = 365.25 * 86400e3;
/** A balancing charger starts to bleed this far below the end voltage, V per cell (common practice, no source). */
export const BALANCE_BELOW_END_V = 0.3;
/** Balanced means within this, V (common practice, no source: 10 to 20 mV). */
export const BALANCED_V = 0.01;

/** Departures from the best guess; all zero is the best guess. */
export interface Departure {
	/** Relative error of capacity. */
	capacity: number;
	/** Relative error of resistance, in natural-logarithm units. */
	resistance: number;
	/** Error of the starting state of charge. */
	soc: number;
	/** Error of the temperature of pack and air, K. */
	temperatureK: number;
	/** Charger's voltage error, V per cell; positive overcharges. */
	voltageV: number;
	/** Relative error of the charger's current. */
	current: number;
	/** State of charge by which the first cell differs from its siblings, on top of what was read. */
	spread: number;
	/** Out of this number, whichever it is, follows by how much each further cell differs beyond what was read; 0 is by nothing. */
	others: number;
	/** Height of the false early peak of a nickel charge, in units of its usual height; its sign does not matter. */
	falsePeak: number;
	/** How much less charge the pack's own curve has in its middle than that of its chemistry, a share; see {@link bent}. */
	curve: number;
}

export const NO_DEPARTURE: Departure = {
	capacity: 0,
	resistance: 0,
	soc: 0,
	temperatureK: 0,
	voltageV: 0,
	current: 0,
	spread: 0,
	others: 0,
	falsePeak: 0,
	curve: 0
};

/** How far cells of one pack differ in capacity, one standard deviation as a share (common practice, no source). */
const CELL_CAPACITY = 0.01;
/** How far their resistances differ, one standard deviation in natural-logarithm units (common practice, no source). */
const CELL_RESISTANCE = 0.08;
/**
 * How far the differences themselves differ from pack to pack, chance among few cells included, as a share; and without it, in
 * natural-logarithm units: some were never balanced (common practice, no source).
 */
const MORE_OR_LESS = 1.6;
const MORE_OR_LESS_LOG = 0.5;
/**
 * What a lazy curve remembers is mostly what all cells of a pack went through; each cell's own part of it, as a share (common practice,
 * no source).
 */
const OWN_MEMORY = 0.7;
/** A meter is off by so much from one cell to the next, V, one standard deviation (common practice, no source: its last digits). */
const METER_EACH_V = 0.003;
/** Where a curve is flatter than this, V for all of the charge, its volts are no measure of a cell. */
const LEAST_SLOPE_V = 0.1;
/** Cells further out are another matter than a forecast, standard deviations. */
const FURTHEST_CELL = 3;
/** How far apart balancing leaves cells, one standard deviation of charge (common practice, no source). */
const LEVELLED = 0.01;

/**
 * Charge by which cells differ that nobody can see, one standard deviation: on a flat curve their volts tell nothing until the very
 * end, where the difference shows and is bled. Null where the volts of the cells tell. The last full charge levelled them.
 */
function unseenSigma(r: Resolved): number | null {
	const differ = differences(r);
	if (differ === null) return null;
	const { supposed, byVolts } = differ;
	return byVolts === null ? supposed : (supposed * byVolts) / Math.hypot(supposed, byVolts);
}

/** By how much cells that begin alike come apart until they are full, as each holds a little more or less; one standard deviation of charge. */
export const driftOf = (r: Resolved): number => CELL_CAPACITY * Math.max(0, 1 - r.chargeState.soc);

/** How cells are supposed to differ in charge, and how exactly their volts tell it where they were read; one standard deviation each. */
function differences(r: Resolved): { supposed: number; byVolts: number | null } | null {
	const { traits, storage, curve, defaults } = r.chemistry;
	if (storage.kind !== 'charge' || !traits.cellsDiffer || r.pack.cells < 2) return null;
	const levelled = r.around.lastRun?.end === 'filled' && r.chargeState.known !== null;
	const supposed = levelled ? LEVELLED : traits.cellsDiffer.cellsRead;
	// Nearly empty or full even a flat curve is steep, and what was read says how they differ.
	const byVolts = r.reading?.cellVoltagesV
		? Math.hypot(METER_SIGMA_V, OWN_MEMORY * defaults.restUncertaintyV) /
			Math.max(1e-6, slopeAt(curve, r.chargeState.soc))
		: null;
	return { supposed, byVolts };
}

/** Each cell's charge at the start by what was read: on a flat curve a few millivolts apart are not the charge that they would be. */
function socsOf(r: Resolved): readonly number[] {
	const { socs, soc } = r.chargeState;
	const differ = differences(r);
	if (differ === null || differ.byVolts === null) return socs;
	const believed = differ.supposed ** 2 / (differ.supposed ** 2 + differ.byVolts ** 2);
	return socs.map((s) => soc + believed * (s - soc));
}

/**
 * Where `cells` draws from a normal distribution lie on average, lowest first, in standard deviations (Blom 1958, Statistical
 * Estimates and Transformed Beta-Variables; from memory), by the approximation of its inverse of Tukey's lambda.
 */
export function normalScores(cells: number): number[] {
	return Array.from({ length: cells }, (_, i) => {
		const p = (i + 1 - 0.375) / (cells + 0.25);
		return (p ** 0.14 - (1 - p) ** 0.14) / 0.1975;
	});
}

/** The same numbers in an order that has nothing to do with theirs: first those in even places, then those in odd ones. */
const crossed = (ordered: readonly number[]): number[] => [
	...ordered.filter((_, i) => i % 2 === 0),
	...ordered.filter((_, i) => i % 2 === 1)
];

/**
 * Charge by which the first cell differs from its siblings beyond what was read, one standard deviation; where nobody sees how cells
 * differ, how far they may differ more, or less, than they do on average.
 */
function spreadSigma(r: Resolved): number {
	const { cells } = r.pack;
	if (cells < 2) return 0;
	const unseen = unseenSigma(r);
	if (unseen !== null) return MORE_OR_LESS * unseen;
	const { cellsRead, sumRead } = r.chemistry.traits.cellSpread;
	const read = r.reading?.cellVoltagesV != null;
	if (!read) return sumRead;
	if (!r.chemistry.traits.cellsDiffer) return cellsRead;
	// Cells that read alike are not quite.
	const byRead = METER_EACH_V / Math.max(LEAST_SLOPE_V, slopeAt(r.chemistry.curve, r.chargeState.soc));
	return Math.hypot(cellsRead, byRead);
}

/** By how much each cell but the first differs, in standard deviations: as chance has it, and always the same for the same number. */
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

/** One standard deviation of each departure, from what is known of this pack and charger. */
export function uncertaintyOf(r: Resolved): Departure {
	const measuredR = r.reading?.cellResistancesOhm != null;
	return {
		capacity: r.pack.measuredCapacityAh !== null ? 0.02 : 0.05,
		resistance: measuredR ? 0.1 : 0.25,
		soc: r.chargeState.sigma,
		temperatureK: 2,
		// The accuracy on a specification is taken as a bound: three standard deviations.
		voltageV: r.channel.voltageAccuracyV / 3,
		current: 0.02,
		spread: spreadSigma(r),
		others: r.pack.cells > 1 && r.chemistry.traits.cellsDiffer !== null ? 1 : 0,
		falsePeak: r.chemistry.endOfCharge.kind === 'dip' ? 1 : 0,
		// What is read at rest carries it in its charge already; who follows a course tells the two apart.
		curve: 0
	};
}

/** Best guess of the present capacity, Ah: measured, or the label's less fade with age. */
export function presentCapacityAh(r: Pick<Resolved, 'pack' | 'now'>): number {
	if (r.pack.measuredCapacityAh !== null) return r.pack.measuredCapacityAh;
	const years = r.pack.firstUsedOn ? (Date.parse(r.now) - Date.parse(r.pack.firstUsedOn)) / YEAR_MS : 0;
	return r.pack.capacityAh * Math.max(0.6, 1 - FADE_PER_YEAR * Math.max(0, years));
}

/**
 * A cell's charge at the start, `by` off the estimate. An error of the estimate never makes a cell fuller than full, or
 * emptier than empty, unless that is what was read.
 */
function startSoc(estimate: number, by: number): number {
	const moved = estimate + by;
	return by > 0 ? Math.min(moved, Math.max(1, estimate)) : Math.max(moved, Math.min(0, estimate));
}

/** After this long at rest the false early peak of a nickel pack is twice as high, ms (common practice, no source). */
const LONG_REST_MS = 30 * 86400e3;

function falsePeakOf(r: Resolved, departure: Departure) {
	const end = r.chemistry.endOfCharge;
	if (end.kind !== 'dip') return { falsePeakV: 0, falsePeakS: 1 };
	const rested = r.reading !== null && Date.parse(r.now) - Date.parse(r.reading.takenAt) > LONG_REST_MS;
	return {
		falsePeakV: Math.abs(departure.falsePeak) * end.falsePeakV * (rested ? 2 : 1),
		falsePeakS: end.falsePeakS
	};
}

/** The model of this pack at the start of the run. */
export function packModel(r: Resolved, departure: Departure = NO_DEPARTURE): PackModel {
	const { chemistry, pack, reading } = r;
	const d = chemistry.defaults;
	const cells = pack.cells;
	const capacityAh = presentCapacityAh(r) * (1 + departure.capacity);
	const rFactor = Math.exp(departure.resistance);
	const fill = (value: (i: number) => number) => Float64Array.from({ length: cells }, (_, i) => value(i));
	const measured = reading?.cellResistancesOhm?.length === cells ? reading.cellResistancesOhm : null;
	const socs = socsOf(r);
	const unseen = unseenSigma(r);
	const scores = unseen === null ? null : normalScores(cells);
	const others = othersOf(departure, 3 * cells);
	const usual = spreadSigma(r);
	// Where volts do not tell cells apart, the usual pack is one whose cells differ as far as so many do on average.
	// Even while it is emptied: were it the emptiest cell that resists least, it would hide how far that is taken.
	const onAverage = scores && r.taskData.moves === 'in' ? crossed(scores) : null;
	const ohmScores = departure.others !== 0 ? others.slice(cells, 2 * cells) : onAverage;
	const ohmOf = (i: number): number => (ohmScores ? Math.exp(CELL_RESISTANCE * ohmScores[i]) : 1);
	// Even in the usual pack: were the emptiest cell the larger one, it would hide how far a discharge takes it.
	const ahOf = (i: number): number => 1 + CELL_CAPACITY * (others[2 * cells + i] ?? 0);
	/** Charge by which cell `i` differs beyond what was read. */
	const apart = (i: number): number => {
		if (scores === null || unseen === null) return i === 0 ? departure.spread : usual * others[i];
		if (departure.others === 0) return Math.max(0, unseen + departure.spread) * scores[i];
		return unseen * Math.exp((MORE_OR_LESS_LOG * departure.spread) / (MORE_OR_LESS * unseen)) * others[i];
	};
	return {
		curve: bent(chemistry.curve, departure.curve),
		capacityAh: fill((i) => capacityAh * ahOf(i)),
		startSoc: fill((i) => startSoc(socs[i], departure.soc + apart(i))),
		seriesOhm: fill((i) => (measured ? measured[i] : (d.seriesOhmAh / pack.capacityAh) * ohmOf(i)) * rFactor),
		relaxOhm: fill((i) => (d.relaxOhmAh / pack.capacityAh) * ohmOf(i) * rFactor),
		relaxS: d.relaxS,
		resistanceDoublesPerK: d.resistanceDoublesPerK,
		heatCapacityJPerK: d.heatCapacityJPerKAh * pack.capacityAh * cells,
		coolingS: d.coolingS,
		startDegC: r.packDegC + departure.temperatureK,
		ambientDegC: r.ambientDegC + departure.temperatureK,
		coulombicEfficiency: d.coulombicEfficiency,
		acceptance: chemistry.acceptance,
		slowing: chemistry.slowing && {
			fullOhm: (chemistry.slowing.fullOhmAh / pack.capacityAh) * rFactor,
			widthSoc: chemistry.slowing.widthSoc
		},
		...falsePeakOf(r, departure),
		peukert: chemistry.peukert && {
			exponent: chemistry.peukert.exponent,
			ratedA: pack.capacityAh / chemistry.peukert.ratedHours
		}
	};
}

/** Current at which the charger ends constant voltage, A. */
export function taperEndA(r: Resolved, currentA: number): number {
	const { taperC, fastTaperC } = r.chemistry.rates;
	const shareC = r.taskData.cutsTaper && fastTaperC !== null ? fastTaperC : taperC;
	return Math.min(shareC * r.pack.capacityAh, 0.5 * currentA);
}

/** Whether the charger can regulate on each cell: one cell, or a balance lead in a port that takes it. */
export function watchesCells(r: Pick<Resolved, 'pack' | 'channel' | 'chemistry'>): boolean {
	const { cells, balanceLead } = r.pack;
	if (cells === 1) return true;
	return r.chemistry.balanceFromCells !== null && balanceLead && r.channel.balancePortCells >= cells;
}

/** The guards of a run as these settings put them; a charger without a probe does not feel the pack. */
export function guardsOf(r: Resolved, settings: ProgramSettings): Guards {
	return {
		timerS: settings.safetyTimerMin === null ? Infinity : settings.safetyTimerMin * 60,
		capacityLimitAh: settings.capacityLimitAh ?? Infinity,
		temperatureLimitDegC: r.channel.hasProbe ? (settings.temperatureLimitDegC ?? Infinity) : Infinity
	};
}

/** What the charger does with these settings while it charges. */
export function chargeControl(
	r: Resolved,
	settings: ProgramSettings,
	departure: Departure = NO_DEPARTURE
): ChargeControl {
	const end = r.chemistry.endOfCharge;
	const dip = end.kind === 'dip';
	return {
		...guardsOf(r, settings),
		currentA: settings.currentA,
		endVoltageV: dip ? Infinity : settings.endVoltageV,
		powerW: Math.min(...powerLimits(r.envelope).map((l) => l.powerW)),
		taperA: taperEndA(r, settings.currentA),
		seesCells: settings.balance || watchesCells(r),
		balanceCurrentA: settings.balance ? r.channel.balanceCurrentA : 0,
		balanceFromV: settings.endVoltageV - BALANCE_BELOW_END_V,
		balanceToleranceV: BALANCED_V,
		voltageErrorV: departure.voltageV,
		currentFactor: 1 + departure.current,
		dip: dip
			? {
					onlyFromSoc: 0,
					deltaV: settings.deltaV ?? end.defaultDeltaV,
					holdOffS: end.holdOffS,
					riseKPerMin: r.channel.endsOnTemperatureRise && r.channel.hasProbe ? end.riseKPerMin : Infinity
				}
			: null,
		reached: r.taskData.fills ? 'full' : 'end voltage'
	};
}

/** What the charger does with these settings while it takes charge out, down to `endVoltageV` per cell. */
export function dischargeControl(
	r: Resolved,
	settings: ProgramSettings,
	endVoltageV: number,
	departure: Departure = NO_DEPARTURE
): DischargeControl {
	return {
		...guardsOf(r, settings),
		currentA: settings.dischargeA ?? 0,
		powerW: r.channel.dischargePowerW,
		endVoltageV,
		seesCells: watchesCells(r),
		voltageErrorV: departure.voltageV,
		currentFactor: 1 + departure.current
	};
}
