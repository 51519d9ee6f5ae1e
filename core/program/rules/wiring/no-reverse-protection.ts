import { PRACTICE, type Rule } from '../../rule';

export const noReverseProtection: Rule = {
	id: 'no-reverse-protection',
	title: 'Charger does not guard against a reversed pack',
	severity: 'note',
	protects: 'charger',
	source: PRACTICE,
	check({ r }) {
		if (r.charger.protections.includes('reversed polarity')) return null;
		return {
			sentence: `${r.charger.name} has no protection against a pack plugged in backwards: one spark and it is dead, or burns. Look at both colours twice before they touch.`
		};
	}
};
