import { cause } from '../../cause';

export const chargerOff = cause({
	id: 'charger-off',
	name: 'The charger ends too high: its end or its calibration is off',
	area: 'charger',
	burns: true,
	action: 'calibrate',
	odds: { 'ends-high': 14, disagree: 26, 'volts-odd': 2, 'cells-part': 2, 'goes-on': 1, 'not-quite': 0.3 },
	shows: {
		'charger-meter': { 'charger reads lower': 0.84, agree: 0.15 },
		'cell-page': { level: 0.85 },
		'other-channel': { cured: 0.75 },
		'other-pack': { 'same trouble': 0.9 },
		'meter-taps': { 'all over': 0.6, level: 0.3 },
		'rest-after': { 'stay near the end': 0.9 },
		label: { 'as set': 0.95 }
	},
	tells: 'The meter at the taps reads more than the set end, in every pack.',
	remedies: ['calibrate it', 'do not use it until then'],
	never: 'Do not charge lithium on it unwatched.'
});
