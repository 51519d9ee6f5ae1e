/**
 * Puts what runs beside the built pages into the build as plain JavaScript, one file each: the
 * server with its gate, the simulated charger, and what works beside the server. Translated at every
 * start they took twice as long.
 */
import { join } from 'node:path';
import { build } from 'esbuild';

const root = join(import.meta.dirname, '..');

await build({
	absWorkingDir: root,
	entryPoints: {
		serve: 'scripts/serve.ts',
		'stand-in': 'stand-in/main.ts',
		'ageing-worker': 'src/lib/server/services/packs/ageing-worker.ts',
		'hours-worker': 'src/lib/server/services/plan/hours-worker.ts',
		'import-worker': 'src/lib/server/services/book/import-worker.ts',
		'log-worker': 'src/lib/server/services/runs/log-worker.ts',
		'prove-worker': 'src/lib/server/services/book/prove-worker.ts'
	},
	outdir: 'build',
	bundle: true,
	packages: 'external',
	platform: 'node',
	target: 'node20',
	format: 'esm',
	logLevel: 'warning'
});
