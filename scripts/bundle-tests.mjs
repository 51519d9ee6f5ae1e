/**
 * Tests as plain JavaScript with what they import beside them: translated one module at a time in
 * every process, that took longer than most of them.
 */
import { join } from 'node:path';

/**
 * Bundles each of `entries` (paths below `root`) into a file below `outDir`, which lies within
 * `root`, and says where they are, in the same order. Node's test runner sorts what it is given
 * by name, so the names keep the order too. `maps` is whether a failure is to name its line;
 * 'external' puts the maps beside the files, unseen by Node.
 * @param {string} root
 * @param {string[]} entries
 * @param {string} outDir
 * @param {boolean | 'external'} maps
 */
export async function bundleTests(root, entries, outDir, maps = true) {
	// Asked for here: who reads this file may be about to install it.
	const { build } = await import('esbuild');
	const made = entries.map((entry, k) => ({
		in: entry,
		out: join(String(k).padStart(3, '0'), entry.replace(/\.m?[jt]s$/, ''))
	}));
	await build({
		absWorkingDir: root,
		entryPoints: made,
		outdir: outDir,
		bundle: true,
		// What several tests import is there once, as it is for them without any of this.
		splitting: true,
		packages: 'external',
		platform: 'node',
		target: 'node20',
		format: 'esm',
		outExtension: { '.js': '.mjs' },
		alias: { $core: join(root, 'core'), $lib: join(root, 'src/lib') },
		sourcemap: maps === true ? 'inline' : maps,
		sourcesContent: false,
		logLevel: 'warning'
	});
	return made.map(({ out }) => join(outDir, `${out}.mjs`));
}
