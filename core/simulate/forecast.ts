/**
 * A quick forecast with its uncertainty, for solving and checking: the best guess is simulated once, then once for each
 * uncertain input moved by a standard deviation (twice, up and down, for those that bend the answer); the spread of a result
 * is the root of the sum of squares of its larger departures (first-order propagation). It is deterministic and takes a few milliseconds. The picture's band comes from
 * `monte-carlo.ts`, which also tells whether first order was good enough.
 */
import type { Resolved } from '../program/context';
import type { ProgramSettings } from '../program/settings';
import { chargeControl, NO_DEPARTURE, packModel, uncertaintyOf, type Departure } from './assume';
import { runCharge, type ChargeOutcome } from './run-charge';

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
	best: ChargeOutcome;
	timeMin: Spread;
	chargeAh: Spread;
	peakTemperatureDegC: Spread;
	/** Highest volts a cell reaches, with the charger's error. */
	highestCellV: Spread;
}

/** Inputs whose effect is not near a straight line: a full cell takes nothing, a spread of either sign is bled away. */
const BENT: ReadonlySet<keyof Departure> = new Set(['soc', 'spread']);

/** A step that gives a few hundred points over the charge, s. Power limits make it longer, never shorter. */
export function coarseStepS(r: Resolved, currentA: number): number {
	const missingAh = Math.max(0.05, 1 - r.chargeState.soc) * r.pack.capacityAh;
	const guessS = (missingAh / currentA) * 3600;
	return Math.min(20, Math.max(1, guessS / 240));
}

const RESULTS = {
	timeMin: (o: ChargeOutcome) => o.timeS / 60,
	chargeAh: (o: ChargeOutcome) => o.chargeAh,
	peakTemperatureDegC: (o: ChargeOutcome) => o.peakTemperatureDegC,
	highestCellV: (o: ChargeOutcome) => o.highestCellV
};
type ResultId = keyof typeof RESULTS;

/** The settings without what would cut the run, so that the forecast says what the pack would take. */
const uncut = (settings: ProgramSettings): ProgramSettings => ({
	...settings,
	safetyTimerMin: null,
	capacityLimitAh: null,
	temperatureLimitDegC: null
});

/** Forecasts a charge of this pack with these settings; `traceEveryS` adds the trace of the best guess (0: none). */
export function forecast(r: Resolved, settings: ProgramSettings, traceEveryS = 0): Forecast {
	const free = uncut(settings);
	const dtS = coarseStepS(r, settings.currentA);
	const run = (departure: Departure, every = 0) =>
		runCharge(packModel(r, departure), chargeControl(r, free, departure), {
			dtS,
			traceEveryS: every,
			stretchAfterS: 300 * dtS
		});
	const best = run(NO_DEPARTURE, traceEveryS);
	const sigma = uncertaintyOf(r);
	const variance: Record<ResultId, number> = {
		timeMin: 0,
		chargeAh: 0,
		peakTemperatureDegC: 0,
		highestCellV: 0
	};
	for (const input of Object.keys(sigma) as (keyof Departure)[]) {
		if (sigma[input] === 0) continue;
		const up = run({ ...NO_DEPARTURE, [input]: sigma[input] });
		const down = BENT.has(input) ? run({ ...NO_DEPARTURE, [input]: -sigma[input] }) : up;
		for (const id of Object.keys(RESULTS) as ResultId[]) {
			const of = RESULTS[id];
			variance[id] += Math.max(Math.abs(of(up) - of(best)), Math.abs(of(down) - of(best))) ** 2;
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
		chargeAh: spread('chargeAh'),
		peakTemperatureDegC: spread('peakTemperatureDegC'),
		highestCellV: spread('highestCellV')
	};
}
