import { cause } from '../../cause';

export const leftOverSetting = cause({
	id: 'left-over-setting',
	name: 'A setting left over from another pack',
	area: 'settings',
	burns: true,
	action: 'set right',
	odds: { 'count-differs': 55, 'volts-odd': 22, 'settings-changed': 25 },
	shows: {
		label: { 'something else': 0.9 },
		held: { 'other values': 0.4 },
		'meter-taps': { level: 0.93 },
		'cell-page': { level: 0.9 },
		count: { 'another number': 0.6, 'one less': 0.25 },
		'meter-plug': { 'as expected': 0.9 },
		'other-pack': { 'works well': 0.6, 'same trouble': 0.4 }
	},
	tells: 'The label says other cells, or another chemistry, than are set.',
	remedies: ['key in what the label says; look at every line'],
	never: 'Do not start with what is on the screen.'
});
