import { cause } from '../../cause';

export const otherPacksLead = cause({
	id: 'other-packs-lead',
	name: 'It is another pack’s balance lead',
	area: 'leads',
	burns: true,
	action: 'sort leads',
	odds: { 'volts-odd': 6, 'cell-odd': 5, 'cell-low': 4, 'count-differs': 4 },
	shows: {
		wires: { 'another pack’s': 0.95 },
		'cell-page': { 'all low': 0.2, 'all high': 0.15, 'one low': 0.15 },
		'main-sum': { agree: 0.12, 'main a little more': 0.4, 'main more by a cell': 0.25 },
		'meter-taps': { level: 0.92 },
		reseat: { cured: 0.03 }
	},
	tells: 'Followed by hand the wires lead to another pack.',
	remedies: ['unplug all, start again with one pack on the bench'],
	never: 'Nothing flows while two packs are mixed up.',
	families: ['lithium']
});
