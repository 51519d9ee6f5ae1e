import { amps, milliampHours, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const capacitySetsCurrent: Rule = {
	id: 'capacity-sets-current',
	title: 'Capacity keyed sets the current',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		if (r.charger.capacityKeyed !== 'sets the current') return null;
		const byCharger = r.pack.capacityAh;
		if (Math.abs(byCharger - settings.currentA) < r.channel.currentStepA) return null;
		return {
			sentence: `${r.charger.name} makes the current from the capacity that is keyed: after ${text(milliampHours(r.pack.capacityAh))} it shows about ${text(amps(byCharger))}; set it to ${text(amps(settings.currentA))} after that.`
		};
	}
};
