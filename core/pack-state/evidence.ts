/**
 * What volts, ends and answers say of a pack's charge, each as a likelihood over the state of
 * charge.
 */
import type { Chemistry } from '../chemistry/chemistry';
import { ocvAt, slopeAt, socAt } from '../chemistry/curve';
import { fullSoc } from '../chemistry/fill-window';
import { METER_SIGMA_V, UNRESTED_SIGMA_V } from '../pack/charge-state';
import type { ReadingInput } from '../pack/reading';
import type { RunEvent } from './event';
import type { Evidence } from './hypotheses';
import { SOC_AT, SOC_STEP, type SocDistribution } from './soc-grid';

/* All common practice, no source: judgement, calibrated on `npm run evaluate -- pack-state`. */
/**
 * How often a piece is right: a meter read and typed, a charger's own end that its record bears
 * out, a person's answer.
 */
export const RIGHT = { meter: 0.995, end: 0.98, answer: 0.98 } as const;
/** The same for an end that its record leaves open, and one that its record speaks against. */
const RIGHT_END = { sound: RIGHT.end, doubtful: 0.7, 'not what it says': 0.4 } as const;

interface CurveError {
	soc: number;
	/** Where it is emptier than the usual curve says, and where it is fuller, V per cell. */
	emptierV: number;
	fullerV: number;
}
/**
 * How far this pack's rest curve lies from the usual one of its chemistry in between its ends, one
 * standard deviation: state of charge, and V per cell. Learned from the difference between
 * published curves and core's (`evaluation/pack-state/truth/curves.ts` has them).
 */
const CURVE_ERROR: Record<string, CurveError> = {
	lipo: { soc: 0.025, emptierV: 0.008, fullerV: 0.03 },
	lihv: { soc: 0.05, emptierV: 0.02, fullerV: 0.08 },
	liion: { soc: 0.03, emptierV: 0.015, fullerV: 0.025 },
	life: { soc: 0.05, emptierV: 0.05, fullerV: 0.05 },
	nimh: { soc: 0.05, emptierV: 0.045, fullerV: 0.045 },
	nicd: { soc: 0.05, emptierV: 0.04, fullerV: 0.04 },
	lead: { soc: 0.05, emptierV: 0.025, fullerV: 0.025 },
	leadgel: { soc: 0.05, emptierV: 0.025, fullerV: 0.025 }
};
const USUAL_CURVE_ERROR: CurveError = { soc: 0.05, emptierV: 0.03, fullerV: 0.03 };

/**
 * Volts above rest just after a charge and below it just after a draw, V per cell, and the time
 * they take to settle, h.
 */
interface VoltageSettling {
	readonly afterChargeV: number;
	readonly afterDrawV: number;
	readonly settlesH: number;
}
function settlingOf({ family, storage }: Chemistry): VoltageSettling {
	if (family === 'lead') return { afterChargeV: 0.15, afterDrawV: 0.04, settlesH: 3 };
	if (family === 'nickel') return { afterChargeV: 0.06, afterDrawV: 0.04, settlesH: 1.2 };
	if (storage.kind === 'charge') return { afterChargeV: 0.06, afterDrawV: 0.04, settlesH: 0.7 };
	return { afterChargeV: 0.015, afterDrawV: 0.03, settlesH: 0.2 };
}
/**
 * Volts under a current that was not noted are this far from rest, V per cell, one standard
 * deviation.
 */
const LOADED_SIGMA_V = 0.12;
/** Settled to less than this a reading is one at rest, V per cell. */
const SETTLED_V = 0.003;

/** The last current before a reading: which way it went, and the hours since. */
export interface LastCurrent {
	direction: 'in' | 'out' | 'unknown';
	hours: number;
}

interface Excess {
	/** Mean of how far volts are above rest, V per cell, and one standard deviation. */
	meanV: number;
	sigmaV: number;
}
const AT_REST: Excess = { meanV: 0, sigmaV: 0 };

/** How far the volts of this reading are from those at rest. */
function excessOf(chemistry: Chemistry, reading: ReadingInput, last: LastCurrent | null): Excess {
	if (reading.state === 'loaded') return { meanV: 0, sigmaV: LOADED_SIGMA_V };
	const settling = settlingOf(chemistry);
	if (last === null || last.direction === 'unknown')
		return reading.state === 'rest' ? AT_REST : { meanV: 0, sigmaV: UNRESTED_SIGMA_V };
	const left = Math.exp(-last.hours / settling.settlesH);
	const meanV = (last.direction === 'in' ? settling.afterChargeV : -settling.afterDrawV) * left;
	if (Math.abs(meanV) >= SETTLED_V) return { meanV, sigmaV: Math.abs(meanV) };
	// Just used, and nothing on record says by what.
	return reading.state === 'rest' ? AT_REST : { meanV: 0, sigmaV: UNRESTED_SIGMA_V };
}

/** Whether the volts of this reading are those at rest. */
export const isSettled = (chemistry: Chemistry, reading: ReadingInput, last: LastCurrent | null): boolean =>
	excessOf(chemistry, reading, last) === AT_REST;

/** Slope below which a curve says nothing more about charge, V per unit: LiFe in its middle. */
const FLATTEST = 0.03;

/**
 * Curves of one chemistry agree where cells are empty and full, and differ in between: the share of
 * the difference at `soc`.
 */
const ENDS_AGREE = { tells: 0.1, hardlyTells: 0.6 } as const;
const bentAt = (chemistry: Chemistry, soc: number): number =>
	Math.max(
		chemistry.traits.voltsTellCharge ? ENDS_AGREE.tells : ENDS_AGREE.hardlyTells,
		soc > 0 && soc < 1 ? Math.sqrt(4 * soc * (1 - soc)) : 0
	);

/**
 * How far this pack's curve may lie from the usual one at `soc`, one standard deviation of charge
 * as a share.
 */
function curveSigmaAt(chemistry: Chemistry, soc: number): number {
	const curve = CURVE_ERROR[chemistry.id] ?? USUAL_CURVE_ERROR;
	const slope = Math.max(FLATTEST, slopeAt(chemistry.curve, soc));
	return bentAt(chemistry, soc) * Math.hypot(curve.soc, Math.max(curve.emptierV, curve.fullerV) / slope);
}

const density = (x: number, sigma: number): number =>
	Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));

/**
 * What the mean volts of a reading, V per cell, say of the mean charge. `offsets`: charge of each
 * cell above the mean; `last`: the current before it, null where none is on record.
 */
export function voltsEvidence(
	id: string,
	chemistry: Chemistry,
	meanV: number,
	reading: ReadingInput,
	offsets: readonly number[],
	last: LastCurrent | null
): Evidence {
	const excess = excessOf(chemistry, reading, last);
	const restV = meanV - excess.meanV;
	const voltsAt = SOC_AT.map((soc) => {
		let v = 0;
		for (const d of offsets) v += ocvAt(chemistry.curve, soc + d);
		return v / offsets.length;
	});
	const above = voltsAt.findIndex((v) => v > restV);
	const i = Math.min(SOC_AT.length - 2, Math.max(0, (above < 0 ? SOC_AT.length : above) - 1));
	const by = SOC_AT[i] + ((restV - voltsAt[i]) / (voltsAt[i + 1] - voltsAt[i])) * SOC_STEP;
	const curve = CURVE_ERROR[chemistry.id] ?? USUAL_CURVE_ERROR;
	const bend = bentAt(chemistry, by);
	const errorV = (off: number): number =>
		Math.hypot(
			METER_SIGMA_V,
			chemistry.defaults.restUncertaintyV,
			excess.sigmaV,
			(off < 0 ? curve.emptierV : curve.fullerV) * bend
		);
	const local = (voltsAt[i + 1] - voltsAt[i]) / SOC_STEP;
	const likelihood: SocDistribution = SOC_AT.map((soc, k) => {
		const off = soc - by;
		// Errors of the meter lie in volts, those of the curve in charge: the secant turns the one into
		// the other.
		const slope = Math.abs(off) < SOC_STEP ? local : (voltsAt[k] - restV) / off;
		return density(off, Math.hypot(curve.soc * bend, errorV(off) / Math.max(FLATTEST, slope)));
	});
	return { id, likelihood, otherwise: 1, right: RIGHT.meter };
}

/** A charge near `soc`, a share, one standard deviation `sigma`. */
const near = (soc: number, sigma: number): SocDistribution => SOC_AT.map((s) => density(s - soc, sigma));

/** Used until it faded (a person's word): nearly empty, at the moment it was said. */
export const fadedEvidence = (id: string): Evidence => ({
	id,
	likelihood: near(0.06, 0.05),
	otherwise: 1,
	right: RIGHT.answer
});

/** A model that felt weak: low, and less sure. */
export const weakEvidence = (id: string): Evidence => ({
	id,
	likelihood: near(0.12, 0.1),
	otherwise: 1,
	right: 0.7
});

/** Charge that a taper which was cut short leaves out, a share. */
const CUT_TAPER = 0.04;
/**
 * How exactly an end by taper says what is in, a share: above, and in the tail below where
 * resistance cuts the taper short.
 */
const TAPER_SIGMA = 0.02;
const TAPER_TAIL = { share: 0.03, length: 0.05 };

/**
 * State of charge that a charge to `endV` volts per cell, ended by its taper, leaves in a usual
 * cell.
 */
export function socAtTaperEnd(chemistry: Chemistry, endV: number, cutsTaper: boolean): number {
	const { traits, curve, rates, defaults } = chemistry;
	const taperC = cutsTaper ? (rates.fastTaperC ?? rates.taperC) : rates.taperC;
	const full = traits.restsAtEnd
		? Math.min(1, socAt(curve, endV - taperC * (defaults.seriesOhmAh + defaults.relaxOhmAh)))
		: fullSoc(chemistry);
	return cutsTaper ? Math.min(full, fullSoc(chemistry) - CUT_TAPER) : full;
}

function taperEvidence(id: string, chemistry: Chemistry, run: RunEvent): Evidence {
	const at = socAtTaperEnd(chemistry, run.settings.endVoltageV, run.aim.cutsTaper);
	const { share, length } = TAPER_TAIL;
	const likelihood = SOC_AT.map((s) => {
		const below = Math.max(0, at - s);
		const tail = s <= at ? Math.exp(-below / length) / length : 0;
		return (1 - share) * density(s - at, TAPER_SIGMA) + share * tail;
	});
	return { id, likelihood, otherwise: 1, right: RIGHT.end };
}

/**
 * From this state of charge a nickel cell shows the fall of its volts, and how sharply that begins,
 * shares.
 */
const DELTA_PEAK_FROM = 0.94;
const DELTA_PEAK_WIDTH = 0.015;
/** Nickel takes up no more than this, and so wide is the range in which the fall lies, shares. */
const PAST_FULL = 1.02;
const DELTA_PEAK_RANGE = 0.08;
/**
 * A false peak comes in the first minutes: probability at the start, and the minutes of its
 * decay by a factor e.
 */
const FALSE_PEAK = { atStart: 0.5, minutes: 8, always: 0.03 };

function deltaPeakEvidence(id: string, run: RunEvent): Evidence {
	const minutes = run.durationS === null ? Infinity : run.durationS / 60;
	const isFalse = FALSE_PEAK.always + FALSE_PEAK.atStart * Math.exp(-minutes / FALSE_PEAK.minutes);
	const likelihood = SOC_AT.map((s) =>
		s > PAST_FULL ? 0 : 1 / (1 + Math.exp(-(s - DELTA_PEAK_FROM) / DELTA_PEAK_WIDTH)) / DELTA_PEAK_RANGE
	);
	return { id, likelihood, otherwise: 1, right: 1 - isFalse };
}

/**
 * How far above its loaded end a discharged cell rests: resistance by rate, with as much again for
 * a worn one; V per cell.
 */
function dischargeEndEvidence(id: string, chemistry: Chemistry, run: RunEvent, capacityAh: number): Evidence {
	const { defaults, curve, voltages } = chemistry;
	const endV = run.settings.dischargeEndV ?? voltages.dischargeEndV;
	const rateC = (run.settings.dischargeA ?? 0.2 * capacityAh) / capacityAh;
	const dropV = rateC * (defaults.seriesOhmAh + defaults.relaxOhmAh);
	const soc = socAt(curve, endV + 1.5 * dropV);
	const wide = Math.abs(socAt(curve, endV + 3 * dropV) - socAt(curve, endV));
	return {
		id,
		likelihood: near(soc + 0.01, Math.hypot(0.03, wide / 2)),
		otherwise: 1,
		right: RIGHT.end
	};
}

/**
 * How exactly a charger stops at its storage volts, a share, and what it says there (common
 * practice, no source).
 */
const STORAGE_SIGMA = 0.04;
const STORAGE_OWN = 0.4;

/** A move to storage volts ends close to them, from whichever side it came. */
const storageEvidence = (id: string, chemistry: Chemistry, run: RunEvent): Evidence => {
	const target = socAt(chemistry.curve, run.settings.endVoltageV);
	const sigma = Math.hypot(STORAGE_SIGMA, curveSigmaAt(chemistry, target));
	// Volts before and after it have the same curve's error: it says only in part anything of its own.
	return { id, likelihood: near(target, sigma), otherwise: 1, right: RIGHT.end, exponent: STORAGE_OWN };
};

/**
 * What the end of a run says, beside the charge that was counted; null where it says
 * nothing: a timer, a limit, an error. `outcome` is how the end was judged on its record;
 * `capacityAh` what the pack holds.
 */
export function endEvidence(
	id: string,
	chemistry: Chemistry,
	run: RunEvent,
	outcome: keyof typeof RIGHT_END,
	capacityAh: number
): Evidence | null {
	const { aim, endReason, settings } = run;
	const judged = (evidence: Evidence): Evidence => ({
		...evidence,
		right: Math.min(evidence.right, RIGHT_END[outcome])
	});
	const full = endReason === 'full' || endReason === 'temperature rise';
	if (aim.stores && chemistry.storage.kind === 'volts' && (full || endReason === 'end voltage'))
		return judged(storageEvidence(id, chemistry, run));
	const emptied = endReason === 'end voltage' || (full && aim.repeats && settings.order === 'up first');
	if (emptied && (aim.moves === 'out' || aim.moves === 'both'))
		return judged(dischargeEndEvidence(id, chemistry, run, capacityAh));
	if (!full || !aim.fills) return null;
	return judged(
		chemistry.endOfCharge.kind === 'dip' ? deltaPeakEvidence(id, run) : taperEvidence(id, chemistry, run)
	);
}
