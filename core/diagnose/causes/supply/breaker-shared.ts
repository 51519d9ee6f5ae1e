import { cause } from '../../cause';

export const breakerShared = cause({
	id: 'breaker-shared',
	name: 'A breaker, socket or adapter is shared by too many',
	area: 'supply',
	burns: false,
	action: 'spread load',
	odds: { 'several-stop': 90, restarts: 2 },
	shows: {
		breaker: { 'other chargers or heaters': 0.95 },
		input: { 'too low or none': 0.6 },
		'other-channel': { same: 0.9 }
	},
	tells: 'Several stop together; their watts together are more than it bears.',
	remedies: ['spread them over breakers and sockets; start one after the other']
});
