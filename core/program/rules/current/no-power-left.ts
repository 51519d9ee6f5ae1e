import { limitsAt } from '../../../charger/envelope';
import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const noPowerLeft: Rule = {
	id: 'no-power-left',
	title: 'Least settable current is already too much',
	severity: 'stop',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const [least] = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV);
		if (least.currentA >= r.channel.minCurrentA - 1e-9) return null;
		return {
			sentence: `Channel ${r.channel.label} cannot be set below ${text(amps(r.channel.minCurrentA))} and only ${text(amps(least.currentA))} is allowed (${least.label}).`
		};
	}
};
