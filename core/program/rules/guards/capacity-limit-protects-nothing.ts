import { milliampHours, text } from '../../../quantity/format';
import { heldSetting } from '../../../request/context';
import { othersNeedOf } from '../../decide/guards';
import { guardSchool } from '../../guard-school';
import { limitIsProgram, mostProtectingAh } from '../../needs';
import { PRACTICE, type Fix, type Rule } from '../../rule';

export const capacityLimitProtectsNothing: Rule = {
	id: 'capacity-limit-protects-nothing',
	title: 'Capacity limit protects nothing',
	severity: 'check',
	protects: 'person',
	source: PRACTICE,
	check(input) {
		const { r, settings, solved } = input;
		const held = heldSetting(r, 'capacityLimitAh');
		if (!held) return null;
		const limit = settings.capacityLimitAh;
		const school = guardSchool(input, 'capacityLimitAh');
		const own: Fix | undefined =
			solved.capacityLimitAh === null || solved.capacityLimitAh === limit
				? undefined
				: {
						label: `Set ${text(milliampHours(solved.capacityLimitAh))}`,
						kind: 'set',
						set: { capacityLimitAh: solved.capacityLimitAh }
					};
		const fix = school?.fix ?? own;
		const by = school?.by ?? '';
		if (limit === null && r.chemistry.traits.harmedWithoutLimit && limitIsProgram(r, settings))
			return {
				severity: 'stop',
				sentence: `The capacity limit is what ends this run, and it is off: nothing else would, before the pack is ${r.taskData.recovers ? 'pushed too far' : 'full or empty'}.`,
				fix
			};
		if (limit === null)
			return { sentence: `The capacity limit is off${by}: a charger that misses full would go on.`, fix };
		// `shared-value` reports what another channel needs.
		const others = othersNeedOf(r, held, 'capacityLimitAh');
		if (others && limit <= others.value + held.step) return null;
		// A coarse step may force the limit up; one step above the bound is never reproached.
		const most = Math.max(mostProtectingAh(r, settings, held.step) + held.step, held.min);
		if (limit <= most + 1e-9) return null;
		return {
			sentence: `${text(milliampHours(limit))}${by}${by && ','} is more than ${text(milliampHours(mostProtectingAh(r, settings, held.step)))}, from where on the limit would no longer keep this ${text(milliampHours(r.pack.capacityAh))} pack from harm.`,
			fix
		};
	}
};
