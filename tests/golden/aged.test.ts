/**
 * Packs that age by a seed, as written down: points with their errors, what they hold now and
 * will, leaks, and what is said of them.
 */
import { test } from 'node:test';
import { ageingOf, type Course } from '../../core/ageing/ageing';
import { agedPack } from '../support/aged-packs';
import { asWritten, line } from '../support/golden';

const PACKS = [3, 7, 12, 19, 23, 31, 44, 58];
/** Every so many points and places of the line are written down. */
const EVERY = 7;

test('packs over time', () => {
	asWritten(
		'aged',
		PACKS.flatMap((seed) => {
			const { pack, runs, readings, quiet, until } = agedPack(seed, 2.5);
			const { capacity, resistance, spread, leaks, says } = ageingOf(pack, runs, readings, quiet, until);
			const told = (name: string, c: Course | null): string[] =>
				c
					? [
							`${name} ${line([c.now, c.perYear, c.perYearError, c.limit, c.passes, c.passed])}`,
							`${name}, line ${line(c.line.filter((_, k) => k % EVERY === 0))}`,
							`${name}, points ${line(c.points.filter((_, k) => k % EVERY === 0))}`
						]
					: [`${name}: none`];
			return [
				`# ${seed} ${pack.chemistry} ${pack.cells}S`,
				...told('capacity', capacity),
				...told('resistance', resistance),
				...told('spread', spread),
				line(leaks),
				...says.map((s) => line(s))
			];
		})
	);
});
