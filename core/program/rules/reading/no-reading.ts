import { PRACTICE, type Rule } from '../../rule';

export const noReading: Rule = {
	id: 'no-reading',
	title: 'Pack was not read',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const needsCells = r.pack.cells > 1 && r.chemistry.balanceFromCells !== null && r.pack.balanceLead;
		if (r.reading && (r.reading.cellVoltagesV || !needsCells)) return null;
		return {
			sentence: r.reading
				? 'Only the pack was measured: a low cell would not show. Read every cell first.'
				: `Nobody has measured this pack: read ${needsCells ? 'every cell' : 'it'} before the run.`,
			fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
		};
	}
};
