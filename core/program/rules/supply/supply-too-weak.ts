import { powerLimits } from '../../../charger/envelope';
import { text, watts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const supplyTooWeak: Rule = {
	id: 'supply-too-weak',
	title: 'Supply would sag or trip',
	severity: 'stop',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const limit = powerLimits(r.envelope).find((l) => l.id === 'supply power');
		const neededW = settings.currentA * r.pack.cells * settings.endVoltageV;
		if (!limit || !r.supply) return null;
		const others = powerLimits(r.envelope).filter((l) => l.id === 'channel power' || l.id === 'shared power');
		const drawnW = Math.min(neededW, ...others.map((l) => l.powerW));
		if (drawnW <= limit.powerW + 1e-6) return null;
		return {
			sentence: `${r.supply.name} lets ${r.charger.name} put out ${text(watts(limit.powerW))} and this would draw ${text(watts(drawnW))}: the supply sags or trips and the charger restarts.`,
			fix: { label: `Set ${solved.currentA} A`, kind: 'set', set: { currentA: solved.currentA } }
		};
	}
};
