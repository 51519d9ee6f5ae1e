import { cause } from '../../cause';

export const dischargeEndHeld = cause({
	id: 'discharge-end-held',
	name: 'The end of discharge is held high',
	area: 'settings',
	burns: false,
	action: 'change held',
	odds: { 'discharge-early': 44 },
	shows: {
		held: { 'a limit or cap at just that figure': 0.9 },
		'capacity-check': { 'much less': 0.6 },
		'meter-taps': { level: 0.9 },
		'rest-after': { 'stay near the end': 0.6 }
	},
	tells: 'It ends at 3.8 V a cell or so: just what is held.',
	remedies: ['set the end for this task']
});
