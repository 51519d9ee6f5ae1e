/**
 * What looks at a charger's screen are worth: npm run follow [-- charges [chemistry …]], 125 of
 * every chemistry unless it is said otherwise, so a thousand. Truths are the calibration's: other
 * curves, capacities, resistances and cells than the forecast's own. Beside it stands what
 * somebody knows who has the truth's own physics and priors, for those charges where that is
 * known: it takes 5 to 30 s a charge, depends on nothing that the follower does, and is kept.
 * --reference asks it for all the others too, and keeps that.
 */
import { appendFileSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';
import type { KeptReference, Measured } from './follow/measured';
import { besideReference, head, line } from './follow/table';
import type { Asked } from './follow/worker';

const words = process.argv.slice(2);
const compared = words.includes('--reference');
const [charges = '125', ...only] = words.filter((word) => !word.startsWith('--'));
const count = Number(charges);
const chemistries = only.length ? only : CHEMISTRY_IDS;
const unknown = chemistries.find((id) => !CHEMISTRY_IDS.includes(id));
if (!Number.isInteger(count) || count < 1 || unknown) {
	console.error(unknown ? `There is no chemistry "${unknown}".` : 'The number of charges is a whole one.');
	process.exit(1);
}

/**
 * What the reference knew of the truths as they are drawn now: another calibration makes them
 * other charges, and this file void.
 */
const KEPT = new URL('../tests/fixtures/follow-reference.jsonl', import.meta.url);
const kept = readFileSync(KEPT, 'utf8')
	.split('\n')
	.filter(Boolean)
	.map((text) => JSON.parse(text) as KeptReference);
const digits = (share: number): number => Number(share.toFixed(5));

function keep({ chemistry, index, reference }: Measured): void {
	if (reference === null || kept.some((k) => k.chemistry === chemistry && k.index === index)) return;
	const { end, charge, inside, unsure } = reference;
	const rounded = { end: digits(end), charge: digits(charge), inside, unsure: digits(unsure) };
	appendFileSync(
		KEPT,
		`${JSON.stringify({ chemistry, index, reference: rounded } satisfies KeptReference)}\n`
	);
}

// A thread does not inherit the loader for TypeScript: it is registered before the file is loaded.
const entry = JSON.stringify(new URL('./follow/worker.ts', import.meta.url).href);
const of = availableParallelism();
const workers = Array.from(
	{ length: of },
	() =>
		new Worker(`import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${entry}); });`, {
			eval: true
		})
);

/** Every thread's share of a chemistry, joined in the order of the charges. */
async function measured(chemistry: string): Promise<Measured[]> {
	const own = kept.filter((k) => k.chemistry === chemistry);
	const found: Measured[] = [];
	await Promise.all(
		workers.map(
			(worker, at) =>
				new Promise<void>((resolve, reject) => {
					const take = (m: Measured | null): void => {
						if (m === null) {
							worker.off('message', take).off('error', reject);
							resolve();
							return;
						}
						found.push(m);
						keep(m);
					};
					worker.on('message', take).on('error', reject);
					worker.postMessage({ chemistry, count, of, at, kept: own, compared } satisfies Asked);
				})
		)
	);
	return found.sort((a, b) => a.index - b.index);
}

function say(name: string, all: readonly Measured[]): void {
	console.log(line(name, all));
	const beside = besideReference(all);
	if (beside) console.log(beside);
}

console.log(head());
const everything: Measured[] = [];
for (const chemistry of chemistries) {
	const all = await measured(chemistry);
	say(chemistry, all);
	everything.push(...all);
}
if (chemistries.length > 1) say('all', everything);
await Promise.all(workers.map((worker) => worker.terminate()));
