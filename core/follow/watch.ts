/**
 * The eyes on a run over a link: every sample is looked at, and what no sound charge shows is
 * said before the charger itself would act. Needs no forecast of its own; what it allows follows
 * from the program, the pack's resistance and the slope of its curve.
 */
import { packModel, uncertaintyOf } from '../forecast/assume';
import { deliverableA } from '../charger/envelope';
import { ocvAt, socAt } from '../chemistry/curve';
import { lookText, type LookKind } from '../log/look';
import { median } from '../quantity/middle';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { meanCellOhm } from '../simulate/pack-model';
import type { Telemetry } from '../simulate/telemetry';
import { limitBroken } from './limits';
import type { Watched, WatchRule } from './watched';
import { WATCH_RULES } from './watched';

export interface Sample {
	timeS: number;
	currentA: number;
	packV: number;
	chargeAh: number;
	temperatureDegC: number;
	cellV: number[];
}

/* All common practice, no source. */
/**
 * What is seen must last so long before it is said, s: one sample may be garbled, and a charger
 * pauses to measure.
 */
const LASTING_S: Record<WatchRule, number> = {
	limit: 10,
	'cell falls': 30,
	'cells part': 90,
	'current rises': 30,
	plug: 60,
	starved: 120,
	warm: 30,
	overdue: 0
};
/** What is compared with what was before looks so far back, s. */
const BACK_S = 150;
const KEEP_S = 600;
const KEEP_EVERY_S = 30;
/** A cell falls by so much at unchanged current, V. */
const FALL_V = 0.02;
const SAME = 0.05;
/**
 * Cells read apart by so much are level, V; in charge by this and so many standard deviations of
 * what is known of them.
 */
const LEVEL_V = 0.015;
const LEVEL_SOC = 0.02;
const LEVEL_SIGMA = 3;
/** Apart by this, and by so many times what is usual, is no pack to go on with, V. */
const FAR_APART_V = 0.15;
const FAR_APART = 3;
/** A lead and its plugs have so much at most, Ω; what burns more than this in them is hot, W. */
const LEAD_OHM = 0.04;
const LEAD_W = 3;
const LEAD_V = 0.05;
/** Less than this share of what program and charger give is too little. */
const STARVED = 0.85;
/** Constant voltage: within this of the end, V. */
const AT_END_V = 0.01;
const SHORT_OF_END_V = 0.03;
const BLEEDS_BELOW_END_V = 0.35;
const NEAR_LIMIT_K = 3;
const OVERDUE = 1.25;

interface Sight {
	r: Resolved;
	settings: ProgramSettings;
	now: Sample;
	/** Kept samples, oldest first. */
	past: readonly Sample[];
	/**
	 * By how much charge each cell differed from its fellows at rest; null where that is not known.
	 */
	atRest: readonly number[] | null;
	cellOhm: number;
	/** Charge by which sound cells of this pack may differ. */
	levelSoc: number;
	othersOutputW: number;
	expectedP95Min: number | null;
	/** Cells may have been bled by now. */
	bleeds: boolean;
	/** Puts charge in now. */
	charging: boolean;
}
type Eye = (s: Sight) => Omit<Watched, 'rule' | 'timeS'> | null;

const warn = (sentence: string) => ({ severity: 'warn', sentence }) as const;
const stop = (sentence: string) => ({ severity: 'stop', sentence }) as const;
const mV = (v: number): string => `${Math.round(1000 * v)} mV`;
const amps = (a: number): string => `${a.toFixed(1)} A`;

/** Volts that the charger regulates on: the highest cell it sees, or the mean. */
const highest = ({ now, r }: Pick<Sight, 'r'> & { now: Sample }): number =>
	now.cellV.length ? Math.max(...now.cellV) : now.packV / r.pack.cells;
const endsOnVolts = (r: Resolved): boolean => r.chemistry.endOfCharge.kind !== 'dip';
/** The latest kept sample that is at least `BACK_S` old. */
const before = ({ past, now }: Sight): Sample | undefined =>
	past.findLast((p) => now.timeS - p.timeS >= BACK_S);

const limit: Eye = ({ r, settings, now }) => {
	const seen: [LookKind, number][] = [
		['packV', now.packV],
		['currentA', Math.abs(now.currentA)],
		['chargeAh', now.chargeAh]
	];
	if (now.cellV.length > 1)
		seen.push(['highestCellV', Math.max(...now.cellV)], ['lowestCellV', Math.min(...now.cellV)]);
	for (const [what, value] of seen) {
		const broken = limitBroken(r, settings, { what, value, minute: now.timeS / 60 }, []);
		if (broken) return stop(broken);
	}
	return null;
};

const cellFalls: Eye = (s) => {
	const { now, charging, bleeds } = s;
	const then = before(s);
	if (!charging || !then || then.currentA <= 0 || now.cellV.length < 2) return null;
	if (bleeds || Math.abs(now.currentA / then.currentA - 1) > SAME) return null;
	const fell = now.cellV.map((v, i) => then.cellV[i] - v);
	const most = Math.max(...fell);
	if (most < FALL_V) return null;
	return stop(
		`Cell ${fell.indexOf(most) + 1} fell by ${mV(most)} within ${Math.round((now.timeS - then.timeS) / 60)} min while it was charged with ${amps(now.currentA)}: it is failing, or its reading is.`
	);
};

const cellsPart: Eye = ({ r, settings, now, atRest, cellOhm, levelSoc, charging }) => {
	if (!charging || now.cellV.length < 2 || atRest === null) return null;
	const { curve } = r.chemistry;
	const middle = median(now.cellV);
	const restV = middle - now.currentA * cellOhm;
	const soc = Math.min(1, Math.max(0, socAt(curve, restV)));
	// Where the curve is steep a little more or less charge is many millivolts; its place on a flat
	// one is not known so well.
	const apart = (from: number) =>
		Math.max(
			ocvAt(curve, from + levelSoc) - ocvAt(curve, from),
			ocvAt(curve, from) - ocvAt(curve, from - levelSoc)
		);
	const usual = LEVEL_V + 0.5 * now.currentA * cellOhm + Math.max(apart(soc), apart(soc + levelSoc));
	const here = ocvAt(curve, soc);
	const parted = now.cellV.map((v, i) => {
		// What it was ahead at rest it may still be, or have been bled of.
		const ahead = ocvAt(curve, soc + atRest[i]) - here;
		const off = v - middle;
		return off - Math.min(Math.max(off, Math.min(0, ahead)), Math.max(0, ahead));
	});
	const most = parted.reduce((best, v) => (Math.abs(v) > Math.abs(best) ? v : best), 0);
	if (Math.abs(most) <= usual) return null;
	const cell = parted.indexOf(most) + 1;
	const words =
		most > 0
			? `Cell ${cell} stands ${mV(most)} above its fellows at ${amps(now.currentA)}, more than at rest: about ${Math.round((1000 * most) / Math.max(0.1, now.currentA))} mΩ more than theirs. It is weak, or a balance wire of it is bad.`
			: `Cell ${cell} lags ${mV(-most)} behind its fellows, more than at rest: it leaks, holds more than they do, or its reading walks away.`;
	const far = Math.abs(most) > Math.max(FAR_APART_V, FAR_APART * usual);
	const over = far && highest({ r, now }) >= settings.endVoltageV - 0.1;
	return over || Math.abs(most) > 2 * Math.max(FAR_APART_V, FAR_APART * usual) ? stop(words) : warn(words);
};

const currentRises: Eye = (s) => {
	const { r, settings, now, past, charging } = s;
	if (!charging || !endsOnVolts(r)) return null;
	const atEnd = (x: Sample) => highest({ r, now: x }) >= settings.endVoltageV - AT_END_V;
	if (!atEnd(now)) return null;
	// Back through constant voltage alone: before it the current was as set.
	const inVoltage: Sample[] = [];
	for (let k = past.length - 1; k >= 0 && atEnd(past[k]); k--)
		if (now.timeS - past[k].timeS >= 120) inVoltage.push(past[k]);
	if (inVoltage.length === 0) return null;
	const least = Math.min(...inVoltage.map((p) => p.currentA));
	const bled = settings.balance ? r.channel.balanceCurrentA : 0;
	if (now.currentA <= 1.1 * least + bled + 0.1) return null;
	return stop(
		`The current rose from ${amps(least)} to ${amps(now.currentA)} at the end voltage, where it only falls in a sound pack: a cell may have shorted, or the pack is heating.`
	);
};

const plug: Eye = ({ now, charging, r }) => {
	if (!charging || now.cellV.length !== r.pack.cells || now.cellV.length < 2 || now.currentA < 0.3)
		return null;
	const dropV = now.packV - now.cellV.reduce((a, b) => a + b, 0);
	const ohm = dropV / now.currentA;
	if (dropV < LEAD_V || ohm < LEAD_OHM) return null;
	const words = `The main lead reads ${mV(dropV)} more than its cells together at ${amps(now.currentA)}: ${Math.round(1000 * ohm)} mΩ in plug and lead, which burn ${(dropV * now.currentA).toFixed(1)} W.`;
	return dropV * now.currentA > LEAD_W
		? stop(`${words} Feel the plug once it is off; it wants new solder or a new plug.`)
		: warn(`${words} Feel the plug: warm means new solder, or a new plug.`);
};

const starved: Eye = ({ r, settings, now, othersOutputW, charging }) => {
	if (
		!charging ||
		r.taskData.repeats ||
		(endsOnVolts(r) && highest({ r, now }) > settings.endVoltageV - SHORT_OF_END_V)
	)
		return null;
	const could = Math.min(settings.currentA, deliverableA({ ...r.envelope, othersOutputW }, now.packV));
	if (now.currentA >= STARVED * could) return null;
	return warn(
		`It is charged with ${amps(now.currentA)}, and program and charger could give ${amps(could)}: look at the charger’s input volts, and at what it holds. Slow is no danger by itself.`
	);
};

const warm: Eye = ({ r, settings, now }) => {
	const limitDegC = settings.temperatureLimitDegC;
	if (!r.channel.hasProbe || limitDegC === null || now.temperatureDegC < limitDegC - NEAR_LIMIT_K)
		return null;
	return warn(
		`The pack is at ${now.temperatureDegC.toFixed(0)} °C and its limit is ${limitDegC} °C: air around it, nothing on top of it; feel each side of it.`
	);
};

const overdue: Eye = ({ now, expectedP95Min, settings }) => {
	if (expectedP95Min === null || now.timeS / 60 < OVERDUE * expectedP95Min) return null;
	const timer = settings.safetyTimerMin;
	return warn(
		`It has run for ${Math.round(now.timeS / 60)} min, and 95 of 100 such runs are over by ${Math.round(expectedP95Min)}: ${lookText('chargeAh', now.chargeAh)} so far. Look whether it balances on and on, or is held back${timer === null ? '' : `; its timer cuts at ${timer} min`}.`
	);
};

const EYES: Record<WatchRule, Eye> = {
	limit,
	'cell falls': cellFalls,
	'cells part': cellsPart,
	'current rises': currentRises,
	plug,
	starved,
	warm,
	overdue
};

const SEVERITIES = ['warn', 'stop'] as const;

/** Since when a rule has been seen without a break, s; null where it is not seen now. */
interface Heard {
	sinceS: number | null;
	said: boolean;
}
const unheard = (): Heard => ({ sinceS: null, said: false });

export class RunWatch {
	private readonly past: Sample[] = [];
	private readonly heard = Object.fromEntries(
		WATCH_RULES.map((rule) => [rule, { warn: unheard(), stop: unheard() }])
	) as Record<WatchRule, Record<(typeof SEVERITIES)[number], Heard>>;
	private readonly cellOhm: number;
	private readonly levelSoc: number;
	private bled = false;
	private readonly atRest: readonly number[] | null;

	constructor(
		private readonly r: Resolved,
		private readonly settings: ProgramSettings,
		private readonly expectedP95Min: number | null,
		/**
		 * What the charger's own page showed before the start; nothing is nearer to how the cells stood
		 * then.
		 */
		checkV: readonly number[] | null = null
	) {
		this.cellOhm = meanCellOhm(packModel(r));
		this.levelSoc = LEVEL_SOC + LEVEL_SIGMA * uncertaintyOf(r).spread;
		const { reading } = r;
		// From before a run or a use a reading says nothing of how the cells stand now.
		const holds = reading?.state === 'rest' && !r.state.readBefore;
		const cells = checkV?.length === r.pack.cells ? checkV : holds ? reading.cellVoltagesV : null;
		const socs = cells?.map((v) => socAt(r.chemistry.curve, v));
		const middle = socs ? median(socs) : 0;
		this.atRest = socs?.map((soc) => soc - middle) ?? null;
	}

	/**
	 * What each new sample says that was not said before; a warning may be followed by a stop of the
	 * same rule.
	 */
	take(telemetry: Telemetry, othersOutputW = 0): Watched[] {
		return telemetry.timeS.flatMap((timeS, k) =>
			this.look(
				{
					timeS,
					currentA: telemetry.currentA[k],
					packV: telemetry.packV[k],
					chargeAh: telemetry.chargeAh[k],
					temperatureDegC: telemetry.temperatureDegC[k],
					cellV: telemetry.cellV.map((c) => c[k])
				},
				othersOutputW
			)
		);
	}

	private look(now: Sample, othersOutputW: number): Watched[] {
		const { balance, endVoltageV } = this.settings;
		if (balance && now.cellV.some((v) => v >= endVoltageV - BLEEDS_BELOW_END_V)) this.bled = true;
		const sight: Sight = {
			r: this.r,
			settings: this.settings,
			now,
			past: this.past,
			atRest: this.atRest,
			cellOhm: this.cellOhm,
			levelSoc: this.levelSoc,
			othersOutputW,
			expectedP95Min: this.expectedP95Min,
			bleeds: this.bled,
			charging: now.currentA > 0
		};
		const found: Watched[] = [];
		for (const rule of WATCH_RULES) {
			const seen = EYES[rule](sight);
			const of = this.heard[rule];
			for (const severity of SEVERITIES) {
				const heard = of[severity];
				if (seen === null || (severity === 'stop' && seen.severity === 'warn')) {
					heard.sinceS = null;
					continue;
				}
				heard.sinceS ??= now.timeS;
				const due = now.timeS - heard.sinceS >= LASTING_S[rule] && !heard.said;
				if (!due || severity !== seen.severity) continue;
				heard.said = true;
				// Told to stop, nobody needs the warning.
				if (severity === 'stop') of.warn.said = true;
				found.push({ rule, severity, sentence: seen.sentence, timeS: now.timeS });
			}
		}
		const last = this.past.at(-1);
		if (!last || now.timeS - last.timeS >= KEEP_EVERY_S) this.past.push(now);
		while (this.past.length && now.timeS - this.past[0].timeS > KEEP_S) this.past.shift();
		return found;
	}
}
