import { cause } from '../../cause';

export const smallBalanceCurrent = cause({
	id: 'small-balance-current',
	name: 'A large spread and a small balance current',
	area: 'charger',
	burns: false,
	action: 'wait and watch',
	odds: { 'goes-on': 32, 'cells-part': 8 },
	shows: {
		paused: { 'as far apart as before': 0.88, 'much closer at once': 0.03 },
		'balance-on': { yes: 0.97 },
		'cell-page': { 'one high': 0.5, 'one low': 0.42 },
		'near-end': { yes: 0.8 },
		balanced: { 'long ago, or never': 0.6 },
		resistance: { 'as ever': 0.9 },
		'hour-later': { level: 0.9 },
		'charge-share': { 'about what was missing': 0.88 },
		'day-later': { level: 0.9 }
	},
	tells: 'Spread divided by the balance current makes the hours that it takes.',
	remedies: ['wait, and watch that cell', 'balance at lower volts next time'],
	families: ['lithium']
});
