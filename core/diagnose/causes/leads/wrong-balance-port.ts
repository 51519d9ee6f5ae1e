import { cause } from '../../cause';

export const wrongBalancePort = cause({
	id: 'wrong-balance-port',
	name: 'The balance plug is shifted, in the wrong port, or its adapter is filled from the wrong end',
	area: 'leads',
	burns: true,
	action: 'sort leads',
	odds: { 'cells-zero': 7, 'cell-odd': 14, 'count-differs': 10, polarity: 8 },
	shows: {
		wires: { 'wrong port or shifted': 0.93 },
		'cell-page': { 'all zero': 0.3, 'an end cell zero': 0.25, 'zero beside double': 0.1 },
		count: { 'another number': 0.4, 'one less': 0.15 },
		reseat: { cured: 0.15 },
		'meter-taps': { level: 0.95 },
		'main-sum': { 'main more by a cell': 0.3 }
	},
	tells: 'The black pin is not at the marked end, or pins stand free at the wrong one.',
	remedies: ['black pin to the marked end, spare pins at the other', 'the port of its own count'],
	never: 'Do not force it; stop at a spark.',
	families: ['lithium']
});
