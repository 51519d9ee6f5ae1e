import { cause } from '../../cause';

export const lihvAsLipo = cause({
	id: 'lihv-as-lipo',
	name: 'A high-voltage pack charged as an ordinary one',
	area: 'settings',
	burns: false,
	action: 'go on',
	odds: { 'not-quite': 16, 'few-mah': 5, 'cuts-early': 2 },
	shows: {
		label: { 'something else': 0.9 },
		'cell-page': { level: 0.93 },
		'meter-taps': { level: 0.93 },
		'near-end': { yes: 0.9 },
		'charger-meter': { agree: 0.95 },
		'rest-after': { 'stay near the end': 0.9 }
	},
	tells: 'It ends at 4.20 V and the label says 4.35 V.',
	remedies: ['safe as it is; set its own chemistry for the rest'],
	families: ['lithium']
});
