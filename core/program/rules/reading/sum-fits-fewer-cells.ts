import { fewerCells } from '../../../pack/other-count';
import { countProvedByLabel } from '../../../pack/label-volts';
import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const sumFitsFewerCells: Rule = {
	id: 'sum-fits-fewer-cells',
	title: 'The volts fit fewer cells as well',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (!r.reading || r.reading.cellVoltagesV || r.chemistry.traits.counting?.by !== 'most') return null;
		// Cells behind their own balancer cannot be measured: the printed volts are the evidence.
		if (countProvedByLabel(r.pack)) return null;
		const packV = packVoltage(r.reading);
		const fewer = fewerCells(r.pack, packV);
		if (fewer === null) return null;
		const { cells } = r.pack;
		const endV = (cells * r.chemistry.voltages.chargeEndV) / fewer;
		return {
			sentence: `${text(volts(packV))} may be ${cells} cells at ${text(volts(packV / cells))}, or ${fewer} at ${text(volts(packV / fewer))}, which would be driven to ${text(volts(endV))} each. Measure every cell.`,
			fix: { label: 'Read the cells', kind: 'go', to: 'read pack' }
		};
	}
};
