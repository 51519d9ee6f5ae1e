import { cause } from '../../cause';

export const deadCell = cause({
	id: 'dead-cell',
	name: 'A dead or shorted cell',
	area: 'cells',
	burns: true,
	action: 'retire',
	odds: {
		'cell-low': 14,
		'count-differs': 5,
		'cell-odd': 8,
		'took-more': 8,
		'volts-odd': 8,
		'full-on-empty': 6,
		'cell-falls': 4
	},
	shows: {
		paused: { 'as far apart as before': 0.9 },
		'cell-page': { 'an end cell zero': 0.2, 'one low': 0.72 },
		'meter-taps': { 'one near nothing': 0.88 },
		'meter-plug': { 'a cell short': 0.9 },
		count: { 'one less': 0.8 },
		'main-sum': { agree: 0.93 },
		reseat: { cured: 0.01 },
		'other-channel': { cured: 0.02 },
		'other-pack': { 'works well': 0.97 },
		'hour-later': { 'one lower': 0.9 },
		'day-later': { 'one lower': 0.95 },
		'pack-warm': { warm: 0.4, hot: 0.1 }
	},
	tells: 'A cell near nothing on the meter, or one that falls again within the hour.',
	remedies: ['retire the pack; discharge it first where local rules ask for it'],
	never: 'Never charge it, not at any current.'
});
