import { cause } from '../../cause';

export const oneOverUnbalanced = cause({
	id: 'one-over-unbalanced',
	name: 'Charged without balance with cells apart: one is over',
	area: 'cells',
	burns: true,
	action: 'take out',
	odds: { 'ends-high': 32, 'cells-part': 7 },
	shows: {
		paused: { 'as far apart as before': 0.88, 'much closer at once': 0.03 },
		'cell-page': { 'one high': 0.92 },
		'meter-taps': { 'one over': 0.9 },
		'balance-on': { no: 0.9 },
		balanced: { 'long ago, or never': 0.75 },
		'main-sum': { agree: 0.92 },
		'charger-meter': { agree: 0.93 },
		resistance: { 'as ever': 0.85 }
	},
	tells: 'The sum is right and one cell is over.',
	remedies: [
		'stop; up to 4.25 V balance it down, watched',
		'above: outdoors, discharge the whole pack gently, retire'
	],
	never: 'Do not balance by charging on.',
	families: ['lithium']
});
