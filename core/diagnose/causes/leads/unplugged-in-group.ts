import { cause } from '../../cause';

export const unpluggedInGroup = cause({
	id: 'unplugged-in-group',
	name: 'One pack of the group is unplugged, or its main plug is open',
	area: 'leads',
	burns: true,
	action: 'part and level',
	odds: { 'warm-balance': 70, 'cells-part': 2, 'few-mah': 2, 'took-more': 2 },
	shows: {
		joined: { joined: 0.995 },
		'plug-warm': { warm: 0.25 },
		reseat: { cured: 0.3 },
		'charge-share': { little: 0.35, 'more than it holds': 0.25 }
	},
	tells: 'Its balance wires are warm, and each pack measured apart stands elsewhere.',
	remedies: ['stop, part them, measure each; join again only when they are level'],
	never: 'Never join them again by the balance leads alone.',
	families: ['lithium']
});
