import { cause } from '../../cause';

export const notConfirmed = cause({
	id: 'not-confirmed',
	name: 'What it asked was not confirmed, or it starts by itself',
	area: 'settings',
	burns: false,
	action: 'stay and confirm',
	odds: { 'first-screen': 80, 'settings-changed': 3 },
	shows: {
		pressed: { yes: 0.93 },
		input: { steady: 0.94 },
		reseat: { 'as before': 0.9 },
		'cell-page': { level: 0.92 },
		'charger-warm': { 'as ever': 0.95 }
	},
	tells:
		'It asked, nobody answered, and it went back without a word; or it began before the leads were right.',
	remedies: ['stay until it counts amps', 'switch its own start off where it has one']
});
