import { compositionOf } from '../../composition';
import { PRACTICE, type Rule } from '../../rule';

export const taskNotOnChannel: Rule = {
	id: 'task-not-on-channel',
	title: 'Charger has no such program',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings }) {
		if (r.channel.tasks.includes(r.task) || !r.taskData.families.includes(r.chemistry.family)) return null;
		const steps = compositionOf(r, settings);
		return {
			sentence: `Channel ${r.channel.label} of ${r.charger.name} does not offer ${r.taskData.name}: it is done with ${steps.map((s) => s.name.toLowerCase()).join(', ')}, as the card says.`
		};
	}
};
