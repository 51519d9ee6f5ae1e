import { askAboutSlip, usualCapacityMah } from '../../../quantity/plausible';
import { PRACTICE, type Rule } from '../../rule';

export const capacitySlip: Rule = {
	id: 'capacity-slip',
	title: 'Capacity looks like a slip',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const asked = askAboutSlip(
			Math.round(r.pack.capacityAh * 1e6) / 1e3,
			usualCapacityMah(r.chemistry.traits)
		);
		if (!asked) return null;
		return { sentence: asked.question, fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' } };
	}
};
