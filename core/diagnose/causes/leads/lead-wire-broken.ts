import { cause } from '../../cause';

export const leadWireBroken = cause({
	id: 'lead-wire-broken',
	name: 'A wire or joint in the charge lead is broken',
	area: 'leads',
	burns: false,
	action: 'reseat',
	odds: { 'no-pack': 15, restarts: 3, jumps: 3 },
	shows: {
		count: { none: 0.85 },
		'main-sum': { 'main reads nothing': 0.85, agree: 0.1 },
		reseat: { cured: 0.12 },
		'meter-plug': { 'as expected': 0.97 },
		'meter-lead': { nothing: 0.9 },
		'other-lead': { cured: 0.95 },
		'other-pack': { 'same trouble': 0.92 },
		'other-channel': { cured: 0.15 },
		'cell-page': { level: 0.93 }
	},
	tells: 'Another lead cures it; at its end there are no volts, at the pack’s plug there are.',
	remedies: ['use another lead', 'solder the joint anew, one wire after the other']
});
