/** How a pack's charge moves: over time, over a use, over a run by what was counted. */
import type { Chemistry } from '../chemistry/chemistry';
import { socAt } from '../chemistry/curve';
import type { Pack } from '../pack/pack';
import type { RunEvent } from './event';
import {
	addAt,
	drawnDown,
	filledUp,
	moved,
	SOC_AT,
	SOC_MIN,
	SOC_POINTS,
	SOC_STEP,
	unknownSoc,
	widened,
	type SocDistribution
} from './soc-grid';

const HOUR_MS = 3600e3;
const MONTH_H = 30 * 24;

/* Common practice, no source, where nothing is named. */
/** Self-discharge of one pack against the usual of its kind, one standard deviation as a share. */
const SELF_DISCHARGE_SIGMA = 0.5;
/** A pack that discharges itself begins after this, days. */
const OWN_DISCHARGE_DAYS = 2;
/**
 * Charger's counter, and capacity where it was measured or only printed, one standard deviation as
 * shares.
 */
const COUNTER_SIGMA = 0.03;
const CAPACITY_SIGMA = { measured: 0.04, printed: 0.14 };
/** A charger holds its end of charge: cells come no further than this above it, a share. */
const ABOVE_END = 0.015;
/** A cell that gasses or warms takes up no more than this, a share. */
const PAST_FULL = 1.02;
/**
 * Counted charge beyond full or empty: what is still within capacity's and counter's error, and how
 * fast it becomes implausible, shares.
 */
const OVER_SLACK = 0.05;
const OVER_SIGMA = 0.08;
/**
 * What is moved at most: current × time with the meter's error and a minute's, see the judgement of
 * ends.
 */
const METER = 0.05;

/** The charge after `hours` of lying still. */
export function afterRest(
	soc: SocDistribution,
	chemistry: Chemistry,
	pack: Pick<Pack, 'electronics'>,
	hours: number
): SocDistribution {
	const lost = (chemistry.defaults.selfDischargePerMonth * Math.max(0, hours)) / MONTH_H;
	const still =
		lost < 1e-4
			? soc
			: widened(
					moved(soc, (s) => (s > 0 ? s * Math.exp(-lost) : s)),
					SELF_DISCHARGE_SIGMA * Math.min(lost, 0.4)
				);
	if (pack.electronics !== 'discharges itself' || hours < 24 * OWN_DISCHARGE_DAYS) return still;
	// Its electronics take it down to storage: some unknown part of the way.
	const floor = socAt(chemistry.curve, chemistry.voltages.storageV);
	const down = new Float64Array(SOC_POINTS);
	for (let i = 0; i < SOC_POINTS; i++) {
		const span = SOC_AT[i] - floor;
		if (span <= 0) {
			down[i] += still[i];
			continue;
		}
		const from = Math.round((floor - SOC_AT[0]) / (SOC_AT[1] - SOC_AT[0]));
		for (let k = from; k <= i; k++) down[k] += still[i] / (i - from + 1);
	}
	return down;
}

/** The charge after a use of unknown draw. */
export const afterUse = drawnDown;

/** Hours between two moments, ISO 8601; never negative. */
export const hoursBetween = (from: string, to: string): number =>
	Math.max(0, (Date.parse(to) - Date.parse(from)) / HOUR_MS);

/** What was counted, Ah; no more than current × time can move. Null where nothing was counted. */
export function countedAh(run: RunEvent): number | null {
	if (run.chargeAh === null || run.joined) return null;
	const setA =
		run.aim.moves === 'out'
			? (run.settings.dischargeA ?? 0)
			: run.aim.moves === 'in'
				? run.settings.currentA
				: Math.max(run.settings.currentA, run.settings.dischargeA ?? 0);
	const most =
		run.durationS === null || setA <= 0 || run.aim.repeats
			? Infinity
			: setA * (run.durationS / 3600 + 1 / 60) * (1 + METER) + 0.01;
	return Math.min(Math.abs(run.chargeAh), most);
}

/** Steps of Newton's method: five are exact to 1e-9 of the charge. */
const NEWTON_STEPS = 5;

/**
 * Charge that is stored of `share` put in at `rateC`, from each state of charge: near full the rest
 * becomes gas and heat.
 */
function stored(chemistry: Chemistry, share: number, rateC: number): (soc: number) => number {
	const { acceptance, defaults } = chemistry;
	if (acceptance === null) return (soc) => soc + share * defaults.coulombicEfficiency;
	const half = acceptance.halfSoc + acceptance.perLnRate * Math.log(Math.max(0.02, rateC));
	const width = acceptance.widthSoc;
	// What is taken up falls as 1 / (1 + exp((soc - half) / width)): integrated, put(soc) grows with
	// what was put in.
	const put = (soc: number): number => soc + width * Math.exp((soc - half) / width);
	const taken = share * defaults.coulombicEfficiency;
	return (start) => {
		const target = put(start) + taken;
		// Newton's method from above: put is convex.
		let soc = Math.min(start + taken, half + width * Math.log((target - start) / width));
		for (let k = 0; k < NEWTON_STEPS; k++) {
			const steep = Math.exp((soc - half) / width);
			soc -= (soc + width * steep - target) / (1 + steep);
		}
		return soc;
	};
}

/** What a run did to the charge by its counter, and how plausible that is from each start. */
export interface CountedMove {
	change: (soc: SocDistribution) => SocDistribution;
	/** Likelihood of the count for each state of charge at the start, at most 1. */
	plausible: SocDistribution;
}

const implausible = (over: number): number =>
	over <= OVER_SLACK ? 1 : Math.exp(-0.5 * ((over - OVER_SLACK) / OVER_SIGMA) ** 2);

/**
 * The move of a run by its counted charge; null without a count. `capacityAh`: what the pack
 * holds.
 */
export function countedMove(
	chemistry: Chemistry,
	pack: Pick<Pack, 'measuredCapacityAh'>,
	run: RunEvent,
	capacityAh: number
): CountedMove | null {
	const ah = countedAh(run);
	if (ah === null || run.aim.repeats) return null;
	const share = ah / capacityAh;
	const capacity = pack.measuredCapacityAh !== null ? CAPACITY_SIGMA.measured : CAPACITY_SIGMA.printed;
	const sigma = share * Math.hypot(COUNTER_SIGMA, capacity);
	const rateC = run.settings.currentA / capacityAh;
	const losesNearFull = chemistry.acceptance !== null && run.aim.moves === 'in';
	// What went in is inexact before it is lost near full: a few shares stand for it (Gauss and
	// Hermite, three points).
	const upTimes = (losesNearFull ? [-1, 0, 1] : []).map((k) => ({
		weight: k === 0 ? 2 / 3 : 1 / 6,
		at: SOC_AT.map(stored(chemistry, Math.max(0, share + k * Math.sqrt(3) * sigma), rateC))
	}));
	const ceiling = chemistry.traits.restsAtEnd
		? socAt(chemistry.curve, run.settings.endVoltageV) + ABOVE_END
		: PAST_FULL;
	// The same for every hypothesis: worked out once for each point.
	const upAt = losesNearFull ? SOC_AT : SOC_AT.map(stored(chemistry, share, rateC));
	const at = (soc: number): number => Math.round((soc - SOC_MIN) / SOC_STEP);
	const down = (soc: number): number => soc - share;
	const upHeld = (soc: number): number => Math.min(upAt[at(soc)], Math.max(soc, ceiling));
	const target = socAt(chemistry.curve, run.settings.endVoltageV);
	const goesUp = (soc: number): boolean =>
		run.aim.moves === 'in' || (run.aim.moves === 'either' && soc <= target);
	return {
		change: (soc) => {
			if (losesNearFull) {
				const out = new Float64Array(SOC_POINTS);
				for (const { weight, at: to } of upTimes)
					for (let i = 0; i < SOC_POINTS; i++)
						if (soc[i] > 1e-9) addAt(out, Math.min(PAST_FULL, to[i]), weight * soc[i]);
				return out;
			}
			const to = widened(
				moved(soc, (s) => (goesUp(s) ? upHeld(s) : down(s))),
				sigma
			);
			if (run.aim.moves !== 'in') return to;
			return moved(to, (s) => Math.min(s, Math.max(ceiling, s - 3 * sigma)));
		},
		plausible: SOC_AT.map((s) =>
			goesUp(s)
				? chemistry.acceptance !== null
					? 1
					: implausible(upAt[at(s)] - Math.max(s, ceiling))
				: implausible(-down(s))
		)
	};
}

/** What a run of which nothing was counted may have done. */
export function uncountedMove(
	chemistry: Chemistry,
	run: RunEvent
): (soc: SocDistribution) => SocDistribution {
	if (run.aim.moves === 'in') return filledUp;
	if (run.aim.moves === 'out') return drawnDown;
	if (run.aim.moves === 'both') return unknownSoc;
	const target = socAt(chemistry.curve, run.settings.endVoltageV);
	return (soc) => {
		// Some of the way to its target.
		const out = new Float64Array(SOC_POINTS);
		const step = SOC_AT[1] - SOC_AT[0];
		const to = Math.min(SOC_POINTS - 1, Math.max(0, Math.round((target - SOC_AT[0]) / step)));
		for (let i = 0; i < SOC_POINTS; i++) {
			const [a, b] = i < to ? [i, to] : [to, i];
			for (let k = a; k <= b; k++) out[k] += soc[i] / (b - a + 1);
		}
		return out;
	};
}
