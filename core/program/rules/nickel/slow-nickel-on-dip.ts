import { limitsAt } from '../../../charger/envelope';
import { provedAh, ratedAh } from '../../../pack/rated';
import { ceilToStep, floorToStep } from '../../../quantity/step';
import { amps, cRate, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const slowNickelOnDip: Rule = {
	id: 'slow-nickel-on-dip',
	title: 'Slow nickel charge relies on the dip',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const end = r.chemistry.endOfCharge;
		if (end.kind !== 'dip') return null;
		const holdsAh = ratedAh(r.pack);
		const rateC = settings.currentA / holdsAh;
		// A fall of the volts is hoped for by the most that it may hold.
		const falls = settings.currentA >= end.unreliableBelowC * provedAh(r.pack) - 1e-9;
		// Rounded down to the step it is as strong as can be keyed.
		if (falls && settings.currentA >= floorToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) - 1e-9)
			return null;
		if (falls)
			return {
				sentence: `At ${cRate(rateC)} the dip of ${r.chemistry.name} is weak and may be missed: ${cRate(end.weakBelowC)} or more, or rely on the capacity limit.`,
				fix: {
					label: `Set ${text(amps(ceilToStep(end.weakBelowC * holdsAh, r.channel.currentStepA)))}`,
					kind: 'set',
					set: { currentA: ceilToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) }
				}
			};
		if (rateC > end.timedMaxC + 1e-9) {
			const { currentStepA, minCurrentA } = r.channel;
			const slow = Math.max(minCurrentA, floorToStep(end.slowC * holdsAh, currentStepA));
			const enough = ceilToStep(end.weakBelowC * holdsAh, currentStepA);
			const bears = Math.min(
				...limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).map((l) => l.currentA)
			);
			const set = enough <= bears + 1e-9 ? enough : slow <= end.timedMaxC * holdsAh + 1e-9 ? slow : null;
			return {
				severity: 'stop',
				sentence: `At ${cRate(rateC)} ${r.chemistry.name} shows no dip to end on, and to be ended by time it is too fast: ${cRate(end.weakBelowC)} or more, or ${cRate(end.slowC)}.${set === null ? ' This channel can do neither: use another.' : ''}`,
				fix:
					set === null ? undefined : { label: `Set ${text(amps(set))}`, kind: 'set', set: { currentA: set } }
			};
		}
		if (settings.safetyTimerMin !== null || settings.capacityLimitAh !== null) return null;
		return {
			severity: 'stop',
			sentence: `At ${cRate(rateC)} ${r.chemistry.name} shows no dip to end on, and neither timer nor capacity limit is on: the charge would never end.`
		};
	}
};
