import { limitsAt } from '../../../charger/envelope';
import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const rateCapLowers: Rule = {
	id: 'rate-cap-lowers',
	title: 'A held rate cap silently lowers the current',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const cap = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).find((l) => l.id === 'rate cap');
		if (!cap || settings.currentA <= cap.currentA + 1e-9) return null;
		return {
			sentence: `${text(amps(settings.currentA))} is set but the ${cap.label} lowers it to ${text(amps(cap.currentA))} without saying so.`,
			fix: { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
		};
	}
};
