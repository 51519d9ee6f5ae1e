import { cause } from '../../cause';

export const rarelyBalanced = cause({
	id: 'rarely-balanced',
	name: 'It was rarely balanced',
	area: 'charger',
	burns: false,
	action: 'balance it',
	odds: { 'goes-on': 10, 'cells-part': 14, 'drift-apart': 42, 'cell-low': 10, 'cuts-early': 6 },
	shows: {
		paused: { 'as far apart as before': 0.88, 'much closer at once': 0.03 },
		balanced: { 'long ago, or never': 0.95 },
		'cell-page': { 'one high': 0.45, 'one low': 0.4 },
		resistance: { 'as ever': 0.92 },
		'hour-later': { level: 0.92 },
		'day-later': { level: 0.92 },
		'meter-taps': { 'one low': 0.5, level: 0.45 },
		'charge-share': { 'about what was missing': 0.85 },
		'pack-warm': { cool: 0.7 }
	},
	tells: 'All else is sound, and it is long since it was balanced.',
	remedies: ['balance at every charge for a while'],
	families: ['lithium']
});
