/** A copy of the tree in which mutants are let loose, one at a time, and the tests that could notice are run. */
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { mutated, type Mutant } from './mutants';

/** A test that takes longer than this with a mutant in it has noticed: something never ends, s. */
const PATIENCE_S = 120;
const LEFT_OUT = new Set(['node_modules', '.git', 'build', 'data', '.svelte-kit']);

export class Workshop {
	private readonly dir = mkdtempSync(join(tmpdir(), 'mutate-'));
	/** Tests that pass without any mutant; one that does not can notice nothing. */
	private readonly sound = new Map<string, Promise<boolean>>();

	constructor(root: string) {
		cpSync(root, this.dir, {
			recursive: true,
			filter: (path) => !LEFT_OUT.has(relative(root, path).split('/')[0])
		});
		for (const name of ['node_modules', '.svelte-kit']) symlinkSync(join(root, name), join(this.dir, name));
	}

	private passes(test: string): Promise<boolean> {
		const child = spawn('node', ['--import', 'tsx', test], { cwd: this.dir, stdio: 'ignore' });
		const patience = setTimeout(() => child.kill('SIGKILL'), PATIENCE_S * 1000);
		return new Promise((resolve) =>
			child.on('close', (code) => {
				clearTimeout(patience);
				resolve(code === 0);
			})
		);
	}

	/** The first of `tests` that notices the mutant; null when it survives them all. */
	async noticedBy(mutant: Mutant, tests: readonly string[]): Promise<string | null> {
		const file = join(this.dir, mutant.file);
		// As it was copied: the tree itself may be worked on meanwhile.
		const text = readFileSync(file, 'utf8');
		for (const test of tests) {
			if (!this.sound.has(test)) this.sound.set(test, this.passes(test));
			if (!(await this.sound.get(test))) continue;
			writeFileSync(file, mutated(text, mutant));
			try {
				if (!(await this.passes(test))) return test;
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
