import { cause } from '../../cause';

export const endedALittleLow = cause({
	id: 'ended-a-little-low',
	name: 'Within what meters and age make of it',
	area: 'normal',
	burns: false,
	action: 'go on',
	odds: { 'not-quite': 46, disagree: 36, 'ends-high': 2 },
	shows: {
		'charger-meter': { agree: 0.88 },
		// What taper and meters leave, they leave in every pack of this channel.
		'other-pack': { 'same trouble': 0.25 },
		'other-channel': { cured: 0.3 },
		'cell-page': { level: 0.93 },
		'meter-taps': { level: 0.93 },
		'rest-after': { 'stay near the end': 0.95 },
		'hour-later': { level: 0.93 },
		label: { 'as set': 0.97 }
	},
	tells: 'A few hundredths of a volt, within the errors of charger and meter.',
	remedies: ['normal']
});
