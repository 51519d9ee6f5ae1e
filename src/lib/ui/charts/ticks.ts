/** Axis ends and ticks on round figures. */
import { tickStep } from 'd3-array';

export interface Ticks {
	min: number;
	max: number;
	/** Number of intervals. */
	count: number;
	/** Decimals that a tick needs. */
	decimals: number;
}

/** Round ticks that cover `low` to `high` in about `about` intervals. */
export function roundTicks(low: number, high: number, about = 5): Ticks {
	const most = Math.max(high, low + 1e-6);
	const step = tickStep(low, most, about);
	const min = Math.floor(low / step + 1e-9) * step;
	const count = Math.max(1, Math.ceil((most - min) / step - 1e-9));
	return { min, max: min + count * step, count, decimals: precisionOf(step) };
}

/** Decimals that a round step needs. */
function precisionOf(step: number): number {
	const text = Number(step.toPrecision(3)).toString();
	const point = text.indexOf('.');
	return point < 0 ? 0 : text.length - point - 1;
}

const MINUTE_STEPS = [1, 2, 5, 10, 15, 20, 30, 60, 120, 240, 480];

/** Ticks for minutes from 0: steps that a clock has. The axis ends where the data does. */
export function minuteTicks(end: number): Ticks {
	const step = MINUTE_STEPS.find((s) => end / s <= 7) ?? 960;
	const count = Math.max(1, Math.ceil(end / step - 1e-9));
	return { min: 0, max: count * step, count, decimals: 0 };
}
