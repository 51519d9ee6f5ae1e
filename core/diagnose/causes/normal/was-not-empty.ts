import { cause } from '../../cause';

export const wasNotEmpty = cause({
	id: 'was-not-empty',
	name: 'It was not empty',
	area: 'normal',
	burns: false,
	action: 'go on',
	odds: { 'few-mah': 26, 'nickel-early': 20, 'discharge-early': 6, 'stopped-at-limit': 1 },
	shows: {
		'was-full': { 'nearly full': 0.5, 'part charged': 0.46 },
		'rest-after': { 'stay near the end': 0.95 },
		'charge-share': { 'about what was missing': 0.88, little: 0.1 },
		'pack-warm': { cool: 0.5, warm: 0.48 },
		'capacity-check': { 'holds what it should': 0.93 },
		resistance: { 'as ever': 0.9 },
		'cell-page': { level: 0.93 },
		emptied: { 'used lately': 0.5, 'full or part charged for weeks': 0.4 }
	},
	tells: 'It was full or part charged before, took what was missing, and rests full.',
	remedies: ['normal']
});
