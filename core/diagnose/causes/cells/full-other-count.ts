import { cause } from '../../cause';

export const fullOtherCount = cause({
	id: 'full-other-count',
	name: 'A full pack of another count',
	area: 'cells',
	burns: true,
	action: 'meter cells',
	odds: { 'count-differs': 5, 'volts-odd': 8 },
	shows: {
		count: { 'another number': 0.6, 'one less': 0.3 },
		'cell-page': { level: 0.5, 'all high': 0.3 },
		'meter-plug': { 'another count': 0.9 },
		label: { 'something else': 0.8 },
		'meter-taps': { level: 0.9 },
		'other-pack': { 'works well': 0.97 }
	},
	tells:
		'The sum stands in the window of another count; metered cell by cell there are other cells than were set.',
	remedies: ['stop until each cell is metered'],
	never: 'Do not start on a guess.'
});
