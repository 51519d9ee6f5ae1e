/**
 * Rounding to the step a charger offers. Decimal steps such as 0.1 have no exact binary form, so
 * every function works in whole multiples of the step with a tolerance of a millionth of a step,
 * and returns a value free of binary noise.
 */

const TOLERANCE = 1e-6;

function decimalsOf(step: number): number {
	const text = step.toString();
	const exponent = /e-(\d+)$/.exec(text);
	if (exponent) return Number(exponent[1]) + 2;
	const point = text.indexOf('.');
	return point < 0 ? 0 : text.length - point - 1;
}

function clean(multiple: number, step: number): number {
	return Number((multiple * step).toFixed(Math.min(12, decimalsOf(step))));
}

/** The largest multiple of `step` that is not above `value` (both in the same unit, step > 0). */
export function floorToStep(value: number, step: number): number {
	return clean(Math.floor(value / step + TOLERANCE), step);
}

/** The smallest multiple of `step` that is not below `value` (both in the same unit, step > 0). */
export function ceilToStep(value: number, step: number): number {
	return clean(Math.ceil(value / step - TOLERANCE), step);
}

/** The multiple of `step` nearest to `value`; halves go up (both in the same unit, step > 0). */
export function roundToStep(value: number, step: number): number {
	return clean(Math.round(value / step + TOLERANCE), step);
}

/** Whether `value` is a whole multiple of `step`. */
export function isOnStep(value: number, step: number): boolean {
	return Math.abs(value / step - Math.round(value / step)) < 1e-4;
}
