import { cause } from '../../cause';

export const innerWireOpen = cause({
	id: 'inner-wire-open',
	name: 'An inner balance wire is open',
	area: 'leads',
	burns: true,
	action: 'mend balance lead',
	odds: { 'cell-odd': 46, 'cells-part': 4, jumps: 2, 'ends-high': 2 },
	shows: {
		'cell-page': { 'zero beside double': 0.85, level: 0.08 },
		'main-sum': { agree: 0.93 },
		'meter-taps': { 'a tap reads nothing': 0.88 },
		reseat: { cured: 0.12 },
		'other-channel': { cured: 0.05 },
		'other-pack': { 'works well': 0.97 },
		count: { 'as the pack has': 0.88 }
	},
	tells: 'Zero stands beside double and the total is right; a tap reads nothing on the meter.',
	remedies: ['mend the wire or crimp; check each tap against the black one'],
	never: 'Never charge that pack with balance until then.',
	families: ['lithium']
});
