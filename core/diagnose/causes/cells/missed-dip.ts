import { cause } from '../../cause';

export const missedDip = cause({
	id: 'missed-dip',
	name: 'A missed dip: it is full and goes on',
	area: 'cells',
	burns: true,
	action: 'count as full',
	odds: { 'nickel-late': 82, 'took-more': 18, 'hot-pack': 10 },
	shows: {
		'charge-share': { 'more than it holds': 0.93 },
		'pack-warm': { warm: 0.55, hot: 0.42 },
		rate: { slower: 0.8 },
		'near-end': { yes: 0.8 }
	},
	tells:
		'It is warm and more went in than it holds; below half its capacity an hour the dip is too small to see.',
	remedies: [
		'stop, let it cool to the room, count it as full',
		'next time at half its capacity an hour or faster, or by time'
	],
	never: 'Do not restart it now.',
	families: ['nickel']
});
