import { leadFor, leadOhm } from '../../../charger/inventory';
import { amps, millivolts, text } from '../../../quantity/format';
import { type Rule } from '../../rule';

/** A drop that a person notices on the screen, V. */
const NOTICED_V = 0.1;

export const leadDropsVolts: Rule = {
	id: 'lead-drops-volts',
	title: 'Charge lead drops volts',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source:
		'AWG definition and the resistivity of copper; that it is worth saying is common practice, no source.',
	check({ r, settings }) {
		const { inventory } = r.around;
		const found = inventory && leadFor(inventory, r.pack);
		if (!found) return null;
		const drop = settings.currentA * leadOhm(found.lead);
		if (drop < NOTICED_V) return null;
		return {
			sentence: `${found.lead.name} (${found.lead.awg} AWG, ${found.lead.lengthM} m) drops ${text(millivolts(drop))} at ${text(amps(settings.currentA))}: the charger's pack volts read that much high, so constant voltage begins early.`
		};
	}
};
