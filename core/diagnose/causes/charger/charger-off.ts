import { cause } from '../../cause';

export const chargerOff = cause({
	id: 'charger-off',
	name: 'The charger’s own end or calibration is off',
	area: 'charger',
	burns: true,
	action: 'calibrate',
	odds: { 'ends-high': 14, 'not-quite': 6, disagree: 52, 'volts-odd': 3, 'cells-part': 3, 'goes-on': 2 },
	shows: {
		'charger-meter': { 'charger reads lower': 0.47, 'charger reads higher': 0.47 },
		'cell-page': { level: 0.85 },
		'other-channel': { cured: 0.75 },
		'other-pack': { 'same trouble': 0.9 },
		'meter-taps': { 'all over': 0.35, level: 0.55 },
		label: { 'as set': 0.95 }
	},
	tells: 'The meter at the taps reads otherwise than the charger, in every pack.',
	remedies: ['calibrate it', 'do not use it until then'],
	never: 'Do not charge lithium on it unwatched.'
});
