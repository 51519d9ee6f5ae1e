import type { Rule } from '../../rule';

export const lastEndInDanger: Rule = {
	id: 'last-end-in-danger',
	title: 'A cell stood where it may burn',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: 'IEC 62133-2 upper limit charging voltage, from memory; common practice, no source, for the rest.',
	check({ r }) {
		const { endInDanger } = r.state;
		if (endInDanger === null) return null;
		return {
			sentence: `At its last run: ${endInDanger.reason} ${endInDanger.next}`,
			fix: { label: 'Read every cell', kind: 'go', to: 'read pack' }
		};
	}
};
