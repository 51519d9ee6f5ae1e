import { cause } from '../../cause';

export const ownLimitMisread = cause({
	id: 'own-limit-misread',
	name: 'Our own limit, from a start that was misread',
	area: 'settings',
	burns: false,
	action: 'read again',
	odds: { 'stopped-at-limit': 32, 'few-mah': 3 },
	shows: {
		'reading-age': { 'old, or used since': 0.9 },
		held: { 'as programmed': 0.9 },
		'charge-share': { 'about what was missing': 0.7 },
		'near-end': { 'no, well below': 0.8 },
		'cell-page': { level: 0.85 }
	},
	tells: 'It stopped at our figure with the volts still low, and the reading was old.',
	remedies: ['measure it again and go on from there']
});
