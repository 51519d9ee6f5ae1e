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
		if (!forecast || !heldSetting(r, 'safetyTimerMin')) return null;
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
		const useful = Math.max(2 * forecast.timeMin.p99, forecast.timeMin.p99 + 45);
		if (timer <= useful) return null;
		return {
			sentence: `${text(minutes(timer))} is far longer than the ${text(minutes(forecast.timeMin.p99))} this charge can take: a fault would run on for hours.`,
			fix
		};
	}
};
