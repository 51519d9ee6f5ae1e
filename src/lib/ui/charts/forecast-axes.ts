/**
 * The axes of a forecast: what the first drawing, made at once, and the chart that takes its
 * place have in common.
 */
import type { Band } from '$core/forecast/monte-carlo';
import { minuteTicks, roundTicks, type Ticks } from './ticks';

export interface Course {
	timeS: number[];
	packV: number[];
	currentA: number[];
}

export interface ForecastAxes {
	/** Last moment that is drawn, min. */
	endMin: number;
	/** When the timer would cut, min; null where there is none. */
	timerAtMin: number | null;
	time: Ticks;
	volts: Ticks;
	currents: Ticks;
}

/** A timer further out than this share of the run is not drawn: it would squeeze what matters. */
const TIMER_IN_SIGHT = 1.8;

export interface Drawn {
	best: Course | null;
	band: Band | null;
	measured: Course | null;
	timerMin: number | null;
	timerFromMin: number;
	/** Courses that are drawn beside this one on the same axes. */
	beside?: readonly Course[];
}

/** Volts and amps are written with a decimal at least. */
const tenths = (ticks: Ticks): Ticks => ({ ...ticks, decimals: Math.max(1, ticks.decimals) });

export function forecastAxes({
	best,
	band,
	measured,
	timerMin,
	timerFromMin,
	beside = []
}: Drawn): ForecastAxes {
	const bestMin = (best?.timeS.at(-1) ?? 0) / 60;
	const timerAtMin = timerMin === null ? null : timerFromMin + timerMin;
	const timerInSight = timerAtMin !== null && best !== null && timerAtMin < TIMER_IN_SIGHT * bestMin;
	const endMin =
		Math.max(
			bestMin,
			band?.endMin.p95 ?? 0,
			...beside.map((c) => (c.timeS.at(-1) ?? 0) / 60),
			(measured?.timeS.at(-1) ?? 0) / 60,
			timerInSight ? timerAtMin * 1.02 : 0
		) || 1;
	const voltsSeen = [
		...(best?.packV ?? []),
		...(measured?.packV ?? []),
		...beside.flatMap((c) => c.packV),
		...(band?.packV.low.filter(Number.isFinite) ?? [])
	];
	const ampsSeen = [best, measured, ...beside].flatMap((c) => c?.currentA ?? []).map(Math.abs);
	return {
		endMin,
		timerAtMin,
		time: minuteTicks(endMin),
		volts: tenths(roundTicks(Math.min(...voltsSeen, Infinity) - 0.02, Math.max(...voltsSeen, 0) + 0.05, 4)),
		currents: tenths(roundTicks(0, Math.max(...ampsSeen, 0.1) * 1.2, 4))
	};
}

const MOST_POINTS = 160;

/** Points of a column over minutes, thinned; current by its size, whichever way it flows. */
export function pointsOf(timeS: readonly number[], values: readonly number[]): { x: number; y: number }[] {
	const stride = Math.max(1, Math.ceil(timeS.length / MOST_POINTS));
	return timeS.flatMap((t, k) =>
		k % stride && k !== timeS.length - 1 ? [] : [{ x: t / 60, y: Math.abs(values[k]) }]
	);
}

/** The figures of an axis, from its least to its greatest. */
export const tickValues = ({ min, max, count }: Ticks): number[] =>
	Array.from({ length: count + 1 }, (_, k) => min + (k * (max - min)) / count);
