import { cause } from '../../cause';

export const weakCell = cause({
	id: 'weak-cell',
	name: 'A weak cell: much resistance',
	area: 'cells',
	burns: true,
	action: 'retire',
	odds: {
		'cells-part': 46,
		'few-mah': 14,
		'cell-falls': 4,
		'cuts-early': 32,
		'current-falls': 8,
		'drift-apart': 16,
		'discharge-early': 16,
		'hot-pack': 12,
		'goes-on': 5
	},
	shows: {
		paused: { 'much closer at once': 0.85, 'as far apart as before': 0.1 },
		resistance: { 'one much higher': 0.93 },
		'cell-page': { 'one high': 0.75, level: 0.12 },
		'hour-later': { level: 0.82, 'one lower': 0.14 },
		'day-later': { level: 0.8, 'one lower': 0.16 },
		'meter-taps': { level: 0.75, 'one low': 0.18 },
		'pack-age': { 'old or much used': 0.7 },
		'main-sum': { agree: 0.92 },
		'plug-warm': { 'as the pack': 0.93 },
		'rest-after': { 'fall well below': 0.7 },
		'capacity-check': { 'much less': 0.75 },
		'near-end': { yes: 0.75 },
		'pack-warm': { warm: 0.5, hot: 0.08 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.93 } } },
	tells: 'It parts under current and is level at rest; its resistance stands out.',
	remedies: ['retire it, or spare use at low current'],
	never: 'Do not hurry it.',
	families: ['lithium', 'nickel']
});
