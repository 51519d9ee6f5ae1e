import { whose } from '../../../practice/practice';
import { PRACTICE, type Rule } from '../../rule';

export const containerSealed: Rule = {
	id: 'container-sealed',
	title: 'Sealed metal box',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (r.practice.values.container !== 'metal box' || !r.chemistry.traits.burns) return null;
		return {
			sentence: `A sealed metal box, by ${whose(r.practice, 'container')}, holds the gas of a burning pack until it bursts: use one that vents, and leave the lid open.`,
			fix: { label: 'A vented box', kind: 'practice', set: { container: 'vented box' } }
		};
	}
};
