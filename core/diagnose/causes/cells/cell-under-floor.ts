import { cause } from '../../cause';

export const cellUnderFloor = cause({
	id: 'cell-under-floor',
	name: 'A cell is under its floor',
	area: 'cells',
	burns: true,
	action: 'recover or retire',
	odds: { 'cell-low': 55, 'count-differs': 3, 'volts-odd': 12, 'cells-part': 5, 'first-screen': 2 },
	shows: {
		paused: { 'as far apart as before': 0.85 },
		'cell-page': { 'one low': 0.92 },
		'meter-taps': { 'one low': 0.92 },
		'main-sum': { agree: 0.92 },
		emptied: { 'empty for days': 0.45 },
		reseat: { cured: 0.03 },
		'other-channel': { cured: 0.03 },
		'other-pack': { 'works well': 0.97 },
		count: { 'one less': 0.2 },
		'meter-plug': { 'as expected': 0.4, 'a cell short': 0.4 }
	},
	tells: 'The meter finds the same low cell at the balance plug, and the total is short by it.',
	remedies: [
		'recover it gently if it was emptied days ago at most and the cell is dry and flat',
		'retire it otherwise'
	],
	never: 'Do not key another count to get past it.'
});
