import { healthyFewerCells } from '../../../pack/other-count';
import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const voltsOfFewerCells: Rule = {
	id: 'volts-of-fewer-cells',
	title: 'The volts are those of a healthy pack of fewer cells',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const fewer = healthyFewerCells(r.pack, r.reading);
		if (fewer === null) return null;
		const { cells } = r.pack;
		const packV = packVoltage(r.reading!);
		const endV = (cells * r.chemistry.voltages.chargeEndV) / fewer;
		return {
			sentence: `${text(volts(packV))} is what ${fewer} healthy ${fewer === 1 ? 'cell shows' : 'cells show'}, ${text(volts(packV / fewer))} each, not ${cells}: charged as ${cells} they would be driven to ${text(volts(endV))} each. Count the cells; if there are ${cells}, enter the volts printed on it.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
