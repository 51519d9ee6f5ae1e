import { minutes, text } from '../../../quantity/format';
import { heldSetting } from '../../../request/context';
import { othersNeedOf } from '../../decide/guards';
import { guardSchool } from '../../guard-school';
import { mostProtectingMin } from '../../needs';
import { PRACTICE, type Fix, type Rule } from '../../rule';

export const timerProtectsNothing: Rule = {
	id: 'timer-protects-nothing',
	title: 'Safety timer protects nothing',
	severity: 'check',
	protects: 'person',
	source: PRACTICE,
	check(input) {
		const { r, settings, solved, forecast } = input;
		if (!forecast || r.taskData.limitsAreProgram || !heldSetting(r, 'safetyTimerMin')) return null;
		const timer = settings.safetyTimerMin;
		const school = guardSchool(input, 'safetyTimerMin');
		const own: Fix | undefined =
			solved.safetyTimerMin === null || solved.safetyTimerMin === timer
				? undefined
				: {
						label: `Set ${text(minutes(solved.safetyTimerMin))}`,
						kind: 'set',
						set: { safetyTimerMin: solved.safetyTimerMin }
					};
		const fix = school?.fix ?? own;
		const by = school?.by ?? '';
		if (timer === null)
			return { sentence: `The safety timer is off${by}: nothing ends a charge that never gets full.`, fix };
		const held = heldSetting(r, 'safetyTimerMin')!;
		// `shared-value` reports what another channel needs.
		const others = othersNeedOf(r, held, 'safetyTimerMin');
		if (others && timer <= others.value + held.step) return null;
		const most = mostProtectingMin(r, settings, forecast);
		if (timer <= Math.max(most + held.step, held.min)) return null;
		return {
			sentence: `${text(minutes(timer))}${by}${by && ','} is longer than ${text(minutes(Math.ceil(most)))}, the most that guards this run: a fault would go on until then.`,
			fix
		};
	}
};
