/**
 * Do the tests bite? A seeded sample of small changes is let loose, one at a time, and the tests
 * that walk over what is changed are run, the nearest first. Prints the share that was noticed
 * with its 95 % interval, and every survivor.
 *   npm run mutate                                     600 mutants over core and server, at most two hours
 *   npm run mutate -- --sample 40 --seed 3 core/care   a few, of the files whose path begins so
 *   npm run mutate -- --again FILE                     those that an earlier run, kept in FILE, said survived: do new tests notice?
 */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { uniform } from '../core/simulate/random';
import { EQUIVALENTS } from './mutate/equivalents';
import { mutantsOf, type Mutant } from './mutate/mutants';
import { ImportGraph } from './mutate/tests-for';
import { Workshop, type Sound } from './mutate/workshop';
import { root } from './steps.mjs';

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: {
		seed: { type: 'string', default: '1' },
		again: { type: 'string' },
		sample: { type: 'string', default: '600' },
		minutes: { type: 'string', default: '120' },
		/**
		 * Tests that a mutant meets take at most this long one by one, s, the nearest first: those far
		 * away notice little.
		 */
		seconds: { type: 'string', default: '90' },
		/** At once; each keeps one core busy. */
		workers: { type: 'string', default: '2' }
	}
});
const FOLDERS = ['core', 'link', 'stand-in', 'src/lib/server'];
/** Frozen, or about nothing but words. */
const LEFT_OUT = /\.test\.ts$|\/migrations\/|openapi\.ts$/;

const files = FOLDERS.flatMap((folder) =>
	(readdirSync(join(root, folder), { recursive: true }) as string[])
		.filter((f) => f.endsWith('.ts'))
		.map((f) => `${folder}/${f}`)
).filter((f) => !LEFT_OUT.test(f) && (positionals.length === 0 || positionals.some((p) => f.startsWith(p))));

// The tests' settings are made from the application's.
execFileSync('npx', ['svelte-kit', 'sync'], { cwd: root, stdio: 'ignore' });

/** As it was when the mutants were drawn: the tree may be worked on meanwhile. */
const texts = new Map(files.map((file) => [file, readFileSync(join(root, file), 'utf8')]));
const textOf = (file: string): string => texts.get(file)!;
const lineOf = (m: Mutant): string => textOf(m.file).split('\n')[m.line - 1].trim();
const reasonFor = (m: Mutant): string | undefined =>
	EQUIVALENTS.find(
		(e) => e.file === m.file && e.line === lineOf(m) && e.before === m.before && e.after === m.after
	)?.why;

/** A sample spread over the files: every file gives its share, drawn by the seed. */
function drawn(all: Mutant[][], size: number, seed: number): Mutant[] {
	const random = uniform(seed);
	const shuffled = all.flat().map((m) => ({ m, at: random() }));
	return shuffled
		.sort((a, b) => a.at - b.at)
		.slice(0, size)
		.map(({ m }) => m);
}

/** A survivor on one line, and read back from it: the line it stands in may have moved since. */
const told = (m: Mutant): string =>
	`survived  ${m.file}:${m.line}  ${m.kind}  ${m.before.replace(/\s*\n\s*/g, ' ')} -> ${m.after}   | ${lineOf(m)}`;
const moved = (line: string): string => line.replace(/:\d+ {2}/, ':');

const all = files.map((file) => mutantsOf(file, textOf(file)));
const once = values.again ? new Set(readFileSync(values.again, 'utf8').split('\n').map(moved)) : null;
const sample = once
	? all.flat().filter((m) => once.has(moved(told(m))))
	: drawn(all, Number(values.sample), Number(values.seed));
const graph = new ImportGraph(root);
const shops = Array.from({ length: Number(values.workers) }, () => new Workshop(root));

/** Works through a list with every workshop at once, each taking the next. */
async function shared<T>(
	list: readonly T[],
	work: (shop: Workshop, item: T) => Promise<void>
): Promise<number> {
	const queue = [...list];
	await Promise.all(
		shops.map(async (shop) => {
			for (let item = queue.shift(); item !== undefined && Date.now() < until; item = queue.shift())
				await work(shop, item);
		})
	);
	return queue.length;
}

const until = Date.now() + Number(values.minutes) * 60e3;
const reached = new Set(sample.flatMap((m) => graph.testsFor(m.file).map((t) => t.test)));
const sound: Sound = new Map();
console.log(`${sample.length} mutants; the ${reached.size} tests that reach them are run once without any.`);
await shared([...reached], async (shop, test) => {
	const met = await shop.meets(test, Number(values.seconds), sample);
	if (met === null) console.log(`left out  ${test}, which fails or takes too long`);
	else sound.set(test, met);
});

/**
 * What a step further away costs, s: a quick test that is far is tried before a slow one that is
 * near.
 */
const STEP_AWAY_S = 8;
/**
 * Those that compare all that core says reach far and notice much; those of the file's own
 * folder, or one above it, are about it.
 */
const farOf = (test: string, distance: number, file: string) =>
	test.startsWith('tests/golden/') ? 0.3 : dirname(file).startsWith(dirname(test)) ? 0 : distance;

/** Most of what the quickest takes is its start, which the tests of a mutant share. */
const startS = Math.min(...[...sound.values()].map((met) => met.seconds));
const OWN_LEAST_S = 0.3;
/** So many that are about the file are always met, first, however long they take. */
const ALWAYS = 2;

/**
 * The tests that walk over a mutant, the cheapest to try first, as many as take the seconds that
 * each mutant is given.
 */
function testsFor(mutant: Mutant): string[] {
	const { file } = mutant;
	const found = graph
		.testsFor(file)
		.filter(({ test }) => sound.get(test)?.reaches.has(mutant))
		.map(({ test, distance }) => {
			const far = farOf(test, distance, file);
			return { test, about: far === 0, cost: sound.get(test)!.seconds + STEP_AWAY_S * far };
		})
		.sort((a, b) => a.cost - b.cost);
	const first = found.filter((t) => t.about).slice(0, ALWAYS);
	const inOrder = [...first, ...found.filter((t) => !first.includes(t))];
	let spent = 0;
	return inOrder.flatMap(({ test }) => {
		const takes = Math.max(OWN_LEAST_S, sound.get(test)!.seconds - startS);
		if (spent > 0 && spent + takes > Number(values.seconds)) return [];
		spent += takes;
		return test;
	});
}

const survivors: Mutant[] = [];
const byKind = new Map<string, { noticed: number; all: number }>();
let [noticed, tried, equivalent] = [0, 0, 0];
let left = 0;
try {
	left = await shared(sample, async (shop, m) => {
		if (reasonFor(m)) return void equivalent++;
		const by = await shop.notices(m, testsFor(m), sound);
		const kind = byKind.get(m.kind) ?? { noticed: 0, all: 0 };
		byKind.set(m.kind, kind);
		tried++;
		kind.all++;
		if (by) {
			noticed++;
			kind.noticed++;
		} else {
			survivors.push(m);
			console.log(told(m));
		}
		if (tried % 25 === 0) console.log(`  … ${tried} of ${sample.length}, ${noticed} noticed`);
	});
} finally {
	for (const shop of shops) shop.close();
}

/** Wilson's interval for a share, 95 % (Wilson 1927, J. Am. Stat. Assoc. 22, 209-212). */
function interval(hits: number, n: number): [number, number] {
	const z = 1.96;
	const p = hits / n;
	const middle = (p + (z * z) / (2 * n)) / (1 + (z * z) / n);
	const half = (z / (1 + (z * z) / n)) * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
	return [middle - half, middle + half];
}

const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
for (const [kind, k] of [...byKind].sort()) console.log(`${kind.padEnd(11)} ${k.noticed} of ${k.all}`);
if (tried > 0) {
	const [low, high] = interval(noticed, tried);
	console.log(
		`\n${noticed} of ${tried} noticed: ${percent(noticed / tried)} (${percent(low)} to ${percent(high)}); ${equivalent} equivalent, ${left} not reached in time; seed ${values.seed}`
	);
}
