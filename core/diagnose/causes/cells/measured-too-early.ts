import { cause } from '../../cause';

export const measuredTooEarly = cause({
	id: 'measured-too-early',
	name: 'Measured too early: it had not settled',
	area: 'cells',
	burns: false,
	action: 'read again',
	odds: { 'all-fall': 12, 'cell-falls': 10, 'not-quite': 8, disagree: 8 },
	shows: {
		'hour-later': { level: 0.9 },
		'day-later': { level: 0.95 },
		'meter-taps': { level: 0.9 },
		'cell-page': { level: 0.9 }
	},
	tells: 'An hour later all is level.',
	remedies: ['measure an hour after the end']
});
