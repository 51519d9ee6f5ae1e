import { cause } from '../../cause';

export const allResistance = cause({
	id: 'all-resistance',
	name: 'Cells worn: resistance up in all of them',
	area: 'cells',
	burns: false,
	action: 'spare use',
	odds: { 'current-falls': 18, 'few-mah': 16, 'cuts-early': 16, 'goes-on': 6, 'cells-part': 6 },
	shows: {
		paused: { 'much closer at once': 0.35, level: 0.58 },
		resistance: { 'all higher': 0.93 },
		'rest-after': { 'fall well below': 0.92 },
		'main-sum': { agree: 0.93 },
		'plug-warm': { 'as the pack': 0.94 },
		'pack-age': { 'old or much used': 0.85 },
		'near-end': { yes: 0.93 },
		'charge-share': { little: 0.6 },
		'cell-page': { level: 0.68, 'one high': 0.16, 'one low': 0.14 },
		air: { 'as in a room': 0.9 },
		when: { 'as volts rose': 0.7 },
		'pack-warm': { warm: 0.55 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.93 } } },
	tells:
		'Full in little time at little charge, and the volts fall well below the end afterwards, in all cells alike.',
	remedies: ['charge it more slowly', 'retire it when it no longer does its work']
});
