import { cause } from '../../cause';

export const supplyLeadsSag = cause({
	id: 'supply-leads-sag',
	name: 'Long or thin supply leads sag',
	area: 'supply',
	burns: false,
	action: 'help supply',
	odds: { restarts: 15, input: 18, 'less-current': 2 },
	shows: {
		input: { 'sagging under load': 0.93 },
		'fewer-amps': { 'it holds': 0.9 },
		'other-pack': { 'same trouble': 0.8 },
		'cell-page': { level: 0.92 }
	},
	tells: 'Volts at the supply are right and at the charger’s input they are not.',
	remedies: ['shorter, thicker leads', 'fewer amps']
});
