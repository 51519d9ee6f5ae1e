import { cause } from '../../cause';

export const dischargeWatts = cause({
	id: 'discharge-watts',
	name: 'The watts that it can turn into heat',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'discharge-slow': 90, 'less-current': 3, 'discharge-early': 2 },
	shows: {
		watts: { 'yes, just that': 0.96 },
		when: { 'from the start': 0.8 },
		'charger-warm': { 'as ever': 0.8 },
		input: { steady: 0.95 }
	},
	tells: 'Its discharge watts divided by the volts is just the current that it takes.',
	remedies: ['normal: it takes hours; a charger with more watts is faster']
});
