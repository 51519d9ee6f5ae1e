/**
 * A reading of every cell that has grown old, renewed by one of the whole pack that agrees with
 * it.
 */
import { packVoltage, type ReadingInput } from './reading';

/**
 * A pack's volts agree within this for each of its cells, V (common practice, no source: what
 * meters differ by).
 */
const AGREES_V = 0.01;

/**
 * What may be gone by when packs are joined: the last reading, or, where that is of the whole
 * pack alone, the cells before it as long as their sum still stands there and nothing was done
 * with the pack in between. `readings`: newest first.
 */
export function renewed<R extends ReadingInput>(readings: readonly R[], cells: number): R | null {
	const [last, ...earlier] = readings;
	if (!last || last.cellVoltagesV?.length === cells || cells === 1) return last ?? null;
	const byCell = earlier.find((r) => r.cellVoltagesV?.length === cells);
	if (!byCell || last.state !== 'rest' || byCell.state !== 'rest') return last;
	const used = readings
		.slice(0, readings.indexOf(byCell))
		.some((r) => r.usedSince === 'used' || r.usedSince === 'until it faded');
	const sum = byCell.cellVoltagesV!.reduce((a, b) => a + b, 0);
	if (used || Math.abs(packVoltage(last) - sum) > AGREES_V * cells + 1e-9) return last;
	return { ...last, cellVoltagesV: byCell.cellVoltagesV, cellResistancesOhm: byCell.cellResistancesOhm };
}
