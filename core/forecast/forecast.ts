/**
 * A quick forecast with its uncertainty, for solving and checking: the best guess is simulated once, then once for each
 * uncertain input moved by a standard deviation (twice, up and down, for those that bend the answer); the spread of a result
 * is the root of the sum of squares of its larger departures (first-order propagation). It is deterministic and takes a few milliseconds. The picture's band comes from
 * `monte-carlo.ts`, which also tells whether first order was good enough.
 */
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { runLegs, type Outcome } from '../simulate/run-legs';
import { NO_DEPARTURE, packModel, uncertaintyOf, type Departure } from './assume';
import { legsOf, storageSoc, timedAh, unguarded } from './program-legs';

/** 99th and 95th percentile of the normal distribution, in standard deviations. */
const P99 = 2.326;
const P95 = 1.645;

export interface Spread {
	median: number;
	p5: number;
	p95: number;
	p99: number;
}

export interface Forecast {
	/** The best guess, with neither timer nor capacity limit, from start to full. */
	best: Outcome;
	timeMin: Spread;
	/** The longest leg with current: what a safety timer must allow. The whole run where it has one leg. */
	legMin: Spread;
	/** Charge that the largest leg moves. */
	chargeAh: Spread;
	peakTemperatureDegC: Spread;
	/** Highest volts a cell reaches, with the charger's error. */
	highestCellV: Spread;
	/** Whether a false early peak of twice the usual height would end this nickel charge, and with how much in, Ah. */
	falseEnd: { chargeAh: number } | null;
}

/** Inputs whose effect is not near a straight line: a full cell takes nothing, a spread of either sign is bled away. */
const BENT: ReadonlySet<keyof Departure> = new Set(['soc', 'spread']);
/** How far out those are looked at, standard deviations: where the effect bends, the tail is longer than the middle says. */
const REACH = 2;

/** Rough hours that the longest leg takes, for choosing a step and for refusing what takes days. */
export function roughHours(r: Resolved, settings: ProgramSettings): number {
	const { soc } = r.chargeState;
	const { moves } = r.taskData;
	const capacityAh = r.pack.capacityAh;
	const downA = Math.min(
		settings.dischargeA ?? Infinity,
		r.channel.dischargePowerW / (r.pack.cells * r.chemistry.voltages.nominalV)
	);
	const hours = (share: number, amps: number) => (Math.max(0.05, share) * capacityAh) / amps;
	if (moves === 'in') {
		if (r.taskData.limitsAreProgram) return 1;
		const timed = timedAh(r, settings.currentA);
		return timed === null ? hours(1 - soc, settings.currentA) : timed / settings.currentA;
	}
	if (moves === 'out') return hours(soc, downA);
	if (moves === 'either') {
		const by = storageSoc(r, settings.endVoltageV) - soc;
		return by >= 0 ? hours(by, settings.currentA) : hours(-by, downA);
	}
	return Math.max(hours(1, settings.currentA), hours(1, downA));
}

/** A step that gives a few hundred points over the longest leg, s. Slow runs may take longer ones. */
export function coarseStepS(r: Resolved, settings: ProgramSettings): number {
	const guessS = roughHours(r, settings) * 3600;
	return Math.min(guessS > 4 * 3600 ? 45 : 20, Math.max(1, guessS / 240));
}

const RESULTS = {
	timeMin: (o: Outcome) => o.timeS / 60,
	legMin: (o: Outcome) => o.longestLegS / 60,
	chargeAh: (o: Outcome) => o.chargeAh,
	peakTemperatureDegC: (o: Outcome) => o.peakTemperatureDegC,
	highestCellV: (o: Outcome) => o.highestCellV
};
type ResultId = keyof typeof RESULTS;

/** A charge that ends with less than this share of what it should put in was ended by a false peak. */
const FALSE_END_SHARE = 0.6;

/** Forecasts a run of this pack with these settings; `traceEveryS` adds the trace of the best guess (0: none). */
export function forecast(r: Resolved, settings: ProgramSettings, traceEveryS = 0): Forecast {
	const free = unguarded(r, settings);
	const dtS = coarseStepS(r, settings);
	const run = (departure: Departure, every = 0) =>
		runLegs(packModel(r, departure), legsOf(r, free, departure), {
			dtS,
			traceEveryS: every,
			stretchAfterS: r.chemistry.endOfCharge.kind === 'dip' ? Infinity : 300 * dtS
		});
	const best = run(NO_DEPARTURE, traceEveryS);
	const sigma = uncertaintyOf(r);
	const variance: Record<ResultId, number> = {
		timeMin: 0,
		legMin: 0,
		chargeAh: 0,
		peakTemperatureDegC: 0,
		highestCellV: 0
	};
	for (const input of Object.keys(sigma) as (keyof Departure)[]) {
		// A false peak does not spread the result, it makes another one: it is asked about on its own below.
		if (sigma[input] === 0 || input === 'falsePeak') continue;
		const reach = BENT.has(input) ? REACH : 1;
		const up = run({ ...NO_DEPARTURE, [input]: reach * sigma[input] });
		const down = BENT.has(input) ? run({ ...NO_DEPARTURE, [input]: -reach * sigma[input] }) : up;
		for (const id of Object.keys(RESULTS) as ResultId[]) {
			const of = RESULTS[id];
			variance[id] += (Math.max(Math.abs(of(up) - of(best)), Math.abs(of(down) - of(best))) / reach) ** 2;
		}
	}
	const spread = (id: ResultId): Spread => {
		const median = RESULTS[id](best);
		const s = Math.sqrt(variance[id]);
		return { median, p5: Math.max(0, median - P95 * s), p95: median + P95 * s, p99: median + P99 * s };
	};
	return {
		best,
		timeMin: spread('timeMin'),
		legMin: spread('legMin'),
		chargeAh: spread('chargeAh'),
		peakTemperatureDegC: spread('peakTemperatureDegC'),
		highestCellV: spread('highestCellV'),
		falseEnd: sigma.falsePeak === 0 ? null : falseEnd(run({ ...NO_DEPARTURE, falsePeak: 2 }), best)
	};
}

function falseEnd(fooled: Outcome, honest: Outcome): Forecast['falseEnd'] {
	return fooled.chargeAh < FALSE_END_SHARE * honest.chargeAh ? { chargeAh: fooled.chargeAh } : null;
}
