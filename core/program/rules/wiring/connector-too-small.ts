import { connectorOf } from '../../../pack/connector';
import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const connectorTooSmall: Rule = {
	id: 'connector-too-small',
	title: 'Connector too small for the current',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const connector = connectorOf(r.pack.connectorId, r.envelope.connectors);
		if (!connector || settings.currentA <= connector.currentA + 1e-9) return null;
		return {
			sentence: `The ${connector.name} carries ${text(amps(connector.currentA))}; ${text(amps(settings.currentA))} would heat it.`,
			fix:
				solved.currentA <= connector.currentA
					? { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
					: undefined
		};
	}
};
