import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** A cell that holds any charge rests above this, V: 12 V at 10.6 is five cells (common practice, no source). */
const LEAST_CELL_V = 1.8;

export const leadShortedCell: Rule = {
	id: 'lead-shorted-cell',
	title: 'Lead battery with a shorted cell',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (r.chemistry.family !== 'lead' || !r.reading || r.pack.cells < 3 || r.reading.state === 'loaded')
			return null;
		const { cells } = r.pack;
		const total = packVoltage(r.reading);
		if (total / cells >= LEAST_CELL_V || total < (cells - 1) * LEAST_CELL_V) return null;
		return {
			sentence: `${text(volts(total))} on ${cells} cells is what ${cells - 1} good cells show: one is shorted. It boils on charge; retire the battery.`
		};
	}
};
