import { lowRestOf } from '../../../pack/low-rest';
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
		const low = lowRestOf(r.pack, r.reading);
		const { cells } = r.pack;
		if (low !== 'shorted' && low !== 'either') return null;
		const total = text(volts(packVoltage(r.reading!)));
		if (low === 'either')
			return {
				severity: 'check',
				sentence: `${total} may be ${cells} low cells, or ${cells - 1} full ones and one that is shorted: stay with it, and judge it an hour after a full charge. Under ${text(volts(cells * r.chemistry.voltages.storageWindowV.low, 1))} then, retire it.`
			};
		return {
			sentence: `${total} on ${cells} cells is what ${cells - 1} good cells show: one is shorted, and it boils on charge. Retire the battery, unless you know that it was drained: then read it again and say that it was used until it faded.`,
			fix: { label: 'Read it again', kind: 'go', to: 'read pack' }
		};
	}
};
