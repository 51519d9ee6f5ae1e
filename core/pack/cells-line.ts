/**
 * Volts of several cells in one line, as they are typed or pasted: `3,82 3.83 3791`, by spaces,
 * slashes or line ends.
 */
import { parseFigure } from '../quantity/parse';

/** From here on a figure is meant in mV: no cell has so many volts. */
const MILLIVOLTS_FROM = 100;

/**
 * The pieces of the line: one figure each. A comma before a space parts figures, within one it is
 * a decimal.
 */
const piecesOf = (line: string): string[] =>
	line
		.replace(/mV|V/gi, ' ')
		.split(/[\s;/|]+|,(?=\s|$)/)
		.map((piece) => piece.trim())
		.filter((piece) => piece !== '' && piece !== ',');

/** Whether what was typed in one field holds the volts of several cells. */
export const isCellsLine = (typed: string): boolean => piecesOf(typed).length > 1;

/**
 * Volts, V, in the order of the line; what cannot be read stays as it was typed, to be said at
 * its field.
 */
export function readCellsLine(line: string): string[] {
	return piecesOf(line).map((piece) => {
		const parsed = parseFigure(piece, { label: '', unit: '', min: -10_000, max: 10_000 });
		const plain = parsed.ok ? parsed.value : Number(piece.replace(',', '.'));
		if (!Number.isFinite(plain)) return piece;
		return String(Math.abs(plain) >= MILLIVOLTS_FROM ? Number((plain / 1000).toFixed(4)) : plain);
	});
}
