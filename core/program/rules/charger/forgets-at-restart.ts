import { PRACTICE, type Rule } from '../../rule';

export const forgetsAtRestart: Rule = {
	id: 'forgets-at-restart',
	title: 'Charger forgets what was keyed',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		if (!r.charger.forgetsAtRestart) return null;
		return {
			sentence: `${r.charger.name} forgets what was keyed when it loses power: look at timer and limits again after a restart.`
		};
	}
};
