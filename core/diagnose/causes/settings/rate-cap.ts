import { cause } from '../../cause';

export const rateCap = cause({
	id: 'rate-cap',
	name: 'A rate cap, a keyed capacity or a fixed current holds it down',
	area: 'settings',
	burns: false,
	action: 'change held',
	odds: { 'less-current': 14 },
	shows: {
		held: { 'a limit or cap at just that figure': 0.85 },
		when: { 'from the start': 0.93 },
		watts: { no: 0.93 },
		'near-end': { 'no, well below': 0.9 },
		input: { steady: 0.94 },
		'others-run': { no: 0.75 },
		'plug-warm': { 'as the pack': 0.95 },
		'other-pack': { 'same trouble': 0.6 }
	},
	tells:
		'The charger holds a cap, or works the current out from the capacity that is keyed, and it comes to just that.',
	remedies: ['raise the cap', 'key the capacity that the pack has', 'or accept it']
});
