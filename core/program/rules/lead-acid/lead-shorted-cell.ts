import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const leadShortedCell: Rule = {
	id: 'lead-shorted-cell',
	title: 'Lead battery with a shorted cell',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const { shortedBelowV: leastV } = r.chemistry.traits;
		if (leastV === null || !r.reading || r.pack.cells < 3 || r.reading.state === 'loaded') return null;
		const { cells } = r.pack;
		const total = packVoltage(r.reading);
		if (total / cells >= leastV || total < (cells - 1) * leastV) return null;
		return {
			sentence: `${text(volts(total))} on ${cells} cells is what ${cells - 1} good cells show: one is shorted. It boils on charge; retire the battery.`
		};
	}
};
