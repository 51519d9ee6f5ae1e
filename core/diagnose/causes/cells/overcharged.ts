import { cause } from '../../cause';

export const overcharged = cause({
	id: 'overcharged',
	name: 'Over-charged: cells above their limit',
	area: 'cells',
	burns: true,
	action: 'take out',
	odds: { 'ends-high': 18, swollen: 8, 'hot-pack': 6 },
	shows: {
		'cell-page': { 'all high': 0.55, 'one high': 0.35 },
		'meter-taps': { 'all over': 0.6, 'one over': 0.35 },
		label: { 'something else': 0.5 },
		'pack-warm': { warm: 0.55, hot: 0.3 },
		eye: { 'swollen, dented or leaking': 0.2 }
	},
	tells: 'The meter finds cells above their limit.',
	remedies: [
		'out of the house; up to 4.25 V balance down, watched; above, discharge the whole pack gently outdoors, then retire'
	],
	never: 'No further charge; nobody near its ends.',
	families: ['lithium']
});
