import { minutes, text } from '../../../quantity/format';
import { heldSetting } from '../../../request/context';
import { neededMin } from '../../needs';
import { PRACTICE, type Rule } from '../../rule';

export const timerTooShort: Rule = {
	id: 'timer-too-short',
	title: 'Safety timer would cut the charge short',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, solved, forecast }) {
		const timer = settings.safetyTimerMin;
		if (timer === null || !forecast || r.taskData.limitsAreProgram) return null;
		const needMin = neededMin(r, settings, forecast);
		if (timer >= needMin - 1e-6) return null;
		const median = Math.min(forecast.legMin.median, needMin);
		const whole = {
			in: 'before it is full: a full charge',
			out: 'before it is done: the discharge',
			either: 'before it is there: the run',
			both: 'before a leg is done: the longest leg'
		}[r.taskData.moves];
		const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= needMin;
		const sure = timer < median ? 'Stops' : 'May stop';
		return {
			sentence: `${sure} at ${text(minutes(timer))} ${whole} takes about ${text(minutes(median))}, up to ${text(minutes(Math.ceil(needMin)))}.`,
			fix: enough
				? {
						label: `Set ${text(minutes(solved.safetyTimerMin!))}`,
						kind: 'set',
						set: { safetyTimerMin: solved.safetyTimerMin }
					}
				: heldSetting(r, 'safetyTimerMin')?.canBeOff
					? { label: 'Timer off', kind: 'set', set: { safetyTimerMin: null } }
					: undefined
		};
	}
};
