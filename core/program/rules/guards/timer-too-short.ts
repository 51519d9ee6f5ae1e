import { minutes, text } from '../../../quantity/format';
import { floorToStep } from '../../../quantity/step';
import { heldSetting, type Resolved } from '../../../request/context';
import { neededMin } from '../../needs';
import { PRACTICE, type Rule } from '../../rule';

/** Started again once is nothing to decide about; more often is (common practice, no source). */
const FEW_STAGES = 2;

/**
 * Whether the charger's longest timer ends a run that may simply be started again: all but a
 * cycle, and a nickel charge, whose fall of the volts a second start would look for in a full
 * pack.
 */
function mayGoInStages(r: Resolved, timerMin: number): boolean {
	const held = heldSetting(r, 'safetyTimerMin');
	if (!held || r.taskData.moves === 'both') return false;
	if (r.chemistry.endOfCharge.kind === 'dip' && r.taskData.moves !== 'out') return false;
	return held.fixed || timerMin >= floorToStep(held.max, held.step) - 1e-9;
}

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
		const took = `about ${text(minutes(median))}, up to ${text(minutes(Math.ceil(needMin)))}`;
		if (mayGoInStages(r, timer))
			return {
				severity: needMin > FEW_STAGES * timer ? 'check' : 'note',
				sentence: `${r.charger.name} ends every run after ${text(minutes(timer))} at the latest, and this one takes ${took}: it goes in stages. Started again with what is then read, it goes on from there.`
			};
		const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= needMin;
		const mayBeOff = r.taskData.moves === 'both' && heldSetting(r, 'safetyTimerMin')?.canBeOff === true;
		const sure = timer < median ? 'Stops' : 'May stop';
		return {
			sentence: `${sure} at ${text(minutes(timer))} ${whole} takes ${took}.`,
			fix: enough
				? {
						label: `Set ${text(minutes(solved.safetyTimerMin!))}`,
						kind: 'set',
						set: { safetyTimerMin: solved.safetyTimerMin }
					}
				: mayBeOff
					? { label: 'Timer off', kind: 'set', set: { safetyTimerMin: null } }
					: undefined
		};
	}
};
