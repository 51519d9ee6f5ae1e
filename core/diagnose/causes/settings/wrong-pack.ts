import { cause } from '../../cause';

export const wrongPack = cause({
	id: 'wrong-pack',
	name: 'The wrong pack is plugged in',
	area: 'settings',
	burns: true,
	action: 'set right',
	odds: { 'count-differs': 15, 'volts-odd': 10, 'few-mah': 2 },
	shows: {
		label: { 'something else': 0.95 },
		count: { 'another number': 0.6, 'one less': 0.25 },
		'meter-plug': { 'another count': 0.6 },
		'meter-taps': { level: 0.93 },
		'cell-page': { level: 0.8 },
		wires: { 'another pack’s': 0.2 }
	},
	// What it ends, it ends before what was missing is in.
	in: { 'few-mah': { 'charge-share': { little: 0.85 } } },
	tells: 'The label is another pack’s.',
	remedies: ['swap the pack, or choose its own program'],
	never: 'Do not start it with another pack’s program.'
});
