import { cause } from '../../cause';

export const worn = cause({
	id: 'worn',
	name: 'Small capacity: the pack is worn',
	area: 'cells',
	burns: false,
	action: 'spare use',
	odds: {
		'few-mah': 28,
		'cuts-early': 20,
		'nickel-early': 18,
		'full-on-empty': 10,
		'discharge-early': 18,
		'stopped-at-limit': 2,
		'current-falls': 6
	},
	shows: {
		'capacity-check': { 'much less': 0.95 },
		'charge-share': { little: 0.8 },
		'pack-age': { 'old or much used': 0.85 },
		'rest-after': { 'stay near the end': 0.8 },
		resistance: { 'all higher': 0.5 },
		'was-full': { low: 0.78, 'part charged': 0.15 },
		'cell-page': { level: 0.85 },
		'pack-warm': { warm: 0.5 },
		emptied: { 'used lately': 0.7 }
	},
	// What it ends, it ends before what was missing is in.
	in: {
		'few-mah': { 'charge-share': { little: 0.85 } },
		'nickel-early': { 'charge-share': { little: 0.85 } }
	},
	tells: 'Few mAh from truly empty, and it rests high afterwards.',
	remedies: ['a capacity check', 'lower rate, easier use, then retire']
});
