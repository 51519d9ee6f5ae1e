import { limitsAt } from '../../../charger/envelope';
import { amps, cRate, text } from '../../../quantity/format';
import { ceilToStep } from '../../../quantity/step';
import { heldSetting } from '../../../request/context';
import { PRACTICE, type Fix, type Rule, type RuleInput } from '../../rule';

/**
 * Raising the cap, where the pack bears the current and the charger can hold such a cap; null
 * where it must be the current.
 */
function raised({ r, settings }: RuleInput): { rateC: number; fix: Fix } | null {
	const held = heldSetting(r, 'rateCapC');
	if (!held || held.fixed) return null;
	const bears = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV)
		.filter((l) => l.side === 'pack' && l.id !== 'purpose rate')
		.every((l) => settings.currentA <= l.currentA + 1e-9);
	// The charger counts it from the capacity that is keyed, which is the label's.
	const rateC = ceilToStep(settings.currentA / r.pack.capacityAh, held.step);
	if (!bears || rateC > held.max + 1e-9) return null;
	return {
		rateC,
		fix: {
			label: `${cRate(rateC)} is keyed in now`,
			kind: 'hold',
			setting: 'rateCapC',
			channelId: held.channelId,
			task: held.task,
			chemistry: held.chemistry,
			value: rateC
		}
	};
}

export const rateCapLowers: Rule = {
	id: 'rate-cap-lowers',
	title: 'A held rate cap silently lowers the current',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check(input) {
		const { r, settings, solved } = input;
		const cap = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).find((l) => l.id === 'rate cap');
		if (!cap || settings.currentA <= cap.currentA + 1e-9) return null;
		const up = raised(input);
		const ways = up
			? ` Raise the cap to ${cRate(up.rateC)}, which this pack bears, or set ${text(amps(cap.currentA))}.`
			: '';
		return {
			sentence: `${text(amps(settings.currentA))} is set but the ${cap.label} lowers it to ${text(amps(cap.currentA))} without saying so.${ways}`,
			fix: up?.fix ?? {
				label: `Set ${text(amps(solved.currentA))}`,
				kind: 'set',
				set: { currentA: solved.currentA }
			}
		};
	}
};
