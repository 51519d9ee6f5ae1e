import { cause } from '../../cause';

export const plugNotHome = cause({
	id: 'plug-not-home',
	name: 'The main plug is not fully home, or the lead is open',
	area: 'leads',
	burns: false,
	action: 'reseat',
	odds: { 'no-pack': 70, 'first-screen': 5, jumps: 4 },
	shows: {
		count: { none: 0.85 },
		'main-sum': { 'main reads nothing': 0.85, agree: 0.1 },
		reseat: { cured: 0.7 },
		'meter-plug': { 'as expected': 0.97 },
		'meter-lead': { nothing: 0.75 },
		'other-lead': { cured: 0.85 },
		'other-channel': { cured: 0.3 },
		'other-pack': { 'same trouble': 0.6 },
		'cell-page': { level: 0.93 }
	},
	tells:
		'Pressed home it comes back; a meter at the end of the lead shows nothing while the pack’s plug has its volts.',
	remedies: ['press the plug home', 'mend or swap the charge lead', 'clean or replace a worn plug']
});
