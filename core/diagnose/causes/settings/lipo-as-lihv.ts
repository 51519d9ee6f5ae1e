import { cause } from '../../cause';

export const lipoAsLihv = cause({
	id: 'lipo-as-lihv',
	name: 'An ordinary pack charged to the high-voltage end',
	area: 'settings',
	burns: true,
	action: 'take out',
	odds: { 'ends-high': 22, 'hot-pack': 3, swollen: 2 },
	shows: {
		label: { 'something else': 0.93 },
		'cell-page': { 'all high': 0.9 },
		'meter-taps': { 'all over': 0.9 },
		'charger-meter': { agree: 0.93 },
		'pack-warm': { warm: 0.5, hot: 0.2 },
		eye: { 'swollen, dented or leaking': 0.15 }
	},
	tells: 'All cells are over alike, and the label says 4.20 V.',
	remedies: ['out, watched, outdoors; discharge gently, retire'],
	never: 'Do not use it again as if nothing had been.',
	families: ['lithium']
});
