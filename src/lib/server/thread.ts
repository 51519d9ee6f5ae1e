/** A thread of the server: its built file, or its source where nothing is built. */
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';

/**
 * Starts a thread; one that may be ended early must not use SQLite (see `own-process.ts`). `name`
 * as `scripts/bundle.mjs` calls it, `source` below src/lib/server. `workerData`: its input.
 */
export function startThread(name: string, source: string, workerData: unknown): Worker {
	const built = join(dirname(process.argv[1] ?? ''), `${name}.js`);
	if (existsSync(built)) return new Worker(built, { workerData });
	const entry = JSON.stringify(pathToFileURL(join(process.cwd(), 'src/lib/server', source)).href);
	// TypeScript is translated as it is loaded.
	const load = `import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${entry}); });`;
	return new Worker(load, { eval: true, workerData });
}
