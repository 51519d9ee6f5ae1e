import { lowRestOf } from '../../../pack/low-rest';
import { cellVoltages } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const cellNeedsRecovery: Rule = {
	id: 'cell-needs-recovery',
	title: 'A cell is below the floor',
	severity: 'stop',
	protects: 'pack',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const { recovery } = r.chemistry;
		if (!r.reading || !recovery || r.taskData.recovers) return null;
		const { doNotChargeV } = r.chemistry.voltages;
		const hardFloorV = recovery.belowV;
		const cells = cellVoltages(r.reading, r.pack.cells);
		const at = cells.findIndex((v) => v >= doNotChargeV && v < hardFloorV);
		// One that may be shorted, or is known to be drained, has its own rules.
		const low = lowRestOf(r.pack, r.reading);
		if (low === 'shorted' || low === 'drained') return null;
		if (at < 0 || cells.some((v) => v < doNotChargeV)) return null;
		return {
			sentence: `${r.reading.cellVoltagesV ? `Cell ${at + 1}` : 'A cell on average'} rests at ${text(volts(cells[at]))}, below ${text(volts(hardFloorV))}: it may be recovered at ${recovery.maxC}C for ${recovery.maxMin} min, not charged at an ordinary rate.`,
			fix: { label: 'Recover it', kind: 'task', task: 'recover' }
		};
	}
};
