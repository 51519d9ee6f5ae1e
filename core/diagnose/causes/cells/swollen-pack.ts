import { cause } from '../../cause';

export const swollenPack = cause({
	id: 'swollen-pack',
	name: 'Swollen, dented or leaking',
	area: 'cells',
	burns: true,
	action: 'retire',
	odds: { swollen: 90, 'hot-pack': 8 },
	shows: {
		eye: { 'swollen, dented or leaking': 0.8, 'smells or hisses': 0.15 },
		'pack-warm': { warm: 0.3, hot: 0.1 }
	},
	tells: 'Eye, nose and hand say it.',
	remedies: ['never again; a safe place outside; disposal by local rules'],
	never: 'Never charge, press or pierce it.'
});
