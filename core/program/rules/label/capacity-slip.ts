import { askAboutSlip, USUAL_CAPACITY_MAH } from '../../../quantity/plausible';
import { PRACTICE, type Rule } from '../../rule';

export const capacitySlip: Rule = {
	id: 'capacity-slip',
	title: 'Capacity looks like a slip',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const asked = askAboutSlip(Math.round(r.pack.capacityAh * 1e6) / 1e3, USUAL_CAPACITY_MAH);
		if (!asked) return null;
		return { sentence: asked.question, fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' } };
	}
};
