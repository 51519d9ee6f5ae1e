import { PRACTICE, type Rule } from '../../rule';

export const trickleNever: Rule = {
	id: 'trickle-never',
	title: 'Trickle where it must never be',
	severity: 'stop',
	protects: 'person',
	fire: true,
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		if (settings.trickleA === null || r.chemistry.rates.trickleMaxC !== null) return null;
		return {
			sentence: `${r.chemistry.name} is never trickled: a current of ${Math.round(settings.trickleA * 1000)} mA after full goes on overcharging it.`,
			fix: { label: 'Trickle off', kind: 'set', set: { trickleA: null } }
		};
	}
};
