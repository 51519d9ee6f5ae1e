import { minutes, text } from '../../../quantity/format';
import { heldSetting } from '../../../request/context';
import { guardSchool } from '../../guard-school';
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
		const { p99 } = forecast.legMin;
		const useful = Math.max(2 * p99, p99 + 45);
		if (timer <= useful) return null;
		return {
			sentence: `${text(minutes(timer))}${by}${by && ','} is far longer than the ${text(minutes(p99))} this can take: a fault would run on for hours.`,
			fix
		};
	}
};
