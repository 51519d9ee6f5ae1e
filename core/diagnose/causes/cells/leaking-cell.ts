import { cause } from '../../cause';

export const leakingCell = cause({
	id: 'leaking-cell',
	name: 'A leaking cell',
	area: 'cells',
	burns: true,
	action: 'retire',
	odds: { 'took-more': 40, 'cells-part': 8, 'cell-falls': 12, 'goes-on': 8, 'drift-apart': 22, jumps: 6 },
	shows: {
		paused: { 'as far apart as before': 0.88, 'much closer at once': 0.03 },
		'charge-share': { 'more than it holds': 0.75 },
		'cell-page': { 'one low': 0.8 },
		'hour-later': { 'one lower': 0.55 },
		'day-later': { 'one lower': 0.93 },
		'meter-taps': { 'one low': 0.7 },
		'pack-warm': { warm: 0.55, hot: 0.12 },
		resistance: { 'as ever': 0.75 },
		balanced: { lately: 0.8 },
		reseat: { cured: 0.02 },
		emptied: { 'used lately': 0.6 }
	},
	tells: 'More goes in than it holds, one cell lags, and sags again within days.',
	remedies: ['retire it'],
	never: 'Do not leave it charging or lying near what burns.'
});
