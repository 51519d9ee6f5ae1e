import { cause } from '../../cause';

export const packWireBroken = cause({
	id: 'pack-wire-broken',
	name: 'The pack’s own main wire or joint is broken',
	area: 'leads',
	burns: true,
	action: 'retire',
	odds: { 'no-pack': 8, 'cuts-early': 3 },
	shows: {
		count: { none: 0.85 },
		'main-sum': { 'main reads nothing': 0.9 },
		reseat: { cured: 0.06 },
		'meter-plug': { nothing: 0.92 },
		'meter-lead': { 'as at the plug': 0.9 },
		'other-lead': { cured: 0.02 },
		'other-channel': { cured: 0.02 },
		'other-pack': { 'works well': 0.97 },
		'cell-page': { level: 0.92 },
		'meter-taps': { level: 0.92 }
	},
	tells: 'The meter shows nothing at the pack’s own plug while its cells are good.',
	remedies: ['retire it, or have it mended by somebody who solders packs'],
	never: 'Do not charge it through the balance lead instead.'
});
