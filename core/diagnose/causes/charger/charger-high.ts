import { cause } from '../../cause';

export const chargerHigh = cause({
	id: 'charger-high',
	name: 'The charger reads too high, and ends too low',
	area: 'charger',
	burns: false,
	action: 'calibrate',
	odds: { 'not-quite': 6, disagree: 26, 'few-mah': 2, 'volts-odd': 1, 'cells-part': 1, 'goes-on': 1 },
	shows: {
		'charger-meter': { 'charger reads higher': 0.92 },
		'cell-page': { level: 0.85 },
		'other-channel': { cured: 0.75 },
		'other-pack': { 'same trouble': 0.9 },
		'meter-taps': { level: 0.9 },
		'rest-after': { 'fall well below': 0.45 },
		label: { 'as set': 0.95 }
	},
	tells: 'The meter at the taps reads less than the charger, in every pack.',
	remedies: ['calibrate it', 'do not discharge on it until then: it ends lower than it says']
});
