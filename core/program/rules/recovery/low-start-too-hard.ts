import { firstPartOf } from '../../../forecast/first-part';
import { ratedAh } from '../../../pack/rated';
import { heldSetting } from '../../../request/context';
import type { Overrides } from '../../../request/settings';
import { milliampHours, minutes, text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';
import { tooStrong } from './too-strong';

export const lowStartTooHard: Rule = {
	id: 'low-start-too-hard',
	title: 'A pack this low charged too hard',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const first = firstPartOf(r);
		if (first === null || r.chemistry.traits.lowStart === null) return null;
		const mostA = first.rateC * ratedAh(r.pack);
		// A charger's least limit may be above it; then a person ends it.
		const mostAh = Math.max(first.ah, heldSetting(r, 'capacityLimitAh')?.min ?? Infinity);
		const mostMin = first.longestMin ?? Infinity;
		const wrong: { says: string; set: Overrides; mends: boolean } | null =
			settings.currentA > mostA + 1e-9
				? {
						says: tooStrong(r, settings.currentA, mostA),
						set: { currentA: solved.currentA },
						mends: solved.currentA <= mostA + 1e-9
					}
				: (settings.capacityLimitAh ?? Infinity) > mostAh + 1e-9
					? {
							says: `${settings.capacityLimitAh === null ? 'no capacity limit' : text(milliampHours(settings.capacityLimitAh))} instead of ${text(milliampHours(mostAh))}`,
							set: { capacityLimitAh: solved.capacityLimitAh },
							mends: solved.capacityLimitAh !== null && solved.capacityLimitAh <= mostAh + 1e-9
						}
					: (settings.safetyTimerMin ?? Infinity) > mostMin && heldSetting(r, 'safetyTimerMin')
						? {
								says: `${settings.safetyTimerMin === null ? 'no timer' : text(minutes(settings.safetyTimerMin))} instead of at most ${mostMin} min`,
								set: { safetyTimerMin: solved.safetyTimerMin },
								mends: solved.safetyTimerMin !== null && solved.safetyTimerMin <= mostMin
							}
						: null;
		if (wrong === null) return null;
		return {
			sentence: `Resting at ${text(volts(first.restsAtV))} a cell it is begun gently, and read again: ${wrong.says}.`,
			fix: wrong.mends ? { label: 'Set the gentle start', kind: 'set', set: wrong.set } : undefined
		};
	}
};
