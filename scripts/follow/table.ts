/** What was measured of many charges, as the lines of a table. */
import { quantile } from '../../core/follow/following';
import type { Known, Measured } from './measured';

/** Worse than without looks by more than this counts. */
const WORSE = 0.05;

/** Median and 90th percentile of shares. */
function middleAndFar(errors: readonly number[]): [number, number] {
	const sorted = errors.toSorted((a, b) => a - b);
	return [quantile(sorted, 0.5), quantile(sorted, 0.9)];
}

const percent = (errors: readonly number[]): string =>
	`${middleAndFar(errors)
		.map((e) => (100 * e).toFixed(1))
		.join(' / ')} %`;

function shareOf(all: readonly Measured[], which: (m: Measured) => boolean): string {
	return `${((100 * all.filter(which).length) / all.length).toFixed(1)} %`;
}

const HEADINGS = [
	'chemistry, charges',
	'end untold, median / 90 of 100',
	'with three figures',
	'charge untold',
	'with three',
	'band holds',
	'worse by 5 points',
	'than the forecast',
	'stop cried'
];

const row = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;

/** The table's head. */
export const head = (): string => `${row(HEADINGS)}\n${row(HEADINGS.map(() => '---'))}`;

/** One line of it, of one charge at least. */
export function line(name: string, all: readonly Measured[]): string {
	return row([
		`${name}, ${all.length}`,
		percent(all.map((m) => m.untold.end)),
		percent(all.map((m) => m.told.end)),
		percent(all.map((m) => m.untold.charge)),
		percent(all.map((m) => m.told.charge)),
		shareOf(all, (m) => m.told.inside),
		shareOf(all, (m) => m.told.end > m.untold.end + WORSE),
		shareOf(all, (m) => m.told.end > m.forecast + WORSE),
		shareOf(all, (m) => m.cried)
	]);
}

/**
 * How the reference did on those charges that it was asked about, and how many times as far off
 * the follower was; null for none.
 */
export function besideReference(all: readonly Measured[]): string | null {
	const asked = all.flatMap((m) => (m.reference ? [{ ...m, reference: m.reference }] : []));
	if (asked.length === 0) return null;
	const times = (of: keyof Known & ('end' | 'charge')): string => {
		const ours = middleAndFar(asked.map((m) => m.told[of]));
		const best = middleAndFar(asked.map((m) => m.reference[of]));
		return ours.map((e, k) => (e / best[k]).toFixed(2)).join(' / ');
	};
	const worse = shareOf(asked, (m) => m.reference!.end > m.untold.end + WORSE);
	return [
		`  the reference on ${asked.length}: end ${percent(asked.map((m) => m.reference.end))}, charge ${percent(asked.map((m) => m.reference.charge))}`,
		`as many times as far off: end ${times('end')}, charge ${times('charge')}`,
		`worse by 5 points ${worse}; its band holds ${shareOf(asked, (m) => m.reference!.inside)}`,
		`its halves differ by ${percent(asked.map((m) => m.reference.unsure))}`
	].join('; ');
}
