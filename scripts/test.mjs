/**
 * Everything that must hold: installs what is missing, then type check, lint, unit, reference and
 * browser tests.
 *   npm test            all of it        npm test -- unit browser     only the named parts
 */
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { bundleTests } from './bundle-tests.mjs';
import { build, has, install, needNode, needsOwnProcess, root, run, say } from './steps.mjs';

const PARTS = ['types', 'lint', 'unit', 'reference', 'browser'];
const asked = process.argv.slice(2);
const unknown = asked.filter((a) => !PARTS.includes(a));
if (unknown.length) {
	console.error(`There is no part "${unknown[0]}"; there are ${PARTS.join(', ')}.`);
	process.exit(1);
}
/**
 * Those that take longest, in the order in which they are begun: some wait for a browser or a
 * disk, others keep a core busy.
 */
const LONGEST = [
	'browser/screens.test.ts',
	'browser/plan.test.ts',
	'reference/typed-dangers.test.ts',
	'browser/soak.test.ts',
	'reference/followed.test.ts',
	'browser/instrument.test.ts',
	'db/migrate.test.ts',
	'browser/book.test.ts',
	'reference/plans.test.ts',
	'browser/every-chemistry.test.ts',
	'services/book/book.test.ts',
	'browser/diagnose.test.ts',
	'follow/following.test.ts',
	'browser/parallel.test.ts',
	'golden/follow.test.ts',
	'browser/main-path.test.ts',
	'runs/collide.test.ts',
	'browser/schools.test.ts',
	'runs/starting.test.ts',
	'browser/no-answer.test.ts',
	'demo/history.test.ts'
];
const wants = (part) => asked.length === 0 || asked.includes(part);

function testsIn(...folders) {
	const found = [];
	const walk = (path) => {
		for (const entry of readdirSync(join(root, path), { withFileTypes: true })) {
			const below = join(path, entry.name);
			if (entry.isDirectory()) walk(below);
			else if (entry.name.endsWith('.test.ts')) found.push(below);
		}
	};
	for (const folder of folders) if (existsSync(join(root, folder))) walk(folder);
	return found.sort();
}

/** The longest first, so that none of them runs alone at the end. */
function inOrder(files) {
	const rank = (file) => {
		const at = LONGEST.findIndex((name) => file.endsWith(name));
		return at < 0 ? LONGEST.length : at;
	};
	return [...files].sort((a, b) => rank(a) - rank(b));
}

/**
 * Files of tests that run at once: one more than there are cores, as some wait for a disk or a
 * page.
 */
const AT_ONCE = availableParallelism() + 1;

/** Where tests are put together and translated. */
const CACHE = join('node_modules', '.cache', 'tests');

/**
 * Half of the time of a quick test goes into starting it: those that stand in no other's way
 * share some processes.
 */
const SHARED = 8;
function together(files) {
	const quick = files.filter(
		(f) => !LONGEST.some((name) => f.endsWith(name)) && !needsOwnProcess(readFileSync(join(root, f), 'utf8'))
	);
	mkdirSync(join(root, CACHE), { recursive: true });
	const entries = Array.from({ length: SHARED }, (_, k) => {
		const own = quick.filter((_, i) => i % SHARED === k);
		const entry = join(CACHE, `shared-${k + 1}.mjs`);
		writeFileSync(join(root, entry), own.map((f) => `import '${relative(CACHE, f)}';\n`).join(''));
		return entry;
	});
	return [...files.filter((f) => !quick.includes(f)), ...entries];
}

/** Debian's packages that the tests drive, installed where they are missing. */
async function debian() {
	const needed = [
		['chromium', 'chromium', 'browser'],
		['chromedriver', 'chromium-driver', 'browser'],
		['ngspice', 'ngspice', 'reference']
	].filter(([command, , part]) => wants(part) && !has(command));
	// The browser without a window of its own is quicker; where it cannot be had the whole one serves.
	const quicker = wants('browser') && !has('chromium-headless-shell') && has('apt-get');
	if (needed.length === 0 && !quicker) return;
	const packages = needed.map(([, name]) => name);
	if (needed.length && !has('apt-get')) {
		console.error(
			`These are needed and this is no Debian: ${packages.join(', ')}. Install them and start again.`
		);
		process.exit(1);
	}
	say(
		`Installing from Debian: ${[...packages, ...(quicker ? ['chromium-headless-shell'] : [])].join(', ')}.`
	);
	const prefix = process.getuid?.() === 0 ? [] : ['sudo'];
	const apt = (...args) => {
		const [command, ...rest] = [...prefix, 'apt-get', ...args];
		return run(command, rest, {
			note: 'installing',
			env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
		});
	};
	const install = (...names) => apt('install', '-y', '-qq', '--no-install-recommends', ...names);
	const updated = await apt('update', '-qq', '-o', 'Acquire::http::Timeout=15', '-o', 'Acquire::Retries=1');
	if (needed.length && (updated || (await install(...packages)))) {
		console.error('Installing failed; see above.');
		process.exit(1);
	}
	if (quicker && (updated || (await install('chromium-headless-shell'))))
		console.log('  It cannot be had here: the whole browser serves, and takes longer.');
}

const results = [];
async function step(part, title, work) {
	if (!wants(part)) return;
	say(title);
	const started = Date.now();
	const code = await work();
	results.push({ title, code, seconds: Math.round((Date.now() - started) / 1000) });
}
/**
 * Runs these tests and says what failed; with `maps` the line of each is named, which costs the
 * others some time.
 */
async function runTests(files, maps) {
	const outDir = join(root, CACHE, 'out');
	rmSync(outDir, { recursive: true, force: true });
	const translated = await bundleTests(root, files, outDir, maps);
	const told = join(root, CACHE, 'failed.jsonl');
	rmSync(told, { force: true });
	const code = await run(
		'node',
		[
			...(maps ? ['--enable-source-maps'] : []),
			// As many processes as there are cores keep those busy by themselves: what each does beside,
			// for its own code and waste, only costs.
			'--single-threaded',
			'--import',
			'./tests/support/plain-assert.mjs',
			'--test',
			'--test-reporter=spec',
			'--test-reporter-destination=stdout',
			'--test-reporter=./scripts/failed-tests.mjs',
			`--test-reporter-destination=${told}`,
			`--test-concurrency=${AT_ONCE}`,
			...translated
		],
		{ note: 'testing' }
	);
	const lines = existsSync(told) ? readFileSync(told, 'utf8').split('\n').filter(Boolean) : [];
	const failures = lines.map((line) => JSON.parse(line));
	return { code, failures, files: files.filter((_, k) => failures.some((f) => f.file === translated[k])) };
}

/** Said again at the end: a failure that does not come twice stands far above it by then. */
const failed = [];
async function nodeTest(files) {
	const first = await runTests(files, false);
	if (first.code === 0) return 0;
	failed.push(...first.failures);
	say('What failed once more, with its lines named; it has failed whatever comes of that');
	// A test that a helper sets up is told by the helper's file.
	await runTests(first.files.length ? first.files : files, true);
	return first.code;
}

needNode();
await install();
await debian();
await run('npx', ['svelte-kit', 'sync']);
// What a file was found to be holds as long as its text and the settings are the same: whoever
// tests again waits for what changed.
const kept = (tool) => [
	'--cache',
	'--cache-strategy',
	'content',
	'--cache-location',
	join('node_modules', '.cache', 'found', tool)
];
/** What the type check keeps for the next time is of the packages that were there then. */
function forgetOldTypes() {
	const keeps = join(root, '.svelte-kit', '.svelte-check');
	const installed = join(root, 'node_modules', '.package-lock.json');
	if (existsSync(keeps) && statSync(keeps).mtimeMs < statSync(installed).mtimeMs)
		rmSync(keeps, { recursive: true });
}
// Each keeps one core busy, so they run beside one another.
await Promise.all([
	step('types', 'Type check', () => {
		forgetOldTypes();
		const how = ['--tsconfig', './tsconfig.json', '--fail-on-warnings', '--incremental'];
		return run('npx', ['svelte-check', ...how], { whole: true });
	}),
	step('lint', 'Lint', () =>
		run('npx', ['eslint', '.', '--max-warnings', '0', ...kept('eslint')], { whole: true })
	),
	step('lint', 'Format', () =>
		run('npx', ['prettier', '--check', '--log-level', 'warn', '.', ...kept('prettier')], { whole: true })
	),
	step('browser', 'Build', () => build(true))
]);
/** What each part's tests are. Those of the core share processes. */
const TESTS = {
	unit: () =>
		together(
			testsIn(
				...['core', 'link', 'src', 'stand-in', 'demo', 'drill'],
				...['tests/structure', 'tests/golden', 'tests/diagnose', 'tests/pack-state']
			)
		),
	reference: () => testsIn('tests/reference'),
	browser: () => testsIn('tests/browser')
};
const NAMES = { unit: 'unit', reference: 'against the outside', browser: 'in the browser' };
// Without a build every test in the browser would fail, after a while.
const built = !results.some(({ title, code }) => title === 'Build' && code !== 0);
const parts = Object.keys(TESTS).filter((part) => wants(part) && (part !== 'browser' || built));
// All together: some wait for a browser or for the disk, and the others have the machine
// meanwhile; the quickest come last.
if (parts.length)
	await step(parts[0], `Tests: ${parts.map((part) => NAMES[part]).join(', ')}`, () =>
		nodeTest(inOrder(parts.toReversed().flatMap((part) => TESTS[part]())))
	);

if (failed.length) say('What failed');
for (const { name, said } of failed) console.log(`  ${name}\n    ${said.replaceAll('\n', '\n    ')}`);
say('Summary');
for (const { title, code, seconds } of results)
	console.log(`  ${code === 0 ? 'passed' : 'FAILED'}  ${title}, ${seconds} s`);
process.exit(results.some((r) => r.code !== 0) ? 1 : 0);
