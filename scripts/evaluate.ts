/**
 * Large seeded sets that measure the product: `npm run evaluate -- pack-state [lives]`. What they
 * found is in docs/figures.md.
 */
import { measurePackState } from '../evaluation/pack-state/measure';

const SUBJECTS: Record<string, (size: number | undefined) => void> = { 'pack-state': measurePackState };

const [subject, size] = process.argv.slice(2);
if (!subject || !(subject in SUBJECTS)) {
	console.error(`Say what is to be measured: ${Object.keys(SUBJECTS).join(', ')}.`);
	process.exit(1);
}
SUBJECTS[subject](size === undefined ? undefined : Number(size));
