import { cause } from '../../cause';

export const storageFixed = cause({
	id: 'storage-fixed',
	name: 'The storage volts are fixed lower than wished',
	area: 'settings',
	burns: false,
	action: 'stop by hand',
	odds: { 'storage-past': 86 },
	shows: {
		held: { 'a limit or cap at just that figure': 0.8 },
		'cell-page': { level: 0.93 },
		'charger-meter': { agree: 0.93 }
	},
	tells: 'It goes to the volts that it has, not to those that are wished.',
	remedies: ['stop it by hand at the volts you want'],
	families: ['lithium']
});
