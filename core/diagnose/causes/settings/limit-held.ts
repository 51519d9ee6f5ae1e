import { cause } from '../../cause';

export const limitHeld = cause({
	id: 'limit-held',
	name: 'A timer or limit that the charger holds',
	area: 'settings',
	burns: false,
	action: 'change held',
	odds: { 'stopped-at-limit': 58, 'few-mah': 10, 'full-on-empty': 12, 'nickel-early': 4 },
	shows: {
		held: { 'a limit or cap at just that figure': 0.95 },
		'charge-share': { little: 0.75 },
		'rest-after': { 'low as before': 0.45, 'stay near the end': 0.35 },
		'near-end': { 'no, well below': 0.75 },
		'cell-page': { level: 0.9 }
	},
	// What it ends, it ends before what was missing is in.
	in: {
		'few-mah': { 'charge-share': { little: 0.93 } },
		'nickel-early': { 'charge-share': { little: 0.93 } }
	},
	tells: 'It stopped at exactly the figure that is held.',
	remedies: ['set it for this pack; put it back afterwards']
});
