import { amps, text } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const tooSlow: Rule = {
	id: 'too-slow',
	title: 'The charge would take days',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, forecast }) {
		if (forecast) return null;
		const hours = ((1 - Math.min(0.95, r.chargeState.soc)) * r.pack.capacityAh) / settings.currentA;
		return {
			sentence: `At ${text(amps(settings.currentA))} this pack needs about ${hours.toFixed(0)} h, longer than anyone can stay with it: use a stronger channel.`
		};
	}
};
