/** The count that is keyed, and that the charger must read. */
import type { Resolved } from '../../request/context';
import type { Decision } from './decision';

export const decideCells = (r: Resolved): Decision<'cells'> => ({
	setting: 'cells',
	value: r.pack.cells,
	candidates: [],
	decidedBy: 'pack',
	step: 1,
	why: `the pack is ${r.pack.cells}S; the charger must read ${r.pack.cells} too.`
});
