import { limitsAt } from '../../../charger/envelope';
import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const currentFalls: Rule = {
	id: 'current-falls',
	title: 'The charger cannot hold this current',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const fullV = r.pack.cells * settings.endVoltageV;
		// Only power falls with the volts; what is capped is capped from the start.
		const limit = limitsAt(r.envelope, fullV).find(
			(l) => l.side === 'charger' && l.id !== 'channel current' && l.id !== 'rate cap'
		);
		if (!limit || settings.currentA <= limit.currentA + 1e-9) return null;
		return {
			sentence: `Current will fall to ${text(amps(limit.currentA))} as the pack fills (${limit.label}). That is the limit at work, not a fault.`
		};
	}
};
