import { whose } from '../../../practice/practice';
import { PRACTICE, type Rule } from '../../rule';

export const fastNever: Rule = {
	id: 'fast-never',
	title: 'Fast charge against your practice',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.taskData.cutsTaper || r.practice.values.fastMode !== 'never') return null;
		return {
			sentence: `Never a fast charge, by ${whose(r.practice, 'fastMode')}: choose Charge, or let this one be.`,
			fix: { label: 'This once', kind: 'practice', set: { fastMode: 'when pressed' } }
		};
	}
};
