import { watchesCells } from '../../../forecast/assume';
import { spreadV } from '../../../pack/reading';
import { millivolts, text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** Spread at rest that deserves a look, V. */
const LOOK_V = 0.05;
/** Spread that is not balanced away but investigated, V. */
const INVESTIGATE_V = 0.3;

export const spreadLarge: Rule = {
	id: 'spread-large',
	title: 'Cells far apart',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		const levels = settings.balance
			? 'balancing will take longer; watch that cell'
			: r.taskData.moves === 'out' || !watchesCells(r)
				? 'watch that cell, it falls first'
				: 'charge with balance on';
		const spread = r.reading ? spreadV(r.reading) : null;
		const { apart: before } = r.state;
		if (spread === null && before !== null && before.spreadV > LOOK_V + 1e-9) {
			const days = Math.floor((Date.parse(r.now) - Date.parse(before.at)) / 86400e3);
			return {
				sentence: `Cells were read ${text(millivolts(before.spreadV))} apart, cell ${before.lowest} lowest, ${days < 1 ? 'today' : `${days} d ago`}, and no balanced charge has levelled them since: ${levels}. Read every cell.`,
				fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
			};
		}
		if (spread === null || spread <= LOOK_V + 1e-9) return null;
		const cells = r.reading!.cellVoltagesV!;
		const low = cells.indexOf(Math.min(...cells)) + 1;
		const apart = `Cells are ${text(millivolts(spread))} apart, cell ${low} lowest`;
		const { recovery } = r.chemistry;
		if (r.taskData.recovers && recovery && spread > INVESTIGATE_V)
			return {
				sentence: `${apart}: recover the whole pack with its balance lead on, never through the balance wires alone. An hour later that cell must hold ${text(volts(recovery.belowV))}: then charge at 0.2C and watch it; if it does not, retire the pack.`
			};
		if (spread > INVESTIGATE_V)
			return {
				severity: 'stop',
				sentence: `${apart}: a cell may be failing. Measure again and find out why before charging.`,
				fix: { label: 'Take a reading', kind: 'go', to: 'read pack' }
			};
		return {
			sentence: `${apart}: ${levels}.`
		};
	}
};
