/**
 * What runs and readings say of a pack's capacity and resistance, each with its error and where it
 * comes from.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { fullSoc } from '../chemistry/fill-window';
import { slopeAt, socAt } from '../chemistry/curve';
import type { EndSeen } from '../log/end-judgement';
import { empties, judgedEnd } from '../log/judged-end';
import type { Run } from '../log/run';
import { CURVE_SIGMA, METER_SIGMA_V, socByVolts, UNRESTED_SIGMA_V } from '../pack/charge-state';
import { chargeStateOf } from '../pack-state/charge-state';
import type { PackEvent } from '../pack-state/event';
import { packState } from '../pack-state/pack-state';
import type { Pack } from '../pack/pack';
import type { ReadingInput } from '../pack/reading';
import { taskOf } from '../request/task';
import type { Point } from './trend';

/** Where a point comes from. */
export type Source = 'measured' | 'judged run' | 'looks' | 'meter';

export interface AgedPoint extends Point {
	from: Source;
	/** The run or the reading that it comes from. */
	ref: string;
}

/** A run of this pack alone, with what was known of the pack as it began. */
export interface RunSeen {
	run: Omit<EndSeen, 'pack'> & Pick<Run, 'id' | 'startedAt' | 'endedAt'>;
	/** The last reading before it, since whatever moved the charge last. */
	before: ReadingInput | null;
	/** What had happened to the pack last when it began: a run or a use. */
	prior: PackEvent | null;
	/** What the looks at its screen say of the capacity, where enough were taken. */
	fit?: CapacityFit | null;
}

/** Capacity by looks alone, without what was believed before them, Ah, and its error, a share. */
export interface CapacityFit {
	capacityAh: number;
	error: number;
}

interface Believed {
	mean: number;
	sigma: number;
}
/** Looks that leave more than this of the doubt there was say nothing of their own. */
const TELLS = 0.85;

/**
 * What looks add to what was believed of the capacity before them, Ah: their own share of it, as if
 * nothing had been believed (the inverse of variances adds up). Null where they say next to
 * nothing, or what no pack holds.
 */
export function fitOf(before: Believed, now: Believed): CapacityFit | null {
	if (!(now.sigma > 0) || !(before.sigma > 0) || now.sigma > TELLS * before.sigma) return null;
	const weight = 1 / now.sigma ** 2 - 1 / before.sigma ** 2;
	const capacityAh = (now.mean / now.sigma ** 2 - before.mean / before.sigma ** 2) / weight;
	const error = Math.hypot(1 / Math.sqrt(weight) / capacityAh, COUNTER);
	return capacityAh > 0.2 * before.mean && capacityAh < 2 * before.mean && error < 0.5
		? { capacityAh, error }
		: null;
}

/** Where a curve is flatter than this, V per unit of charge, volts are no measure of it. */
const LEAST_SLOPE_V = 0.03;
/** Warmth is none of the charge. */
const ROOM_DEG_C = 20;
/** A charger counts to this, a share (common practice, no source). */
const COUNTER = 0.02;
/**
 * How exactly an end says what is in then, a share of the capacity (common practice, no source).
 */
const END_ERROR = 0.02;
/** What a discharge to its loaded end leaves (common practice, no source). */
const LEFT_WHEN_EMPTY = 0.04;
/** A charge over less than this says too little of the whole, a share. */
const LEAST_SHARE = 0.3;
/** A taper that was cut short leaves this out, a share (common practice, no source). */
const CUT_TAPER = 0.04;
/**
 * What curves and counters have wrong with one pack every time, a share of the capacity (common
 * practice, no source).
 */
export const CURVE_BIAS = 0.04;

/** State of charge of a cell that was filled to `endV`, V per cell. */
const filledTo = (chemistry: Chemistry, endV: number | null): number =>
	endV !== null && endV < chemistry.voltages.chargeEndV
		? Math.min(fullSoc(chemistry), socAt(chemistry.curve, endV))
		: fullSoc(chemistry);

/**
 * The capacity that a run speaks of, Ah; null where it says nothing: its end is not sound, it moved
 * too little, volts do not tell how full the pack was. A discharge from full measures; a charge is
 * told by what was missing before.
 */
export function capacityPoint(pack: Pack, { run, before, prior }: RunSeen): AgedPoint | null {
	if (run.chargeAh === null || run.endedAt === null) return null;
	const chemistry = chemistryOf(pack.chemistry);
	const task = taskOf(run.task);
	const end = judgedEnd({ ...run, pack });
	if (task.repeats || end === null) return null;
	const events: PackEvent[] = prior ? [prior] : [];
	if (before) events.push({ kind: 'reading', id: 'before', at: before.takenAt, reading: before });
	const state = packState(pack, events, run.startedAt, ROOM_DEG_C);
	if (state.charge === null) return null;
	const start = chargeStateOf(state);
	// Of many runs what the curve has wrong is one bias of its own (see CURVE_BIAS): here volts are
	// taken as they are.
	if (start.known === null && before !== null) {
		start.soc = socByVolts(chemistry, pack.cells, before);
		const meterV = before.state === 'rest' ? METER_SIGMA_V : UNRESTED_SIGMA_V;
		const slope = Math.max(LEAST_SLOPE_V, slopeAt(chemistry.curve, Math.min(1, Math.max(0, start.soc))));
		start.sigma = Math.hypot(CURVE_SIGMA, Math.hypot(meterV, chemistry.defaults.restUncertaintyV) / slope);
	}
	const point = (share: number, ah: number, shareError: number, from: Source): AgedPoint | null =>
		share < LEAST_SHARE || ah <= 0
			? null
			: {
					at: run.endedAt!,
					value: ah / share,
					error: Math.hypot(COUNTER, shareError / share),
					biased: from === 'judged run',
					from,
					ref: run.id
				};
	if (task.moves === 'out') {
		if (end !== 'emptied' || !empties(pack.chemistry, run.settings.dischargeEndV)) return null;
		// From full it measures; from anywhere else it is told by volts like a charge.
		const tells = start.known !== null || chemistry.traits.voltsTellCharge;
		if (!tells) return null;
		const full = start.soc >= fullSoc(chemistry) - CUT_TAPER - END_ERROR;
		return point(
			(full ? fullSoc(chemistry) : start.soc) - LEFT_WHEN_EMPTY,
			Math.abs(run.chargeAh),
			full ? END_ERROR : Math.hypot(start.sigma, END_ERROR),
			full ? 'measured' : 'judged run'
		);
	}
	// Nickel and lead take more than they keep near full: what goes in tells little of what is in.
	if (!chemistry.traits.restsAtEnd || (end !== 'filled' && end !== 'nearly filled')) return null;
	const filled = filledTo(chemistry, run.settings.endVoltageV) - (end === 'nearly filled' ? CUT_TAPER : 0);
	const stored = run.chargeAh * chemistry.defaults.coulombicEfficiency;
	// The curve is the same each time and so is what it has wrong: only the meter and the end are
	// drawn anew.
	const drawn = Math.sqrt(Math.max(0, start.sigma ** 2 - CURVE_BIAS ** 2 / 2));
	return point(filled - start.soc, stored, Math.hypot(drawn, END_ERROR), 'judged run');
}

/**
 * What looks at a screen say of the capacity, as a point; a run that is judged says more and comes
 * first.
 */
export function looksPoint({ run, fit }: RunSeen): AgedPoint | null {
	if (!fit || run.endedAt === null) return null;
	return {
		...{ at: run.endedAt, value: fit.capacityAh, error: fit.error, biased: true },
		...{ from: 'looks', ref: run.id }
	};
}

/**
 * How far two meters of resistance agree, a share (common practice, no source), and one position
 * against its fellows by one meter.
 */
const OHM_ERROR = 0.1;
/** What resistances are compared at, °C. */
export const OHM_DEG_C = 20;

/**
 * Resistance of one cell by a reading, the mean of all, at 20 °C, Ω; null where none was shown or
 * its warmth is not known.
 */
export function resistancePoint(pack: Pack, reading: ReadingInput & { id: string }): AgedPoint | null {
	const ohms = reading.cellResistancesOhm;
	if (!ohms || ohms.length === 0 || reading.temperatureDegC === null) return null;
	const { resistanceDoublesPerK } = chemistryOf(pack.chemistry).defaults;
	const mean = ohms.reduce((a, b) => a + b, 0) / ohms.length;
	return {
		at: reading.takenAt,
		value: mean * 2 ** ((reading.temperatureDegC - OHM_DEG_C) / resistanceDoublesPerK),
		error: OHM_ERROR,
		biased: false,
		from: 'meter',
		ref: reading.id
	};
}

/**
 * How far a meter's error puts two cells apart, V, and how unlike two days are, a share (common
 * practice, no source).
 */
const SPREAD_METER_V = 0.004;
const SPREAD_DAYS = 0.4;
/** Closer than this nobody tells cells apart, a share of the charge. */
const ALIKE = 0.003;
/** Near empty the curve is so steep that a little charge is many millivolts. */
const LEAST_SOC = 0.1;

/**
 * How far the cells of a pack at rest are apart, as a share of its charge: unlike millivolts that
 * is the same at every height of the curve. Null where volts do not tell the charge, one was not at
 * rest, or it was nearly empty.
 */
export function spreadPoint(pack: Pack, reading: ReadingInput & { id: string }): AgedPoint | null {
	const { curve, traits, storage } = chemistryOf(pack.chemistry);
	const cells = reading.cellVoltagesV;
	if (
		!traits.voltsTellCharge ||
		// Where a curve is flat, millivolts are half a charge.
		storage.kind === 'charge' ||
		reading.state !== 'rest' ||
		!cells ||
		cells.length !== pack.cells ||
		cells.length < 2
	)
		return null;
	const socs = cells.map((v) => socAt(curve, v));
	const low = Math.min(...socs);
	if (low < LEAST_SOC) return null;
	const value = Math.max(ALIKE, Math.max(...socs) - low);
	const mean = cells.reduce((a, b) => a + b, 0) / cells.length;
	const perVolt = (socAt(curve, mean + 0.01) - socAt(curve, mean - 0.01)) / 0.02;
	return {
		at: reading.takenAt,
		value,
		error: Math.hypot(SPREAD_DAYS, (perVolt * SPREAD_METER_V * Math.SQRT2) / value),
		biased: false,
		from: 'meter',
		ref: reading.id
	};
}
