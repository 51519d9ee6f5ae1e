import { cause } from '../../cause';

export const supplyLimits = cause({
	id: 'supply-limits',
	name: 'The supply limits or trips',
	area: 'supply',
	burns: false,
	action: 'help supply',
	odds: { restarts: 80, 'less-current': 3, input: 22, jumps: 4 },
	shows: {
		input: { 'sagging under load': 0.8, 'too low or none': 0.1 },
		'fewer-amps': { 'it holds': 0.93 },
		'other-channel': { cured: 0.25 },
		'other-pack': { 'same trouble': 0.75 },
		when: { 'as volts rose': 0.3, 'from the start': 0.3, suddenly: 0.35 },
		breaker: { little: 0.85 },
		'cell-page': { level: 0.92 },
		'plug-warm': { 'as the pack': 0.93 }
	},
	tells: 'Sooner with more amps, and the input volts fall.',
	remedies: ['fewer amps', 'a stronger supply']
});
