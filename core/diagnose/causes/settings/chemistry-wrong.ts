import { cause } from '../../cause';

export const chemistryWrong = cause({
	id: 'chemistry-wrong',
	name: 'The chemistry, or its nominal family, is set wrong',
	area: 'settings',
	burns: true,
	action: 'set right',
	odds: { 'volts-odd': 14, 'ends-high': 10, 'not-quite': 1, 'few-mah': 2, 'stopped-at-limit': 3 },
	shows: {
		label: { 'something else': 0.93 },
		'cell-page': { 'all low': 0.3, 'all high': 0.3 },
		'near-end': { yes: 0.6 },
		held: { 'other values': 0.4 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.88 } } },
	tells: 'The label and its printed volts say another chemistry.',
	remedies: ['set it right; look whether it was over-charged'],
	never: 'Nothing more goes in before the cells are metered.'
});
