import { cause } from '../../cause';

export const channelWatts = cause({
	id: 'channel-watts',
	name: 'The channel’s watts at these volts',
	area: 'charger',
	burns: false,
	action: 'go on',
	odds: { 'less-current': 42, 'current-falls': 14 },
	shows: {
		watts: { 'yes, just that': 0.96 },
		when: { 'as volts rose': 0.55, 'from the start': 0.42 },
		'near-end': { 'no, well below': 0.75 },
		input: { steady: 0.95 },
		held: { 'as programmed': 0.93 },
		'plug-warm': { 'as the pack': 0.96 },
		'cell-page': { level: 0.93 },
		'main-sum': { agree: 0.9 },
		'other-pack': { 'same trouble': 0.6 },
		resistance: { 'as ever': 0.9 }
	},
	tells: 'Watts divided by volts is just the current that it gives.',
	remedies: ['normal; a channel with more watts is faster']
});
