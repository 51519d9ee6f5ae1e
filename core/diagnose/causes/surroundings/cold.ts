import { cause } from '../../cause';

export const cold = cause({
	id: 'cold',
	name: 'The pack is cold',
	area: 'surroundings',
	burns: false,
	action: 'warm it',
	odds: {
		'current-falls': 10,
		'few-mah': 6,
		'cuts-early': 8,
		'less-current': 4,
		'cells-part': 4,
		'not-quite': 3
	},
	shows: {
		paused: { 'much closer at once': 0.3, level: 0.65 },
		air: { cold: 0.93 },
		resistance: { 'all higher': 0.85 },
		'rest-after': { 'fall well below': 0.75 },
		'pack-warm': { cool: 0.97 },
		'near-end': { yes: 0.85 },
		'cell-page': { level: 0.78, 'one high': 0.1, 'one low': 0.1 },
		'plug-warm': { 'as the pack': 0.97 },
		'charge-share': { little: 0.6 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.93 } } },
	tells: 'The thermometer says it; warmed, its resistance comes down.',
	remedies: ['bring it to room temperature first'],
	never: 'Never charge lithium below freezing.'
});
