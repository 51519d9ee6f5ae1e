/**
 * What looks at a charger's screen are worth: npm run follow [-- charges [chemistry …]], 125 of every chemistry unless it is said
 * otherwise, so a thousand. Truths are the calibration's: other curves, capacities, resistances and cells than the forecast's own.
 * With --reference also what somebody knows who has the truth's own physics and priors; that takes some seconds a charge.
 * --keep=FILE keeps every charge as a line of JSON and measures none anew that is there; with --anew only the reference is taken from
 * it, and nothing is kept: that depends on nothing that the follower does.
 */
import { appendFileSync, existsSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';
import type { Measured } from './follow/measured';
import { besideReference, head, line } from './follow/table';
import type { Asked } from './follow/worker';

const words = process.argv.slice(2);
const compared = words.includes('--reference');
const anew = words.includes('--anew');
const keep = words.find((word) => word.startsWith('--keep='))?.slice('--keep='.length);
const [charges = '125', ...only] = words.filter((word) => !word.startsWith('--'));
const count = Number(charges);
const chemistries = only.length ? only : CHEMISTRY_IDS;
const unknown = chemistries.find((id) => !CHEMISTRY_IDS.includes(id));
if (!Number.isInteger(count) || count < 1 || unknown) {
	console.error(unknown ? `There is no chemistry "${unknown}".` : 'The number of charges is a whole one.');
	process.exit(1);
}

const kept =
	keep && existsSync(keep)
		? (readFileSync(keep, 'utf8')
				.split('\n')
				.filter(Boolean)
				.map((text) => JSON.parse(text)) as Measured[])
		: [];
const serves = (m: Measured) => m.index < count && (!compared || m.reference !== null);

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
	const own = kept.filter((m) => m.chemistry === chemistry);
	const found = anew ? [] : own.filter(serves);
	const done = found.map((m) => m.index);
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
						if (keep && !anew) appendFileSync(keep, `${JSON.stringify(m)}\n`);
					};
					worker.on('message', take).on('error', reject);
					worker.postMessage({ chemistry, count, of, at, done, kept: own, compared } satisfies Asked);
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
