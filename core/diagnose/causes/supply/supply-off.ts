import { cause } from '../../cause';

export const supplyOff = cause({
	id: 'supply-off',
	name: 'The supply is off, or its battery is at its floor',
	area: 'supply',
	burns: false,
	action: 'mend supply',
	odds: { input: 44, 'first-screen': 4, restarts: 2 },
	shows: {
		input: { 'too low or none': 0.94 },
		'other-pack': { 'same trouble': 0.93 },
		'fewer-amps': { 'same trouble': 0.75 },
		'cell-page': { level: 0.92 }
	},
	tells: 'The input volts are under what the charger needs.',
	remedies: ['charge or change the battery', 'switch the supply on']
});
