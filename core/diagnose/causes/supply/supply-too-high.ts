import { cause } from '../../cause';

export const supplyTooHigh = cause({
	id: 'supply-too-high',
	name: 'The supply gives more than the charger may have',
	area: 'supply',
	burns: true,
	action: 'mend supply',
	odds: { input: 9 },
	shows: {
		input: { 'too high': 0.95 },
		'other-pack': { 'same trouble': 0.95 },
		'charger-warm': { 'hot, or the fan still': 0.3 }
	},
	tells: 'The input volts are over the charger’s maximum.',
	remedies: ['switch off; the right supply'],
	never: 'Do not switch it on again to see.'
});
