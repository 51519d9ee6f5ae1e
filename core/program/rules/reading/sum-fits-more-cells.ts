import { moreCells } from '../../../pack/other-count';
import { countProvedByLabel } from '../../../pack/label-volts';
import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const sumFitsMoreCells: Rule = {
	id: 'sum-fits-more-cells',
	title: 'The volts fit more cells as well',
	severity: 'check',
	protects: 'pack',
	when: 'discharging',
	source: PRACTICE,
	check({ r }) {
		if (!r.reading || r.reading.cellVoltagesV || r.chemistry.traits.counting?.by !== 'most') return null;
		// Cells behind their own balancer cannot be measured: the printed volts are the evidence.
		if (countProvedByLabel(r.pack)) return null;
		const packV = packVoltage(r.reading);
		const more = moreCells(r.pack, packV);
		if (more === null) return null;
		return {
			sentence: `${text(volts(packV))} may be ${r.pack.cells} cells at ${text(volts(packV / r.pack.cells))}, or ${more} at ${text(volts(packV / more))}, which would be emptied too far. Measure every cell, or count the wires of the balance lead.`,
			fix: { label: 'Read the cells', kind: 'go', to: 'read pack' }
		};
	}
};
