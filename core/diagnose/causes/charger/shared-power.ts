import { cause } from '../../cause';

export const sharedPower = cause({
	id: 'shared-power',
	name: 'The channels share their power',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'less-current': 9, 'current-falls': 6, jumps: 4 },
	shows: {
		'others-run': { yes: 0.97 },
		when: { 'when another began': 0.85 },
		watts: { 'yes, just that': 0.7 },
		input: { steady: 0.94 },
		'near-end': { 'no, well below': 0.8 },
		'plug-warm': { 'as the pack': 0.96 },
		'cell-page': { level: 0.93 }
	},
	tells: 'It fell when the other channel began.',
	remedies: ['plan them one after the other, or accept it']
});
