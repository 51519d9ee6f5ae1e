import { minutes, text } from '../../quantity/format';
import { PRACTICE, type Rule } from '../rule';

export const timerTooShort: Rule = {
	id: 'timer-too-short',
	title: 'Safety timer would cut the charge short',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ settings, solved, forecast }) {
		const timer = settings.safetyTimerMin;
		if (timer === null || !forecast || timer >= forecast.timeMin.p99 - 1e-6) return null;
		const { median, p99 } = forecast.timeMin;
		const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= p99;
		const sure = timer < median ? 'Stops' : 'May stop';
		return {
			sentence: `${sure} at ${text(minutes(timer))} before it is full: a full charge takes about ${text(minutes(median))}, up to ${text(minutes(Math.ceil(p99)))}.`,
			fix: enough
				? {
						label: `Set ${text(minutes(solved.safetyTimerMin!))}`,
						kind: 'set',
						set: { safetyTimerMin: solved.safetyTimerMin }
					}
				: undefined
		};
	}
};
