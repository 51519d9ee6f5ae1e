/**
 * Reading a figure that a person typed. Nothing is guessed: a figure that could be meant two ways is refused with the way
 * to write it.
 */

export interface FigureRange {
	/** What the field is called in a message, e.g. "Capacity". */
	label: string;
	unit: string;
	min: number;
	max: number;
	whole?: boolean;
}

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

const PLAIN = /^[+-]?(\d+\.?\d*|\.\d+)$/;

/**
 * Parses `typed` as a plain decimal number within `range` (in the unit the person types, not SI).
 * Returns the number or one sentence for the field; never throws.
 */
export function parseFigure(typed: string, range: FigureRange): Parsed {
	const text = typed.trim().replace(/\u2212/g, '-');
	const { label, unit } = range;
	const withUnit = (value: number) => (unit ? `${value} ${unit}` : `${value}`);
	if (text === '') return { ok: false, message: `${label} is missing.` };
	if (/^[+-]?\d+,\d+$/.test(text))
		return { ok: false, message: `${label}: write the decimal with a point, ${text.replace(',', '.')}.` };
	if (!PLAIN.test(text))
		return { ok: false, message: `${label} must be a number, not "${text.slice(0, 24)}".` };
	const value = Number(text);
	if (range.whole && !Number.isInteger(value))
		return { ok: false, message: `${label} must be a whole number, not ${text}.` };
	if (value < range.min)
		return {
			ok: false,
			message: `${label} must be at least ${withUnit(range.min)}; ${withUnit(value)} is below it.`
		};
	if (value > range.max)
		return {
			ok: false,
			message: `${label} must be at most ${withUnit(range.max)}; ${withUnit(value)} is above it.`
		};
	return { ok: true, value };
}
