import { cellVoltages } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { zeroCell, type ZeroCell } from '../../../pack/zero-cell';
import { PRACTICE, type Rule, type RuleResult } from '../../rule';

const READ_AGAIN = { label: 'Read it again', kind: 'go', to: 'read pack' } as const;

/** What a cell that reads nothing among sound ones is, by the volts at the plug. */
function ofZero({ cell, is, deadV, wholeV }: ZeroCell, plugV: number | null): RuleResult {
	const reads = `Cell ${cell} reads nothing and the others are sound`;
	if (is === 'dead')
		return {
			sentence: `${reads}, and ${text(volts(plugV!))} at the plug is a cell short: it is dead, and the pack is retired.`
		};
	if (is === 'not reached')
		return {
			sentence: `${reads}, and ${text(volts(plugV!))} at the plug is all of them: a contact of the balance plug, or the checker. Mend it and read every cell.`,
			fix: READ_AGAIN
		};
	return {
		sentence: `${reads}${plugV === null ? '' : `, and ${text(volts(plugV))} at the plug fits neither`}: measure the main volts at the plug. About ${text(volts(deadV))} is a dead cell, about ${text(volts(wholeV))} a contact or the checker; nothing is charged before that is known.`,
		fix: READ_AGAIN
	};
}

export const cellUnderFloor: Rule = {
	id: 'cell-under-floor',
	title: 'A cell is too empty to charge',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (!r.reading) return null;
		const floor = r.chemistry.voltages.doNotChargeV;
		const cells = cellVoltages(r.reading, r.pack.cells);
		const at = cells.findIndex((v) => v < floor);
		if (at < 0) return null;
		const zero = r.reading.cellVoltagesV && zeroCell(r.reading.cellVoltagesV, r.reading.packVoltageV);
		if (zero) return ofZero(zero, r.reading.packVoltageV);
		const which = r.reading.cellVoltagesV ? `Cell ${at + 1}` : 'A cell on average';
		return {
			sentence: `${which} reads ${text(volts(cells[at]))}, below ${text(volts(floor))}: ${r.chemistry.name} this empty ${r.chemistry.traits.emptyHarm}, and is not charged: retire it.`
		};
	}
};
