import { cause } from '../../cause';

export const miscountedUsed = cause({
	id: 'miscounted-used',
	name: 'A used pack, miscounted by its volts',
	area: 'cells',
	burns: true,
	action: 'meter cells',
	odds: { 'count-differs': 12, 'volts-odd': 8 },
	shows: {
		count: { 'one less': 0.93 },
		'cell-page': { 'all low': 0.85 },
		'meter-taps': { 'all low': 0.9 },
		'meter-plug': { 'a cell short': 0.85 },
		label: { 'as set': 0.95 },
		'main-sum': { agree: 0.93 },
		emptied: { 'used lately': 0.5, 'empty for days': 0.4 },
		reseat: { cured: 0.02 },
		'other-pack': { 'works well': 0.97 }
	},
	tells: 'All cells stand low alike, as many as the label says.',
	remedies: [
		'key the count only if as many cells as the label says stand above the hard floor',
		'else recovery, or retire'
	],
	never: 'Never key a count that was not metered.'
});
