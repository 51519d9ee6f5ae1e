/** A copy of the tree in which mutants are let loose, one at a time, and the tests that could notice are run. */
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { mutated, type Mutant } from './mutants';

/** A test that takes this many times as long with a mutant in it has noticed: something never ends. */
const PATIENCE = 6;
const LEAST_PATIENCE_S = 20;
const LEFT_OUT = new Set(['node_modules', '.git', 'build', 'data', '.svelte-kit']);
const ARGUMENTS = ['--import', 'tsx', '--import', './tests/support/plain-assert.mjs'];
const REPORTER = [
	'--test-reporter',
	'./scripts/mutate/first-failure.mjs',
	'--test-reporter-destination',
	'stdout'
];

/** Seconds that a test takes without any mutant; null for one that fails then and can notice nothing. */
type Sound = number | null;
/** Shared by all workshops: they hold the same tree. */
const sound = new Map<string, Promise<Sound>>();

export class Workshop {
	private readonly dir = mkdtempSync(join(tmpdir(), 'mutate-'));

	constructor(root: string) {
		cpSync(root, this.dir, {
			recursive: true,
			filter: (path) => !LEFT_OUT.has(relative(root, path).split('/')[0])
		});
		for (const name of ['node_modules', '.svelte-kit']) symlinkSync(join(root, name), join(this.dir, name));
	}

	private passes(test: string, patienceS: number): Promise<boolean> {
		const child = spawn('node', [...ARGUMENTS, ...REPORTER, test], { cwd: this.dir, stdio: 'ignore' });
		const patience = setTimeout(() => child.kill('SIGKILL'), patienceS * 1000);
		return new Promise((resolve) =>
			child.on('close', (code) => {
				clearTimeout(patience);
				resolve(code === 0);
			})
		);
	}

	private soundness(test: string): Promise<Sound> {
		const known = sound.get(test);
		if (known) return known;
		const started = Date.now();
		const found = this.passes(test, 300).then((ok) => (ok ? (Date.now() - started) / 1000 : null));
		sound.set(test, found);
		return found;
	}

	/**
	 * The first of `tests` that notices the mutant; null when it survives them. They are tried in order until those tried take
	 * `seconds` without a mutant; a test that alone takes longer is tried only as the first.
	 */
	async noticedBy(mutant: Mutant, tests: readonly string[], seconds: number): Promise<string | null> {
		const file = join(this.dir, mutant.file);
		// As it was copied: the tree itself may be worked on meanwhile.
		const text = readFileSync(file, 'utf8');
		let spent = 0;
		for (const test of tests) {
			const takes = await this.soundness(test);
			if (takes === null || (spent > 0 && spent + takes > seconds)) continue;
			spent += takes;
			writeFileSync(file, mutated(text, mutant));
			try {
				if (!(await this.passes(test, Math.max(LEAST_PATIENCE_S, PATIENCE * takes)))) return test;
			} finally {
				writeFileSync(file, text);
			}
		}
		return null;
	}

	close(): void {
		rmSync(this.dir, { recursive: true, force: true, maxRetries: 5 });
	}
}
