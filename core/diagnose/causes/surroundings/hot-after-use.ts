import { cause } from '../../cause';

export const hotAfterUse = cause({
	id: 'hot-after-use',
	name: 'It is hot from use',
	area: 'surroundings',
	burns: true,
	action: 'cool it',
	odds: { 'hot-pack': 52 },
	shows: {
		'used-just-now': { yes: 0.95 },
		'pack-warm': { hot: 0.7, warm: 0.3 },
		'charge-share': { little: 0.6 },
		eye: { 'sound, nothing smells': 0.985 },
		resistance: { 'as ever': 0.8 }
	},
	tells: 'It was used just before; warm all over, not in one place.',
	remedies: ['outside, half an hour to an hour, then measure it'],
	never: 'Do not charge it warm.'
});
