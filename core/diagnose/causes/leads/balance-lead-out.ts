import { cause } from '../../cause';

export const balanceLeadOut = cause({
	id: 'balance-lead-out',
	name: 'The balance lead is out, or not seen',
	area: 'leads',
	burns: false,
	action: 'reseat',
	odds: { 'cells-zero': 90, 'goes-on': 2, 'drift-apart': 4 },
	shows: {
		'cell-page': { 'all zero': 0.95 },
		reseat: { cured: 0.85 },
		'main-sum': { agree: 0.6 },
		wires: { right: 0.85 },
		'meter-taps': { level: 0.92 },
		'other-channel': { cured: 0.5 },
		count: { 'as the pack has': 0.92 }
	},
	tells: 'Plugged again the cells are there.',
	remedies: ['press the balance plug home', 'mend the plug'],
	families: ['lithium']
});
