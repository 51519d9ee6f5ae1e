import { cellVoltages } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

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
		const which = r.reading.cellVoltagesV ? `Cell ${at + 1}` : 'A cell on average';
		return {
			sentence: `${which} reads ${text(volts(cells[at]))}, below ${text(volts(floor))}: ${r.chemistry.name} this empty ${r.chemistry.traits.emptyHarm}, and is not charged: retire it.`
		};
	}
};
