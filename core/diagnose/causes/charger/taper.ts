import { cause } from '../../cause';

export const taper = cause({
	id: 'taper',
	name: 'The taper: it is near the end',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'less-current': 22, 'current-falls': 26, 'goes-on': 24 },
	shows: {
		paused: { level: 0.92 },
		'near-end': { yes: 0.97 },
		when: { 'as volts rose': 0.7 },
		watts: { no: 0.92 },
		'cell-page': { level: 0.92 },
		'main-sum': { agree: 0.93 },
		'plug-warm': { 'as the pack': 0.97 },
		resistance: { 'as ever': 0.9 },
		input: { steady: 0.95 },
		'charge-share': { 'about what was missing': 0.85 },
		'pack-warm': { cool: 0.7, warm: 0.29 },
		'rest-after': { 'stay near the end': 0.95 },
		held: { 'as programmed': 0.93 }
	},
	tells: 'The volts are at their end and the current falls, as it does.',
	remedies: ['normal; wait'],
	families: ['lithium', 'lead']
});
