/**
 * A quick forecast with its uncertainty, for solving and checking: the best guess is simulated
 * once, then once for each uncertain input moved by a standard deviation (twice, up and down, for
 * those that bend the answer); the spread of a result to each side is the root of the sum of
 * squares of its departures to that side (first-order propagation). It is deterministic and takes
 * a few milliseconds. The picture's band comes from `monte-carlo.ts`, which also tells whether
 * first order was good enough.
 */
import { powerLimits } from '../charger/envelope';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { runLegs, type Outcome } from '../simulate/run-legs';
import { packModel, uncertaintyOf } from './assume';
import { driftOf, normalScores, seesEach } from './cells-differ';
import { NO_DEPARTURE, type Departure } from './departure';
import { endedByFull, legsOf, storageSoc, timedAh, unguarded } from './program-legs';

/** 99th and 95th percentile of the normal distribution, in standard deviations. */
export const P99 = 2.326;
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
	/**
	 * The longest leg with current: what a safety timer must allow. The whole run where it has one
	 * leg.
	 */
	legMin: Spread;
	/** Charge that the largest leg moves. */
	chargeAh: Spread;
	peakTemperatureDegC: Spread;
	/** Highest volts a cell reaches, with the charger's error. */
	highestCellV: Spread;
	/**
	 * Whether a fall of the volts before it is full, by a false early peak of twice the usual height
	 * or by its own warming, would end this nickel charge: with how much in, Ah, and whether the
	 * loosest sensitivity would not.
	 */
	falseEnd: { chargeAh: number; looserHelps: boolean } | null;
}

/**
 * Inputs whose effect is not near a straight line: a full cell takes nothing, a spread of either
 * sign is bled away.
 */
const BENT: ReadonlySet<keyof Departure> = new Set(['soc', 'spread']);
/**
 * How far out those are looked at, standard deviations: where the effect bends, the tail is
 * longer than the middle says.
 */
const REACH = 2;
const LEAST_REACH = 0.5;

/** Rough hours that the longest leg takes, for choosing a step and for refusing what takes days. */
export function roughHours(r: Resolved, settings: ProgramSettings): number {
	const { soc } = r.chargeState;
	const { moves } = r.taskData;
	const capacityAh = r.pack.capacityAh;
	const downA = Math.min(
		settings.dischargeA ?? Infinity,
		r.channel.dischargePowerW / (r.pack.cells * r.chemistry.voltages.nominalV)
	);
	// However much is keyed, no more comes out than the power gives.
	const reachedA =
		Math.min(...powerLimits(r.envelope).map((l) => l.powerW)) /
		(r.pack.cells * r.chemistry.voltages.nominalV);
	const upA = Math.max(1e-6, Math.min(settings.currentA, reachedA));
	const hours = (share: number, amps: number) => (Math.max(0.05, share) * capacityAh) / amps;
	if (moves === 'in') {
		if (r.taskData.limitsAreProgram) return 1;
		const timed = timedAh(r, settings.currentA);
		return timed === null ? hours(1 - soc, upA) : timed / upA;
	}
	if (moves === 'out') return hours(soc, downA);
	if (moves === 'either') {
		const by = storageSoc(r, settings.endVoltageV) - soc;
		return by >= 0 ? hours(by, upA) : hours(-by, downA);
	}
	return Math.max(hours(1, upA), hours(1, downA));
}

/**
 * A step that gives a few hundred points over the longest leg, s. Slow runs may take longer ones.
 */
export function coarseStepS(r: Resolved, settings: ProgramSettings): number {
	const guessS = roughHours(r, settings) * 3600;
	const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;
	return Math.min(most, Math.max(1, guessS / 240));
}

const RESULTS = {
	timeMin: (o: Outcome) => o.timeS / 60,
	legMin: (o: Outcome) => o.longestLegS / 60,
	chargeAh: (o: Outcome) => o.chargeAh,
	peakTemperatureDegC: (o: Outcome) => o.peakTemperatureDegC,
	highestCellV: (o: Outcome) => o.highestCellV
};
type ResultId = keyof typeof RESULTS;

/** Even a short run may have a long tail: lead near full, cells that are far apart. */
const LEAST_FOLLOWED_H = { volts: 20, dip: 6 };

/**
 * Where charging slows near full, the last hours change so slowly that a step of this length
 * follows them, s.
 */
const LONGEST_TAIL_STEP_S = 180;

/**
 * Standard deviation of the range of a few normal numbers, nearly the same for any few (Tippett
 * 1925, Biometrika 17; from memory).
 */
const RANGE_SIGMA = 0.85;
/**
 * How far apart the first and the last of so many normal numbers are where they are `by` standard
 * deviations further apart than usual.
 */
export const rangeOf = (numbers: number, by: number): number =>
	2 * normalScores(numbers)[numbers - 1] + by * RANGE_SIGMA;

/**
 * Every cell differs by itself, `each` one standard deviation of charge; a run in which one cell
 * differs by as much as the ends of all of them come further apart stands for that. Where they
 * read apart already, chance mostly falls to those in between.
 */
function furtherApart(r: Resolved, each: number): number {
	const { startSoc } = packModel(r);
	const read = Math.max(...startSoc) - Math.min(...startSoc);
	const ends = rangeOf(r.pack.cells, REACH) * Math.hypot(each, driftOf(r));
	return (Math.hypot(read, ends) - read) / REACH;
}

/**
 * A charge that ends with less than this share of what it should put in was ended by a false
 * peak.
 */
const FALSE_END_SHARE = 0.6;

/**
 * How a run with these settings is simulated under a departure, `every` so many seconds traced
 * (0: never), over other legs where given.
 */
function simulator(r: Resolved, settings: ProgramSettings, free = unguarded(r, settings)) {
	const dtS = coarseStepS(r, settings);
	// One that has no end by then has none that anybody waits for.
	const dip = r.chemistry.endOfCharge.kind === 'dip';
	const least = dip ? LEAST_FOLLOWED_H.dip : LEAST_FOLLOWED_H.volts;
	const longestS = 3600 * Math.min(48, Math.max(least, (dip ? 2.5 : 4) * roughHours(r, settings)));
	const legs = (departure: Departure) => endedByFull(legsOf(r, free, departure));
	return (departure: Departure, every = 0, of = legs(departure)): Outcome =>
		runLegs(packModel(r, departure), of, {
			dtS,
			traceEveryS: every,
			longestS,
			// A nickel charge of ordinary length keeps its step, for the dip's sake.
			stretchAfterSteps: dip ? 600 : 300,
			longestStepS:
				r.chemistry.slowing !== null && r.taskData.moves === 'in' ? LONGEST_TAIL_STEP_S : undefined
		});
}

/**
 * The best guess alone, traced every so many seconds: a tenth of the work of a forecast, for who
 * asks for no band.
 */
export const bestCourse = (r: Resolved, settings: ProgramSettings, traceEveryS: number): Outcome =>
	simulator(r, settings)(NO_DEPARTURE, traceEveryS);

/**
 * Forecasts a run of this pack with these settings; `traceEveryS` adds the trace of the best
 * guess (0: none).
 */
export function forecast(r: Resolved, settings: ProgramSettings, traceEveryS = 0): Forecast {
	const free = unguarded(r, settings);
	const run = simulator(r, settings, free);
	const best = run(NO_DEPARTURE, traceEveryS);
	const drawn = uncertaintyOf(r);
	const sigma = {
		...drawn,
		spread: seesEach(r) ? furtherApart(r, drawn.spread) : drawn.spread,
		others: 0
	};
	const nothing: Record<ResultId, number> = {
		timeMin: 0,
		legMin: 0,
		chargeAh: 0,
		peakTemperatureDegC: 0,
		highestCellV: 0
	};
	const above = { ...nothing };
	const below = { ...nothing };
	// Where charging slows near full, more resistance ends constant current sooner and less ends the
	// tail sooner.
	const bends = (input: keyof Departure) =>
		BENT.has(input) || (input === 'resistance' && r.chemistry.slowing !== null);
	for (const input of Object.keys(sigma) as (keyof Departure)[]) {
		// A false peak does not spread the result, it makes another one: it is asked about on its own
		// below.
		if (sigma[input] === 0 || input === 'falsePeak') continue;
		const bent = bends(input);
		const reach = bent ? REACH : 1;
		// A cell that may be fuller is no fuller than full: no further than that is looked, and so far
		// it is.
		const room = input === 'soc' ? Math.max(LEAST_REACH, (1 - r.chargeState.soc) / sigma.soc) : Infinity;
		const reachUp = Math.min(reach, room);
		// Cells that nobody sees can differ by no less than nothing.
		const reachDown = input === 'spread' && r.chemistry.storage.kind === 'charge' ? 1 : reach;
		const up = run({ ...NO_DEPARTURE, [input]: reachUp * sigma[input] });
		const down = bent ? run({ ...NO_DEPARTURE, [input]: -reachDown * sigma[input] }) : null;
		for (const id of Object.keys(RESULTS) as ResultId[]) {
			const of = RESULTS[id];
			const one = (of(up) - of(best)) / reachUp;
			const other = down ? (of(down) - of(best)) / reachDown : -one;
			above[id] += Math.max(0, one, other) ** 2;
			below[id] += Math.max(0, -one, -other) ** 2;
		}
	}
	/** What the charger, which cannot know how full the cells are, may make of the volts early on. */
	const falseEnd = (honest: Outcome): Forecast['falseEnd'] => {
		const fooledAt = (deltaV: number | null): Outcome | null => {
			const departure = { ...NO_DEPARTURE, falsePeak: 2 };
			const fooled = run(departure, 0, legsOf(r, { ...free, deltaV }, departure));
			return fooled.chargeAh < FALSE_END_SHARE * honest.chargeAh ? fooled : null;
		};
		const fooled = fooledAt(settings.deltaV);
		if (!fooled) return null;
		const end = r.chemistry.endOfCharge;
		const looserHelps = end.kind === 'dip' && fooledAt(end.looseDeltaV) === null;
		return { chargeAh: fooled.chargeAh, looserHelps };
	};
	const spread = (id: ResultId): Spread => {
		const median = RESULTS[id](best);
		const [up, down] = [Math.sqrt(above[id]), Math.sqrt(below[id])];
		return { median, p5: Math.max(0, median - P95 * down), p95: median + P95 * up, p99: median + P99 * up };
	};
	return {
		best,
		timeMin: spread('timeMin'),
		legMin: spread('legMin'),
		chargeAh: spread('chargeAh'),
		peakTemperatureDegC: spread('peakTemperatureDegC'),
		highestCellV: spread('highestCellV'),
		falseEnd: sigma.falsePeak === 0 ? null : falseEnd(best)
	};
}
