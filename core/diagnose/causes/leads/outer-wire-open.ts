import { cause } from '../../cause';

export const outerWireOpen = cause({
	id: 'outer-wire-open',
	name: 'An outer balance wire is open',
	area: 'leads',
	burns: true,
	action: 'mend balance lead',
	odds: { 'cell-odd': 22, 'cell-low': 5, 'volts-odd': 2 },
	shows: {
		'cell-page': { 'an end cell zero': 0.88, 'one low': 0.06 },
		'main-sum': { 'main more by a cell': 0.9 },
		'meter-taps': { 'a tap reads nothing': 0.9 },
		reseat: { cured: 0.12 },
		'other-channel': { cured: 0.05 },
		'other-pack': { 'works well': 0.97 },
		count: { 'one less': 0.2, 'as the pack has': 0.75 }
	},
	tells: 'An end cell reads nothing, the cells’ total is short by it, and the main volts are right.',
	remedies: ['mend the wire or crimp; check each tap against the black one'],
	never: 'Never charge that pack with balance until then.',
	families: ['lithium']
});
