import { minutes, text } from '../../quantity/format';
import { heldSetting } from '../context';
import { PRACTICE, type Rule } from '../rule';

export const timerProtectsNothing: Rule = {
	id: 'timer-protects-nothing',
	title: 'Safety timer protects nothing',
	severity: 'check',
	protects: 'person',
	source: PRACTICE,
	check({ r, settings, solved, forecast }) {
		if (!forecast || r.taskData.limitsAreProgram || !heldSetting(r, 'safetyTimerMin')) return null;
		const timer = settings.safetyTimerMin;
		const fix =
			solved.safetyTimerMin === null || solved.safetyTimerMin === timer
				? undefined
				: ({
						label: `Set ${text(minutes(solved.safetyTimerMin))}`,
						kind: 'set',
						set: { safetyTimerMin: solved.safetyTimerMin }
					} as const);
		if (timer === null)
			return { sentence: 'The safety timer is off: nothing ends a charge that never gets full.', fix };
		const { p99 } = forecast.legMin;
		const useful = Math.max(2 * p99, p99 + 45);
		if (timer <= useful) return null;
		return {
			sentence: `${text(minutes(timer))} is far longer than the ${text(minutes(p99))} this can take: a fault would run on for hours.`,
			fix
		};
	}
};
