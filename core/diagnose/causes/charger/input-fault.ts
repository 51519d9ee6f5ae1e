import { cause } from '../../cause';

export const inputFault = cause({
	id: 'input-fault',
	name: 'The charger’s own input or electronics',
	area: 'charger',
	burns: false,
	action: 'calibrate',
	odds: { 'no-pack': 3, restarts: 2, input: 5, 'first-screen': 8, 'cells-zero': 2, 'several-stop': 3 },
	shows: {
		'other-pack': { 'same trouble': 0.95 },
		'other-channel': { cured: 0.9 },
		'other-lead': { same: 0.95 },
		reseat: { 'as before': 0.95 },
		'meter-plug': { 'as expected': 0.95 },
		'meter-lead': { 'as at the plug': 0.95 },
		'fewer-amps': { 'same trouble': 0.8 }
	},
	tells: 'Every pack has it on this channel, and none on another.',
	remedies: ['another channel; have it looked at']
});
