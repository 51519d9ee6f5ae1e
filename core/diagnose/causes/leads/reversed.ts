import { cause } from '../../cause';

export const reversed = cause({
	id: 'reversed',
	name: 'The main lead is reversed',
	area: 'leads',
	burns: true,
	action: 'look twice',
	odds: { polarity: 82, 'volts-odd': 3 },
	shows: {
		colours: { reversed: 0.96 },
		count: { none: 0.7 },
		'other-pack': { 'works well': 0.7 },
		'meter-plug': { 'as expected': 0.7 }
	},
	tells: 'The colours do not meet.',
	remedies: ['switch off, look at both plugs; a charger without protection may be gone'],
	never: 'Do not try it once more.'
});
