import { leadFor } from '../../../charger/inventory';
import { PRACTICE, type Rule } from '../../rule';

export const noChargeLead: Rule = {
	id: 'no-charge-lead',
	title: 'No charge lead fits this pack',
	severity: 'check',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		const { inventory } = r.around;
		const { connectorId } = r.pack;
		if (!inventory || inventory.leads.length === 0 || connectorId === null) return null;
		if (leadFor(inventory, r.pack)) return null;
		const name = inventory.connectors.find((c) => c.id === connectorId)?.name ?? connectorId;
		return {
			sentence: `None of your charge leads and adapters ends in a ${name}.`,
			fix: { label: 'Look at the bench', kind: 'go', to: 'bench' }
		};
	}
};
