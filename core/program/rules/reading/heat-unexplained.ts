import { PRACTICE, type Rule } from '../../rule';

export const heatUnexplained: Rule = {
	id: 'heat-unexplained',
	title: 'Hot without current or use',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (r.state.warmth.unexplained === null) return null;
		return {
			sentence: `${r.pack.name} was called hot, and neither current nor use in the hour before explains it: outdoors, away from what burns, watched, nothing connected. It is measured once it has been left alone for an hour.`,
			fix: { label: 'Measure it', kind: 'go', to: 'read pack' }
		};
	}
};
