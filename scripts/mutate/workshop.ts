/**
 * A copy of the tree in which mutants are let loose, one at a time, and the tests that could
 * notice are run.
 */
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { bundleTests } from '../bundle-tests.mjs';
import { needsOwnProcess } from '../steps.mjs';
import { mutated, type Mutant } from './mutants';
import { reachedBy } from './reached';

/**
 * A test that takes this many times as long with a mutant in it has noticed: something never
 * ends.
 */
const PATIENCE = 6;
const LEAST_PATIENCE_S = 20;
const LEFT_OUT = new Set(['node_modules', '.git', 'build', 'data', '.svelte-kit']);
const ARGUMENTS = ['--import', './tests/support/plain-assert.mjs'];
const REPORTER = [
	'--test-reporter',
	'./scripts/mutate/first-failure.mjs',
	'--test-reporter-destination',
	'stdout'
];

export interface Met {
	seconds: number;
	reaches: Set<Mutant>;
}
/** Tests that pass without any mutant; one that does not pass can notice nothing. */
export type Sound = Map<string, Met>;

export class Workshop {
	private readonly dir = mkdtempSync(join(tmpdir(), 'mutate-'));
	private readonly outDir = join(this.dir, 'translated');
	/** Where V8 writes what it counted. */
	private readonly counts = join(this.dir, 'counts');

	constructor(root: string) {
		cpSync(root, this.dir, {
			recursive: true,
			filter: (path) => !LEFT_OUT.has(relative(root, path).split('/')[0])
		});
		for (const name of ['node_modules', '.svelte-kit']) symlinkSync(join(root, name), join(this.dir, name));
	}

	/**
	 * Whether all of them pass; more than one share a process, as most of a quick test is its start.
	 */
	private async passes(tests: readonly string[], patienceS: number, counted = false): Promise<boolean> {
		let entry = tests[0];
		if (tests.length > 1) {
			entry = 'together.mjs';
			writeFileSync(join(this.dir, entry), tests.map((test) => `import './${test}';\n`).join(''));
		}
		for (const made of [this.outDir, this.counts]) rmSync(made, { recursive: true, force: true });
		const [translated] = await bundleTests(this.dir, [entry], this.outDir, counted && 'external');
		const child = spawn('node', [...ARGUMENTS, ...REPORTER, translated], {
			cwd: this.dir,
			stdio: 'ignore',
			env: counted ? { ...process.env, NODE_V8_COVERAGE: this.counts } : process.env
		});
		const patience = setTimeout(() => child.kill('SIGKILL'), patienceS * 1000);
		return new Promise((resolve) =>
			child.on('close', (code) => {
				clearTimeout(patience);
				resolve(code === 0);
			})
		);
	}

	/**
	 * Seconds that a test takes without any mutant, and which of `mutants` it would walk over; null
	 * for one that fails then, or takes longer than a mutant is given.
	 */
	async meets(test: string, mostS: number, mutants: readonly Mutant[]): Promise<Met | null> {
		const started = Date.now();
		if (!(await this.passes([test], mostS, true))) return null;
		const seconds = (Date.now() - started) / 1000;
		const textOf = (file: string) => readFileSync(join(this.dir, file), 'utf8');
		return { seconds, reaches: reachedBy(this.counts, this.outDir, this.dir, mutants, textOf) };
	}

	/** The likeliest by itself, what needs a process of its own too, and the rest together. */
	private grouped([first, ...others]: readonly string[]): string[][] {
		if (!first) return [];
		const alone = others.filter((test) => needsOwnProcess(readFileSync(join(this.dir, test), 'utf8')));
		const rest = others.filter((test) => !alone.includes(test));
		return [[first], ...(rest.length ? [rest] : []), ...alone.map((test) => [test])];
	}

	/** Whether one of `tests`, the likeliest first, notices the mutant. */
	async notices(mutant: Mutant, tests: readonly string[], sound: Sound): Promise<boolean> {
		const file = join(this.dir, mutant.file);
		// As it was copied: the tree itself may be worked on meanwhile.
		const text = readFileSync(file, 'utf8');
		writeFileSync(file, mutated(text, mutant));
		try {
			for (const group of this.grouped(tests)) {
				const takes = group.reduce((sum, test) => sum + sound.get(test)!.seconds, 0);
				if (!(await this.passes(group, Math.max(LEAST_PATIENCE_S, PATIENCE * takes)))) return true;
			}
			return false;
		} finally {
			writeFileSync(file, text);
		}
	}

	close(): void {
		rmSync(this.dir, { recursive: true, force: true, maxRetries: 5 });
	}
}
