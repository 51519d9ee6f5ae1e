import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { zeroCell } from '../../../pack/zero-cell';
import { PRACTICE, type Rule } from '../../rule';

/**
 * Two readings of one pack agree within this: V for each cell, and a share of the pack's volts
 * (common practice, no source).
 */
const SUM_OFF = { eachV: 0.02, share: 0.003 };

export const readingContradictsCells: Rule = {
	id: 'reading-contradicts-cells',
	title: 'The reading contradicts the cell count',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (!r.reading) return null;
		const read = r.reading.cellVoltagesV?.length;
		const { cells } = r.pack;
		if (read !== undefined && read !== cells)
			return {
				sentence: `The last reading has ${read} cells and the pack is entered as ${cells}S: find out which is right.`
			};
		const total = packVoltage(r.reading);
		const { cellMaxV } = r.chemistry.voltages;
		if (read === undefined && total > cells * cellMaxV)
			return {
				sentence: `${text(volts(total))} is more than ${cells} ${r.chemistry.name} cells can hold (${text(volts(cells * cellMaxV, 1))}): wrong count, wrong chemistry, or overcharged.`
			};
		// A cell that reads nothing is asked about by a rule of its own.
		if (r.reading.cellVoltagesV && zeroCell(r.reading.cellVoltagesV, r.reading.packVoltageV)) return null;
		const sum = r.reading.cellVoltagesV?.reduce((a, b) => a + b, 0);
		if (
			sum !== undefined &&
			r.reading.packVoltageV !== null &&
			Math.abs(sum - total) > SUM_OFF.eachV * cells + SUM_OFF.share * total
		)
			return {
				sentence: `The cells add up to ${text(volts(sum))} and the pack reads ${text(volts(total))}: one of them was read or typed wrong.`
			};
		return null;
	}
};
