/**
 * A cell that reads nothing among sound ones: dead, or not reached by the meter. The volts at the
 * plug tell: they go through the cell, and not through its balance wires.
 */

/** Below this a cell counts as not measured, V (common practice, no source). */
export const NOTHING_V = 0.3;
/** Cells are sound beside it within this share of their middle (common practice, no source). */
const SOUND_SHARE = 0.25;
/** Main volts and cells agree within this share of one cell (common practice, no source). */
const ONE_CELL_SHARE = 0.3;

export interface ZeroCell {
	/** Bottom cell first, from 1. */
	cell: number;
	/** Volts at the plug if the cell is dead, and if it is only not reached, V. */
	deadV: number;
	wholeV: number;
	/** What the volts at the plug say; null where they were not measured, or fit neither. */
	is: 'dead' | 'not reached' | null;
}

/** Null where no cell, or more than one, reads nothing, or the others are not alike. */
export function zeroCell(cellsV: readonly number[], plugV: number | null): ZeroCell | null {
	const at = cellsV.findIndex((v) => Math.abs(v) < NOTHING_V);
	const others = cellsV.filter((_, i) => i !== at);
	if (at < 0 || others.length === 0) return null;
	const deadV = others.reduce((a, b) => a + b, 0);
	const each = deadV / others.length;
	if (each <= 0 || others.some((v) => Math.abs(v / each - 1) > SOUND_SHARE)) return null;
	const wholeV = deadV + each;
	const near = (v: number): boolean => plugV !== null && Math.abs(plugV - v) <= ONE_CELL_SHARE * each;
	return { cell: at + 1, deadV, wholeV, is: near(deadV) ? 'dead' : near(wholeV) ? 'not reached' : null };
}
