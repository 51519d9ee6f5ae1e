import { cause } from '../../cause';

export const keepsOwnValues = cause({
	id: 'keeps-own-values',
	name: 'The charger keeps values of its own for each task, or since a restart',
	area: 'settings',
	burns: false,
	action: 'change held',
	odds: { 'settings-changed': 62, 'less-current': 2, 'stopped-at-limit': 3 },
	shows: {
		held: { 'other values': 0.85 },
		label: { 'as set': 0.9 },
		'other-pack': { 'same trouble': 0.7 },
		input: { steady: 0.8 }
	},
	tells: 'After a restart, or in another task, other values stand there.',
	remedies: ['look at every line after a restart and after another task']
});
