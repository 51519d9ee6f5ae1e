import { cause } from '../../cause';

export const softShort = cause({
	id: 'soft-short',
	name: 'A soft short in one cell',
	area: 'cells',
	burns: true,
	action: 'retire',
	odds: { 'cell-falls': 62, 'drift-apart': 12, 'cells-part': 3, 'full-on-empty': 4, jumps: 1 },
	shows: {
		paused: { 'as far apart as before': 0.88, 'much closer at once': 0.03 },
		'hour-later': { 'one lower': 0.6 },
		'day-later': { 'one lower': 0.95 },
		'cell-page': { 'one low': 0.55 },
		'meter-taps': { 'one low': 0.7 },
		resistance: { 'as ever': 0.8 },
		balanced: { lately: 0.8 },
		'charge-share': { 'about what was missing': 0.65 },
		'pack-warm': { warm: 0.35 }
	},
	tells: 'One cell is 10 mV lower than its fellows an hour or a day later, again and again.',
	remedies: ['retire it; store it apart until then'],
	never: 'Do not top it up and forget it.',
	families: ['lithium']
});
