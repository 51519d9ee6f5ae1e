import { cause } from '../../cause';

export const hotPlug = cause({
	id: 'hot-plug',
	name: 'A plug or lead with much resistance',
	area: 'leads',
	burns: true,
	action: 'replace lead',
	odds: { 'current-falls': 22, 'less-current': 5, 'hot-plug': 82, 'few-mah': 6, 'cuts-early': 6 },
	shows: {
		'plug-warm': { hot: 0.75, warm: 0.2 },
		'main-sum': { 'main a little more': 0.85, agree: 0.12 },
		'across-plug': { 'a tenth of a volt or more': 0.95 },
		resistance: { 'as ever': 0.6, 'all higher': 0.35 },
		'other-lead': { cured: 0.6 },
		reseat: { cured: 0.15 },
		'cell-page': { level: 0.93 },
		'near-end': { yes: 0.85 },
		when: { 'as volts rose': 0.7 },
		'rest-after': { 'fall well below': 0.85 },
		air: { 'as in a room': 0.85 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.93 } } },
	tells:
		'The plug is warmer than the pack, and the main volts stand above the sum of the cells while current flows.',
	remedies: ['solder the plug anew', 'replace plug or lead'],
	never: 'Do not go on with a plug that is too warm to hold.'
});
