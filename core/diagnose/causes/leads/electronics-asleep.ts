import { cause } from '../../cause';

export const electronicsAsleep = cause({
	id: 'electronics-asleep',
	name: 'Its own electronics are asleep, or both leads are off',
	area: 'leads',
	burns: false,
	action: 'wake',
	odds: { 'no-pack': 4 },
	shows: {
		count: { none: 0.9 },
		'cell-page': { 'all zero': 0.8 },
		'meter-plug': { nothing: 0.85 },
		'other-pack': { 'works well': 0.95 },
		emptied: { 'empty for days': 0.6 },
		reseat: { cured: 0.1 },
		'meter-taps': { level: 0.55, 'all low': 0.4 },
		'main-sum': { 'main reads nothing': 0.8 }
	},
	tells: 'Nothing at all is seen, on any lead, of a pack that has electronics.',
	remedies: ['plug both leads', 'wake it as its maker says']
});
