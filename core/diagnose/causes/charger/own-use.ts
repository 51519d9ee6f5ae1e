import { cause } from '../../cause';

export const ownUse = cause({
	id: 'own-use',
	name: 'The charger’s own use, and its losses',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'input-amps': 92 },
	shows: {
		input: { steady: 0.93 },
		'charger-warm': { 'as ever': 0.92 },
		'plug-warm': { 'as the pack': 0.95 }
	},
	tells: 'Watts in are watts out divided by its efficiency, and its own use.',
	remedies: ['normal']
});
