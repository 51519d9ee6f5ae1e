import { cause } from '../../cause';

export const cutoffOnSum = cause({
	id: 'cutoff-on-sum',
	name: 'The model’s cutoff looks at the sum of the cells',
	area: 'normal',
	burns: true,
	action: 'balance it',
	odds: { 'cuts-early': 10 },
	shows: {
		'cell-page': { 'one low': 0.75 },
		'meter-taps': { 'one low': 0.8 },
		balanced: { 'long ago, or never': 0.6 },
		resistance: { 'as ever': 0.7, 'one much higher': 0.2 },
		'capacity-check': { 'holds what it should': 0.6 }
	},
	tells: 'It cuts by the sum, and one cell is far lower after use.',
	remedies: ['balance it; if the same cell is low again it is weak', 'a higher cutoff'],
	never: 'Do not use it down to the cutoff until the cells are level.',
	families: ['lithium']
});
