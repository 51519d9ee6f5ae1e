import { milliampHours, text } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const trickleTooMuch: Rule = {
	id: 'trickle-too-much',
	title: 'Trickle too much for the pack',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const most = r.chemistry.rates.trickleMaxC;
		if (settings.trickleA === null || most === null) return null;
		const mostA = most * r.pack.capacityAh;
		if (settings.trickleA <= mostA + 1e-9)
			return {
				severity: 'check',
				sentence: `A trickle of ${Math.round(settings.trickleA * 1000)} mA goes on as long as the pack is connected: time it, and take the pack away.`,
				fix: { label: 'Trickle off', kind: 'set', set: { trickleA: null } }
			};
		return {
			sentence: `${Math.round(settings.trickleA * 1000)} mA is too much trickle for ${text(milliampHours(r.pack.capacityAh))} of ${r.chemistry.name}: at most ${Math.round(mostA * 1000)} mA, better none.`,
			fix: { label: 'Trickle off', kind: 'set', set: { trickleA: null } }
		};
	}
};
