/**
 * When a person is asked for the charger's cell page: a cell that falls behind or climbs alone
 * hides in the sum of all, and no other figure shows it.
 */
import type { Look } from '../log/look';
import type { Resolved } from '../request/context';
import type { Expected } from './following';
import type { LookVerdict } from './judge-look';

/** At the latest after this share of the run (common practice, no source). */
const FIRST_SHARE = 0.25;
/** A look at the cells serves for so long, min (common practice, no source). */
const SERVES_MIN = 10;

const ofCells = (look: Look): boolean => look.what === 'lowestCellV' || look.what === 'highestCellV';

/** Whether this charger shows each cell of this pack. */
export const hasCellPage = (r: Pick<Resolved, 'pack' | 'channel' | 'chemistry'>): boolean =>
	r.pack.cells > 1 &&
	r.pack.balanceLead &&
	r.channel.showsCells &&
	r.channel.balancePortCells >= r.pack.cells &&
	r.chemistry.balanceFromCells !== null;

/**
 * Why the cell page is to be looked at now, in a whole sentence; null where it is not, or where
 * there is none. `looks` are in order of time, `verdict` is what was said of the newest.
 */
export function cellPageDue(
	r: Pick<Resolved, 'pack' | 'channel' | 'chemistry'>,
	looks: readonly Look[],
	verdict: LookVerdict | null,
	minute: number,
	endMin: Expected,
	voltageFrom: Expected | null
): string | null {
	if (!hasCellPage(r)) return null;
	const last = looks.findLast(ofCells) ?? null;
	const newest = looks.at(-1) ?? null;
	if (
		newest &&
		!ofCells(newest) &&
		verdict !== null &&
		verdict !== 'on track' &&
		minute - newest.minute < SERVES_MIN
	)
		return 'Turn to its cell page now and type the lowest cell: the sum is another than was expected, and only the cells show whose doing that is.';
	if (last === null && minute >= FIRST_SHARE * endMin.median)
		return 'Turn to its cell page and type the lowest cell: one that falls behind shows there and in no other figure.';
	if (
		voltageFrom &&
		minute >= voltageFrom.median &&
		(last === null || last.minute < voltageFrom.median - SERVES_MIN)
	)
		return 'Constant voltage has begun: turn to its cell page and type the lowest cell. The sum stays the same while one cell climbs and another lags.';
	return null;
}
