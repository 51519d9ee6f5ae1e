/**
 * Turns what is known of a pack and a program into the numbers of a simulation, and says what was
 * assumed.
 */
import { powerLimits } from '../charger/envelope';
import { bent } from '../chemistry/curve';
import { presentCapacityAh as capacityAt } from '../pack/rated';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import type { ChargeControl } from '../simulate/charge-control';
import type { DischargeControl } from '../simulate/discharge-simulation';
import type { Guards } from '../simulate/end';
import type { PackModel } from '../simulate/pack-model';
import { cellsOf, spreadSigma } from './cells-differ';
import { NO_DEPARTURE, type Departure } from './departure';

/**
 * A balancing charger starts to bleed this far below the end voltage, V per cell (common
 * practice, no source).
 */
export const BALANCE_BELOW_END_V = 0.3;
/** Balanced means within this, V (common practice, no source: 10 to 20 mV). */
export const BALANCED_V = 0.01;

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
		// What is read at rest carries it in its charge already; who follows a course tells the two
		// apart.
		curve: 0
	};
}

/** Best guess of the present capacity, Ah: measured, or the label's less fade with age. */
export function presentCapacityAh(r: Pick<Resolved, 'pack' | 'now'>): number {
	return capacityAt(r.pack, r.now);
}

/**
 * A cell's charge at the start, `by` off the estimate. An error of the estimate never makes a
 * cell fuller than full, or emptier than empty, unless that is what was read.
 */
function startSoc(estimate: number, by: number): number {
	const moved = estimate + by;
	return by > 0 ? Math.min(moved, Math.max(1, estimate)) : Math.max(moved, Math.min(0, estimate));
}

/**
 * After this long at rest the false early peak of a nickel pack is twice as high, ms (common
 * practice, no source).
 */
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
	const differ = cellsOf(r, departure);
	return {
		curve: bent(chemistry.curve, departure.curve),
		capacityAh: fill((i) => capacityAh * differ.capacity(i)),
		startSoc: fill((i) => startSoc(differ.readSoc[i], departure.soc + differ.chargeBeyond(i))),
		seriesOhm: fill(
			(i) => (measured ? measured[i] : (d.seriesOhmAh / pack.capacityAh) * differ.resistance(i)) * rFactor
		),
		relaxOhm: fill((i) => (d.relaxOhmAh / pack.capacityAh) * differ.resistance(i) * rFactor),
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

/**
 * Whether the charger can regulate on each cell: one cell, or a balance lead in a port that takes
 * it.
 */
export function watchesCells(r: Pick<Resolved, 'pack' | 'channel' | 'chemistry'>): boolean {
	const { cells, balanceLead } = r.pack;
	if (cells === 1) return true;
	return r.chemistry.balanceFromCells !== null && balanceLead && r.channel.balancePortCells >= cells;
}

/**
 * The guards of a run as these settings put them; a charger without a probe does not feel the
 * pack.
 */
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

/**
 * What the charger does with these settings while it takes charge out, down to `endVoltageV` per
 * cell.
 */
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
