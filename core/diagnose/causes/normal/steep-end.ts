import { cause } from '../../cause';

export const steepEnd = cause({
	id: 'steep-end',
	name: 'The curve is steep there: little charge lies between its cells',
	area: 'normal',
	burns: false,
	action: 'go on',
	odds: { 'cells-part': 14, 'goes-on': 4, jumps: 3 },
	shows: {
		paused: { 'as far apart as before': 0.75, level: 0.15 },
		'cell-page': { 'one high': 0.55, 'one low': 0.3 },
		'meter-taps': { level: 0.7, 'one low': 0.25 },
		resistance: { 'as ever': 0.93 },
		'hour-later': { level: 0.93 },
		'day-later': { level: 0.93 },
		'main-sum': { agree: 0.93 },
		balanced: { lately: 0.85 },
		'balance-on': { yes: 0.85 },
		'charge-share': { 'about what was missing': 0.88 },
		'pack-warm': { cool: 0.65, warm: 0.34 },
		'plug-warm': { 'as the pack': 0.96 }
	},
	tells: 'Near its end a per cent of charge is tens of millivolts; balanced lately, level at rest.',
	remedies: ['normal; let it balance'],
	families: ['lithium']
});
