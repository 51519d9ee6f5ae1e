import { firstPartOf } from '../../../forecast/first-part';
import { restsLow } from '../../../pack/low-rest';
import { ratedAh } from '../../../pack/rated';
import { packVoltage } from '../../../pack/reading';
import { amps, cRate, milliampHours, text, volts } from '../../../quantity/format';
import { heldSetting } from '../../../request/context';
import { PRACTICE, type Fix, type Rule } from '../../rule';

export const leadLowTooHard: Rule = {
	id: 'lead-low-too-hard',
	title: 'A low lead battery charged too hard',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { lowRest } = r.chemistry.traits;
		if (!lowRest || r.taskData.recovers || !restsLow(r.pack, r.reading)) return null;
		const mostA = lowRest.rateC * ratedAh(r.pack);
		const perCell = text(volts(packVoltage(r.reading!) / r.pack.cells));
		if (settings.currentA > mostA + 1e-9) {
			const fix: Fix | undefined =
				solved.currentA <= mostA + 1e-9
					? { label: `Set ${text(amps(solved.currentA))}`, kind: 'set', set: { currentA: solved.currentA } }
					: undefined;
			return {
				sentence: `It rests at ${perCell} a cell: ${cRate(lowRest.rateC)}, ${text(amps(mostA))}, at most, and this program uses ${text(amps(settings.currentA))}. It heats and gasses when it is pushed.`,
				fix
			};
		}
		const givenAh = firstPartOf(r)?.ah ?? null;
		const held = heldSetting(r, 'capacityLimitAh');
		if (givenAh === null || !held) return null;
		const limit = settings.capacityLimitAh;
		// A charger's least limit may be above it; then a person ends it.
		if (limit !== null && limit <= Math.max(givenAh, held.min) + 1e-9) return null;
		return {
			sentence: `Drained, it is given ${text(milliampHours(givenAh))} and judged; this program ${limit === null ? 'has no capacity limit' : `lets ${text(milliampHours(limit))} in`}.`,
			fix:
				solved.capacityLimitAh !== null && solved.capacityLimitAh <= Math.max(givenAh, held.min) + 1e-9
					? {
							label: `Set ${text(milliampHours(solved.capacityLimitAh))}`,
							kind: 'set',
							set: { capacityLimitAh: solved.capacityLimitAh }
						}
					: undefined
		};
	}
};
