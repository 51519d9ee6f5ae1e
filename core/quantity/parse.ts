/**
 * Reading a figure that a person typed, with a point or a comma. Nothing is guessed: a figure
 * that could be meant two ways is refused with both.
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

const COMMA = /^[+-]?\d+,\d+$/;
/** With three figures behind it a comma may part thousands. */
const THOUSANDS = /^[+-]?[1-9]\d{0,2},\d{3}$/;

/**
 * A figure with one comma, written with a point; null where there is no comma. `two ways` where
 * it may part thousands as well as decimals and both are possible here.
 */
function withComma(text: string, range: Pick<FigureRange, 'min' | 'max'>): string | null {
	if (!COMMA.test(text)) return null;
	const decimal = text.replace(',', '.');
	if (!THOUSANDS.test(text)) return decimal;
	const joined = text.replace(',', '');
	const fits = (written: string) => Number(written) >= range.min && Number(written) <= range.max;
	if (fits(decimal) && fits(joined)) return 'two ways';
	return fits(joined) ? joined : decimal;
}

/**
 * Parses `typed` as a plain decimal number within `range` (in the unit the person types, not SI).
 * Returns the number or one sentence for the field; never throws.
 */
export function parseFigure(typed: string, range: FigureRange): Parsed {
	const text = typed.trim().replace(/\u2212/g, '-');
	const { label, unit } = range;
	const withUnit = (value: number) => (unit ? `${value} ${unit}` : `${value}`);
	if (text === '') return { ok: false, message: `${label} is missing.` };
	const comma = withComma(text, range);
	if (comma === 'two ways')
		return {
			ok: false,
			message: `${label}: ${text} may be ${text.replace(',', '.')} or ${text.replace(',', '')}; write one of them.`
		};
	const plain = comma ?? text;
	if (!PLAIN.test(plain))
		return { ok: false, message: `${label} must be a number, not "${text.slice(0, 24)}".` };
	const value = Number(plain);
	if (range.whole && !Number.isInteger(value))
		return { ok: false, message: `${label} must be a whole number, not ${plain}.` };
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

/**
 * A figure as far as it is typed, with a point or a comma; NaN where it is none. For what is
 * shown while somebody types.
 */
export const soFar = (typed: string): number =>
	typed.trim() === '' ? NaN : Number(typed.trim().replace(',', '.'));
