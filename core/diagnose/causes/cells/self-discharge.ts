import { cause } from '../../cause';

export const selfDischarge = cause({
	id: 'self-discharge',
	name: 'Self-discharge, or its own electronics at work',
	area: 'cells',
	burns: false,
	action: 'go on',
	odds: { 'all-fall': 82, 'cell-falls': 3, 'full-on-empty': 5 },
	shows: {
		'day-later': { 'all lower': 0.8, level: 0.18 },
		'hour-later': { level: 0.6, 'all lower': 0.38 },
		'meter-taps': { level: 0.7, 'all low': 0.28 },
		'cell-page': { level: 0.8 },
		'pack-warm': { cool: 0.8 },
		emptied: { 'full or part charged for weeks': 0.6 }
	},
	tells: 'All cells are lower alike; some packs let themselves down after days, mildly warm.',
	remedies: ['nothing, or to storage sooner']
});
