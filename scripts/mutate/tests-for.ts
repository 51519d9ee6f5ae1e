/**
 * Which tests could notice a change in a file: those that reach it through imports, the nearest
 * first.
 */
import { filesIn, importsIn } from '../../tests/support/imports';

/** Folders whose tests run without a browser. */
const TESTED = [
	'core',
	'src',
	'stand-in',
	'link',
	'demo',
	'tests/reference',
	'tests/golden',
	'tests/diagnose'
];
const SOURCES = ['core', 'src', 'stand-in', 'link', 'drill', 'demo', 'scripts', 'tests'];

/** What a test is about by its name, though it may start it instead of importing it. */
const aboutOf = (file: string): string => file.replace(/\.test\.ts$/, '.ts');

export class ImportGraph {
	/** Who imports a file. */
	private readonly users = new Map<string, string[]>();

	constructor(root: string) {
		for (const file of SOURCES.flatMap((folder) => filesIn(folder, root)))
			for (const to of [...importsIn(file, root).map((i) => i.to), aboutOf(file)])
				this.users.set(to, [...(this.users.get(to) ?? []), file]);
	}

	/** Tests that reach `file`, with the number of imports between, nearest first. */
	testsFor(file: string): { test: string; distance: number }[] {
		const distance = new Map([[file, 0]]);
		const queue = [file];
		for (let at = queue.shift(); at !== undefined; at = queue.shift())
			for (const user of this.users.get(at) ?? [])
				if (!distance.has(user)) {
					distance.set(user, distance.get(at)! + 1);
					queue.push(user);
				}
		return [...distance]
			.filter(([f]) => f.endsWith('.test.ts') && TESTED.some((folder) => f.startsWith(`${folder}/`)))
			.map(([test, d]) => ({ test, distance: d }))
			.sort((a, b) => a.distance - b.distance || a.test.localeCompare(b.test));
	}
}
