import { socAt } from '../../../chemistry/curve';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

const WORTH_SAYING = 0.02;

export const chargeGivenUp: Rule = {
	id: 'charge-given-up',
	title: 'Ends a little under full',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		if (!r.chemistry.traits.endIsChoice || !r.taskData.fills) return null;
		const full = r.pack.makerEndVoltageV ?? r.chemistry.voltages.chargeEndV;
		const left = socAt(r.chemistry.curve, full) - socAt(r.chemistry.curve, settings.endVoltageV);
		if (left < WORTH_SAYING) return null;
		return {
			sentence: `Ending at ${text(volts(settings.endVoltageV))} gives up about ${Math.round(100 * left)} % of the charge, for many more cycles.`
		};
	}
};
