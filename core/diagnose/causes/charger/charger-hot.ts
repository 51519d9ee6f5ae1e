import { cause } from '../../cause';

export const chargerHot = cause({
	id: 'charger-hot',
	name: 'The charger is hot, its vents are shut',
	area: 'charger',
	burns: false,
	action: 'give air',
	odds: { 'hot-charger': 88, 'less-current': 2, 'stopped-at-limit': 3, 'discharge-slow': 3 },
	shows: {
		'charger-warm': { 'hot, or the fan still': 0.93 },
		vents: { 'shut or in the sun': 0.65 },
		air: { hot: 0.25 },
		'other-channel': { cured: 0.7 }
	},
	tells: 'It is hot to the hand, often after a long discharge.',
	remedies: ['clear the vents, out of the sun', 'fewer watts']
});
