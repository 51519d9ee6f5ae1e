/**
 * Who may lean on whom: an allow-list for every folder, so that a new dependency is a decision
 * and not a slip.
 */
import assert from 'node:assert/strict';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { test } from 'node:test';
import { filesIn as allFilesIn, importsIn, SOURCE, type Import } from '../support/imports';

const filesIn = (folder: string): string[] => allFilesIn(folder).filter((f) => !f.endsWith('.test.ts'));

const say = (found: readonly Import[]): string[] => found.map((i) => `${i.from} -> ${i.to}`);

/** From the ground up: an import points only to a folder above it in this list. */
const CORE = [
	...[
		'quantity',
		'chemistry',
		'practice',
		'pack',
		'charger',
		'simulate',
		'pack-state',
		'request',
		'forecast',
		'program',
		'card',
		'choose',
		'parallel'
	],
	...['log', 'follow', 'diagnose', 'ageing', 'care', 'plan', 'formats']
];
const folderOf = (file: string): string => file.split('/')[1];

test('core: every folder is in the list, leans only on those before it, and on Zod and small numeric packages', () => {
	assert.deepEqual(
		readdirSync('core').filter((name) => !CORE.includes(name)),
		[],
		'a new folder gets its place in the list'
	);
	const wrong = filesIn('core')
		.flatMap((file) => importsIn(file))
		.filter(({ from, to }) => {
			if (!to.startsWith('core/')) return !/^(zod|d3-array|pure-rand\/.+)$/.test(to);
			return CORE.indexOf(folderOf(to)) > CORE.indexOf(folderOf(from));
		});
	assert.deepEqual(say(wrong), []);
});

test('core: no two folders lean on each other, subjects of rules do not know one another, and what decides knows no rule', () => {
	const below = (file: string) => dirname(file);
	const leans = new Set<string>();
	for (const { from, to } of filesIn('core').flatMap((file) => importsIn(file)))
		if (to.startsWith('core/') && below(from) !== below(to)) leans.add(`${below(from)} ${below(to)}`);
	const mutual = [...leans].filter((pair) => {
		const [a, b] = pair.split(' ');
		// A folder and one inside it are one subject: an index collects what lies below it.
		return leans.has(`${b} ${a}`) && !a.startsWith(`${b}/`) && !b.startsWith(`${a}/`);
	});
	assert.deepEqual(mutual, []);
	const subjects = [...leans].filter((pair) =>
		/^core\/program\/rules\/\S+ core\/program\/rules\/\S+$/.test(pair)
	);
	assert.deepEqual(subjects, []);
	const deciding = [...leans].filter((pair) => /^core\/program\/decide \S*\/rules/.test(pair));
	assert.deepEqual(deciding, []);
});

/** Files that lean on one another, over how many others whatever; types count as well. */
function circles(leans: ReadonlyMap<string, readonly string[]>): string[][] {
	// Strongly connected parts, after R. Tarjan (1972), from memory.
	const number = new Map<string, number>();
	const lowest = new Map<string, number>();
	const stack: string[] = [];
	const found: string[][] = [];
	const visit = (file: string): void => {
		number.set(file, number.size);
		lowest.set(file, number.get(file)!);
		stack.push(file);
		for (const to of leans.get(file) ?? []) {
			if (!number.has(to)) visit(to);
			if (stack.includes(to)) lowest.set(file, Math.min(lowest.get(file)!, lowest.get(to)!));
		}
		if (lowest.get(file) !== number.get(file)) return;
		const part = stack.splice(stack.indexOf(file));
		if (part.length > 1) found.push(part.sort());
	};
	for (const file of leans.keys()) if (!number.has(file)) visit(file);
	return found;
}

test('no circle of files anywhere', () => {
	assert.deepEqual(
		circles(
			new Map([
				['a', ['b', 'd']],
				['b', ['c']],
				['c', ['a', 'd']],
				['d', []]
			])
		),
		[['a', 'b', 'c']]
	);
	const files = ['core', 'link', 'stand-in', 'drill', 'demo', 'scripts', 'src', 'tests'].flatMap(filesIn);
	const leans = new Map(files.map((file) => [file, importsIn(file).map((i) => i.to)]));
	assert.ok(leans.size > 700, `${leans.size} files`);
	assert.deepEqual(circles(leans), []);
});

/**
 * What each folder outside core may import of this tree; `types` may be imported as types alone.
 */
const ALLOWED: Record<string, { files: RegExp; types?: RegExp; packages: RegExp }> = {
	link: { files: /^(core\/chemistry|link)\//, packages: /^zod$/ },
	'stand-in': { files: /^(core\/(chemistry|pack|simulate)|link|stand-in)\//, packages: /^(zod|node:.+)$/ },
	// A bench to learn on: the simulated charger with something hidden, and what whoever knows would
	// look at.
	drill: {
		files: /^(core\/(charger|chemistry|diagnose|pack|program|request|simulate)|link|stand-in|drill)\//,
		packages: /^zod$/
	},
	'src/lib/workers': { files: /^(core|src\/lib\/workers)\//, packages: /^(zod|comlink)$/ },
	'src/lib/ui': {
		files: /^(core|src\/lib\/ui)\/|^src\/lib\/workers\/[\w.-]+$/,
		types: /^src\/lib\/(server\/services|workers)\//,
		packages:
			/^(svelte.*|\$app\/.+|bits-ui|@internationalized\/date|apexcharts|comlink|d3-array|dayjs.*|@lucide\/svelte.*|zod)$/
	},
	'src/lib/server': {
		files: /^(core|link|src\/lib\/server)\/|^drill\/|^stand-in\/spec\.ts$/,
		packages:
			/^(zod|sequelize|sqlite3|umzug|pino|papaparse|qrcode|ical\.js|@internationalized\/date|tsx\/esm\/api|@sveltejs\/kit|node:.+)$/
	}
};

for (const [folder, { files, types, packages }] of Object.entries(ALLOWED))
	test(`${folder} imports what it may`, () => {
		const wrong = filesIn(folder)
			.flatMap((file) => importsIn(file))
			.filter(({ to, typeOnly }) => {
				if (!SOURCE.test(to) && !to.includes('src/')) return !packages.test(to);
				return !files.test(to) && !(typeOnly && types?.test(to));
			});
		assert.deepEqual(say(wrong), []);
	});

test('a page reaches into the server for types alone: what it shows is handed to it', () => {
	const wrong = filesIn('src/routes')
		.filter((file) => file.endsWith('.svelte'))
		.flatMap((file) => importsIn(file))
		.filter(({ to, typeOnly }) => /^src\/lib\/server|sequelize|sqlite3/.test(to) && !typeOnly);
	assert.deepEqual(say(wrong), []);
});

test('only the server speaks to the database', () => {
	const outside = ['core', 'link', 'stand-in', 'src/lib/ui', 'src/lib/workers', 'src/routes', 'demo']
		.flatMap(filesIn)
		.flatMap((file) => importsIn(file));
	assert.deepEqual(say(outside.filter(({ to }) => /^(sequelize|sqlite3|umzug)$/.test(to))), []);
});

/** Everything that a page loads, through imports that are more than types. */
function loadedBy(page: string): Set<string> {
	const loaded = new Set([page]);
	for (const file of loaded)
		if (SOURCE.test(file)) for (const { to, typeOnly } of importsIn(file)) if (!typeOnly) loaded.add(to);
	return loaded;
}

test('what only shows labels loads no Zod; what checks what is typed does', () => {
	for (const page of [
		'+layout',
		'+page',
		'packs/+page',
		'packs/[id]/+page',
		'logbook/+page',
		'logbook/[id]/+page'
	]) {
		const loaded = loadedBy(`src/routes/${page}.svelte`);
		assert.ok(loaded.size > 5, page);
		assert.ok(!loaded.has('zod'), `${page} loads Zod`);
	}
	assert.ok(loadedBy('src/routes/packs/new/+page.svelte').has('zod'));
});

test('what a newcomer starts needs nothing but Node before it has installed the rest', () => {
	const { scripts } = JSON.parse(readFileSync('package.json', 'utf8')) as { scripts: Record<string, string> };
	for (const name of ['test', 'demo', 'start', 'restore']) {
		const started = /^node (scripts\/\S+\.mjs)/.exec(scripts[name])?.[1];
		assert.ok(started, name);
		const read = new Set([started]);
		for (const file of read)
			if (existsSync(file)) for (const { to, later } of importsIn(file)) if (!later) read.add(to);
		assert.ok(read.has('scripts/steps.mjs'), name);
		assert.deepEqual(
			[...read].filter((to) => !existsSync(to) && !to.startsWith('node:')),
			[],
			name
		);
	}
});

test('the list is read: an import that is not allowed would be found', () => {
	const [found] = importsIn('src/lib/server/app.ts').filter(
		({ to }) => to === 'src/lib/server/db/connect.ts'
	);
	assert.ok(found);
	assert.equal(ALLOWED['src/lib/ui'].files.test(found.to), false);
	assert.ok(
		importsIn('src/lib/ui/frame/Dock.svelte').some(
			({ to, typeOnly }) => to.startsWith('src/lib/server/') && typeOnly
		)
	);
	assert.ok(filesIn('core').length > 150);
});
