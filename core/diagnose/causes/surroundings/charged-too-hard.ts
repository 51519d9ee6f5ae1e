import { cause } from '../../cause';

export const chargedTooHard = cause({
	id: 'charged-too-hard',
	name: 'It is charged too hard for what it is',
	area: 'surroundings',
	burns: true,
	action: 'cool it',
	odds: { 'hot-pack': 16 },
	shows: {
		'pack-warm': { hot: 0.75 },
		resistance: { 'all higher': 0.6 },
		'pack-age': { 'old or much used': 0.6 },
		'used-just-now': { no: 0.9 }
	},
	tells: 'It warms while it is charged, in all its cells.',
	remedies: ['stop, cool, then half the current'],
	never: 'Do not go on until it is cool and was looked at.'
});
