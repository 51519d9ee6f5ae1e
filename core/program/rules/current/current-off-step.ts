import { amps, text } from '../../../quantity/format';
import { floorToStep, isOnStep } from '../../../quantity/step';
import { PRACTICE, type Rule } from '../../rule';

export const currentOffStep: Rule = {
	id: 'current-off-step',
	title: 'Current is not on the step',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const step = r.channel.currentStepA;
		if (isOnStep(settings.currentA, step) || settings.currentA === r.channel.minCurrentA) return null;
		const down = Math.max(r.channel.minCurrentA, floorToStep(settings.currentA, step));
		return {
			sentence: `Channel ${r.channel.label} steps by ${text(amps(step))}; ${settings.currentA} A would be keyed as ${text(amps(down))}.`,
			fix: { label: `Set ${text(amps(down))}`, kind: 'set', set: { currentA: down } }
		};
	}
};
