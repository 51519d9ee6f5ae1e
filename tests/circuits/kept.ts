/**
 * Benches that were solved once and are kept: two thirds open, a third frozen, on which nothing
 * may be tuned.
 */
import { readFileSync } from 'node:fs';
import type { SolvedBench } from './circuit-case';

export interface Kept {
	open: SolvedBench[];
	frozen: SolvedBench[];
}

/** From the root of the tree. */
export const KEPT = 'tests/fixtures/circuit-benches.json';

export const keptBenches = (): Kept => JSON.parse(readFileSync(KEPT, 'utf8')) as Kept;
