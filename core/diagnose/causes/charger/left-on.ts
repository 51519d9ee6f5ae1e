import { cause } from '../../cause';

export const leftOn = cause({
	id: 'left-on',
	name: 'It was left on a charger that had finished',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'all-fall': 5, 'not-quite': 10, 'full-on-empty': 4 },
	shows: {
		'hours-left-on': { 'hours or days': 0.95 },
		'cell-page': { level: 0.92 },
		'meter-taps': { level: 0.9 },
		'day-later': { level: 0.85 }
	},
	tells: 'It is lower than at the end, and stayed connected for hours.',
	remedies: ['unplug promptly']
});
