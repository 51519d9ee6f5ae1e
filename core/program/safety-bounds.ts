/**
 * How far the safety limits of a run may go, whatever its forecast says: charge by what is
 * missing, time by the current that is held to the end.
 */
import { powerLimits } from '../charger/envelope';
import { ocvAt, socAt } from '../chemistry/curve';
import { packModel, presentCapacityAh, taperEndA, uncertaintyOf } from '../forecast/assume';
import { P99, rangeOf } from '../forecast/forecast';
import { discharges, storageSoc, timedAh } from '../forecast/program-legs';
import { provedAh, ratedAh } from '../pack/rated';
import { unknownOffsets } from '../pack-state/cell-offsets';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { resistanceFactor } from '../simulate/pack-model';

/** What a limit needs of a program. */
export type LimitedProgram = Pick<
	ProgramSettings,
	'currentA' | 'dischargeA' | 'endVoltageV' | 'dischargeEndV' | 'balance' | 'restMin'
>;

/**
 * Less of the capacity than this is no limit: counters and ends differ by as much (common
 * practice, no source).
 */
const LEAST_SHARE = 0.03;
/**
 * Where the limit ends the charge, the timer is behind it: a charger's current and its counter
 * differ by so much (common practice, no source).
 */
const COUNTERS_DIFFER = 1.06;
/**
 * Lead in absorption is ended after this whatever it still takes, min (common practice, no
 * source: up to half a day).
 */
const LONGEST_ABSORPTION_MIN = 12 * 60;
/** Steps in which the fall of the current is added up. */
const TAPER_STEPS = 40;

/**
 * How far the furthest of `count` cells lies above their mean in 99 of 100 packs, standard
 * deviations of one cell: the normal distribution's quantile, by Tukey's lambda (as
 * `normalScores`).
 */
function furthestCellSigmas(count: number): number {
	const p = 1 - 0.01 / count;
	return ((p ** 0.135 - (1 - p) ** 0.135) / 0.1975) * Math.sqrt(1 - 1 / count);
}

/**
 * How far apart the charge of the cells may be at the 99 % bound, a share; and how far the lowest
 * lies below the mean, and the highest above it.
 */
export function cellsApart({ state: { cells } }: Pick<Resolved, 'state'>): {
	spread: number;
	below: number;
	above: number;
} {
	const { offset, sigma } = cells;
	const count = offset.length;
	if (count < 2) return { spread: 0, below: 0, above: 0 };
	const [low, high] = [Math.min(...offset), Math.max(...offset)];
	const each = Math.max(...sigma);
	const beyond = furthestCellSigmas(count) * each;
	return {
		spread: Math.hypot(high - low, rangeOf(count, P99) * each),
		below: beyond - low,
		above: beyond + high
	};
}

/**
 * Charge that the largest leg moves at the 99 % bound of what is known, as a share of the present
 * capacity: into the emptiest cell, or out of the fullest.
 */
export function missingShare(r: Resolved, settings: LimitedProgram): number {
	const { chargeState, chemistry, taskData } = r;
	const { below, above } = cellsApart(r);
	const { moves } = taskData;
	if (moves === 'both') return 1;
	const out = discharges(r, settings);
	const to = taskData.stores
		? storageSoc(r, settings.endVoltageV)
		: out
			? 0
			: chemistry.traits.restsAtEnd
				? Math.min(1, socAt(chemistry.curve, settings.endVoltageV))
				: 1;
	const missing = out ? chargeState.most + above - to : to - (chargeState.least - below);
	return Math.min(1, Math.max(0, missing));
}

/** Whether the limit itself ends the charge: slow nickel. */
const isTimed = (r: Resolved, { currentA }: LimitedProgram): boolean =>
	r.taskData.moves !== 'out' && timedAh(r, currentA) !== null;

/**
 * The largest capacity limit that still guards a pack of this capacity, Ah, whatever is missing.
 */
export const mostOfCapacityAh = (r: Resolved): number =>
	r.chemistry.traits.limitFactors.capacity * provedAh(r.pack);

/**
 * Capacity limit of a run at its bound, Ah: a margin over what may be missing, at least one step
 * of the setting (`stepAh`) or 3 % of the capacity, at most the margin over the whole capacity.
 */
export function capacityBoundAh(
	r: Resolved,
	settings: LimitedProgram,
	stepAh: number,
	missing = missingShare(r, settings)
): number {
	const { limitFactors } = r.chemistry.traits;
	// A slow nickel charge is ended by the limit itself.
	if (isTimed(r, settings)) return Math.max(timedAh(r, settings.currentA)!, stepAh);
	const wanted = limitFactors.missing * missing * presentCapacityAh(r);
	return Math.min(mostOfCapacityAh(r), Math.max(wanted, stepAh, LEAST_SHARE * ratedAh(r.pack)));
}

/**
 * Power that this channel keeps while every other one of its charger is at work, W: shares of a
 * common power by what each may have.
 */
function busyPowerW(r: Resolved): number {
	const { charger, channel, envelope } = r;
	const now = Math.min(...powerLimits(envelope).map((l) => l.powerW));
	if (charger.sharedPowerW === null) return now;
	const all = charger.channels.reduce((sum, c) => sum + c.powerW, 0);
	return Math.min(now, (charger.sharedPowerW * channel.powerW) / all);
}

/** Charge current that is held to the full volts of the pack, A. */
function sustainedChargeA(r: Resolved, settings: LimitedProgram): number {
	const packV = r.pack.cells * Math.max(settings.endVoltageV, r.chemistry.voltages.nominalV);
	return Math.min(settings.currentA, busyPowerW(r) / packV);
}

/**
 * Discharge current that is held, A: the power of the channel holds it down most at the start,
 * where the volts are highest.
 */
function sustainedDischargeA(r: Resolved, settings: LimitedProgram): number {
	const packV = r.pack.cells * r.chemistry.voltages.chargeEndV;
	return Math.min(settings.dischargeA ?? Infinity, r.channel.dischargePowerW / packV);
}

/**
 * Time that the fall of the current at the held volts takes longer than the current would at its
 * full height, min: the charge that may be missing, step by step, at what the 99 % bound of the
 * resistance lets through, as cold as the pack is or the room that it cools in.
 */
function taperMin(r: Resolved, settings: LimitedProgram, missing: number): number {
	const { chemistry } = r;
	if (chemistry.endOfCharge.kind === 'dip') return 0;
	if (chemistry.slowing !== null) return LONGEST_ABSORPTION_MIN;
	const model = packModel(r);
	const ohm =
		(Math.max(...model.seriesOhm) + Math.max(...model.relaxOhm)) *
		resistanceFactor(Math.min(r.coldestDegC, r.ambientDegC), model.resistanceDoublesPerK) *
		Math.exp(P99 * uncertaintyOf(r).resistance);
	const end = Math.min(1, socAt(chemistry.curve, settings.endVoltageV));
	const [most, least] = [sustainedChargeA(r, settings), taperEndA(r, settings.currentA)];
	const stepAh = (missing * presentCapacityAh(r)) / TAPER_STEPS;
	let hours = 0;
	for (let k = 0; k < TAPER_STEPS; k++) {
		const soc = end - (missing * (k + 0.5)) / TAPER_STEPS;
		const amps = (settings.endVoltageV - ocvAt(chemistry.curve, soc)) / ohm;
		const flows = Math.min(most, Math.max(least, amps));
		hours += stepAh / flows - stepAh / most;
	}
	return 60 * hours;
}

/**
 * Time in which the charger bleeds the cells level, min, at the 99 % bound of how far they are
 * apart.
 */
function balancingMin(r: Resolved, settings: LimitedProgram): number {
	const bleedA = settings.balance ? r.channel.balanceCurrentA : 0;
	return bleedA > 0 ? (60 * cellsApart(r).spread * presentCapacityAh(r)) / bleedA : 0;
}

/**
 * Safety timer of a run at its bound, min: the time in which the capacity at its bound flows at
 * the current that is held, with the taper and the balancing after it.
 */
export function timerBoundMin(
	r: Resolved,
	settings: LimitedProgram,
	missing = missingShare(r, settings)
): number {
	const ah = capacityBoundAh(r, settings, 0, missing) * (isTimed(r, settings) ? COUNTERS_DIFFER : 1);
	const out = (60 * ah) / Math.max(1e-6, sustainedDischargeA(r, settings));
	const up = () =>
		(60 * ah) / Math.max(1e-6, sustainedChargeA(r, settings)) +
		taperMin(r, settings, missing) +
		balancingMin(r, settings);
	if (r.taskData.moves === 'both') return Math.max(out, up());
	return discharges(r, settings) ? out : up();
}

/**
 * Safety timer of a run from empty, min, with cells at least as far apart as unmeasured ones: it
 * is long enough for every charge of this pack, whatever its next reading.
 */
export function wholeTimerMin(r: Resolved, settings: LimitedProgram): number {
	const unread = { ...r.state, cells: unknownOffsets(r.chemistry, r.pack.cells) };
	return Math.max(timerBoundMin(r, settings, 1), timerBoundMin({ ...r, state: unread }, settings, 1));
}
