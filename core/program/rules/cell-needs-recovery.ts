import { cellVoltages } from '../../pack/reading';
import { text, volts } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const cellNeedsRecovery: Rule = {
	id: 'cell-needs-recovery',
	title: 'A cell is below the floor',
	severity: 'stop',
	protects: 'pack',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (!r.reading) return null;
		const { hardFloorV, doNotChargeV } = r.chemistry.voltages;
		const cells = cellVoltages(r.reading, r.pack.cells);
		const at = cells.findIndex((v) => v >= doNotChargeV && v < hardFloorV);
		if (at < 0 || cells.some((v) => v < doNotChargeV)) return null;
		return {
			sentence: `Cell ${at + 1} rests at ${text(volts(cells[at]))}, below ${text(volts(hardFloorV))}: it may be recovered at 0.05C for half an hour, not charged at an ordinary rate.`
		};
	}
};
