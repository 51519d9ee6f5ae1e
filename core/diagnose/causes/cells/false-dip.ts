import { cause } from '../../cause';

export const falseDip = cause({
	id: 'false-dip',
	name: 'A false dip',
	area: 'cells',
	burns: false,
	action: 'coarser end',
	odds: { 'nickel-early': 55, 'few-mah': 10, 'full-on-empty': 18 },
	shows: {
		'charge-share': { little: 0.96 },
		'pack-warm': { cool: 0.88, warm: 0.11 },
		'rest-after': { 'low as before': 0.75, 'fall well below': 0.15 },
		emptied: { 'full or part charged for weeks': 0.4, 'empty for days': 0.25 },
		'was-full': { low: 0.7, 'part charged': 0.25 },
		'capacity-check': { 'holds what it should': 0.85 },
		'other-channel': { cured: 0.3 }
	},
	tells: 'It ended within minutes, cool, with the volts still near the start.',
	remedies: [
		'ten minutes of rest, then a few millivolts coarser, with timer and capacity limit on',
		'start again from its true charge'
	],
	families: ['nickel']
});
