import { cause } from '../../cause';

export const balancing = cause({
	id: 'balancing',
	name: 'It balances',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { jumps: 80, 'goes-on': 10, 'current-falls': 3, 'warm-balance': 6 },
	shows: {
		'balance-on': { yes: 0.99 },
		'near-end': { yes: 0.92 },
		'cell-page': { level: 0.55, 'one high': 0.2, 'one low': 0.2 },
		'main-sum': { agree: 0.93 },
		'plug-warm': { 'as the pack': 0.96 },
		input: { steady: 0.95 },
		'charger-warm': { 'as ever': 0.9 },
		reseat: { 'as before': 0.95 },
		'charge-share': { 'about what was missing': 0.9 }
	},
	tells: 'Amps jump and volts pulse near the end while it levels the cells.',
	remedies: ['normal; wait'],
	families: ['lithium']
});
