import { ratedAh } from '../../../pack/rated';
import { text, watts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const sharedPowerInUse: Rule = {
	id: 'shared-power-in-use',
	title: 'Another channel uses part of the power',
	severity: 'note',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const shared = r.charger.sharedPowerW;
		if (shared === null || r.othersOutputW <= 0) return null;
		const wanted = settings.currentA * r.pack.cells * settings.endVoltageV;
		const left = Math.max(0, shared - r.othersOutputW);
		const purpose = Math.min(...r.envelope.packRates.map((p) => p.rateC)) * ratedAh(r.pack);
		if (wanted <= left && settings.currentA >= purpose * 0.95) return null;
		return {
			sentence: `The other channels of ${r.charger.name} use ${text(watts(r.othersOutputW))} of ${text(watts(shared))}; when they end, more is possible.`
		};
	}
};
