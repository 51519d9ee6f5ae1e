import { ratedAh } from '../../../pack/rated';
import { limitsAt } from '../../../charger/envelope';
import { amps, cRate, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const currentAbovePack: Rule = {
	id: 'current-above-pack',
	title: 'More current than the pack may take',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const limits = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV);
		const bearing = limits.filter(
			(l) => l.side === 'pack' && !['purpose rate', 'connector', 'lead'].includes(l.id)
		);
		const least = bearing[0];
		if (!least || settings.currentA <= least.currentA + 1e-9) return null;
		const rate = settings.currentA / ratedAh(r.pack);
		return {
			sentence: `${text(amps(settings.currentA))} is ${cRate(rate)} and the pack takes ${text(amps(least.currentA))} (${least.label}).`,
			fix:
				solved.currentA <= least.currentA
					? { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
					: undefined
		};
	}
};
