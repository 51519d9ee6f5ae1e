/** A thread of the server: its file beside the built server, or its source where nothing is built. */
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';

/**
 * Starts a thread. `name` as `scripts/bundle.mjs` calls it, `source` below src/lib/server.
 * `workerData`: what it is given.
 */
export function startThread(name: string, source: string, workerData: unknown): Worker {
	const built = join(dirname(process.argv[1] ?? ''), `${name}.js`);
	if (existsSync(built)) return new Worker(built, { workerData });
	const entry = JSON.stringify(pathToFileURL(join(process.cwd(), 'src/lib/server', source)).href);
	// TypeScript is translated as it is loaded.
	const load = `import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${entry}); });`;
	return new Worker(load, { eval: true, workerData });
}

/** What a thread says: the share of its work that is done, 0 to 1, then what came of it. */
export type ThreadMessage<T> = { share: number } | { result: T };

export interface ThreadWork {
	/** As for {@link startThread}. */
	name: string;
	source: string;
	workerData: unknown;
	/** It is ended after this, ms. */
	mostMs: number;
	tell?: (share: number) => void;
	stop?: AbortSignal;
}

/** Why a thread came to no result. */
export type Unfinished = 'too long' | 'cancelled' | 'ended';

/**
 * The result of a thread that says {@link ThreadMessage}s, or why there is none. Throws what the
 * thread threw.
 */
export async function resultOfThread<T>({
	name,
	source,
	workerData,
	mostMs,
	tell,
	stop
}: ThreadWork): Promise<{ result: T } | { unfinished: Unfinished }> {
	const worker = startThread(name, source, workerData);
	const over = AbortSignal.timeout(mostMs);
	let cancel = () => {};
	try {
		return await new Promise((resolve, reject) => {
			worker.on('message', (said: ThreadMessage<T>) =>
				'share' in said ? tell?.(said.share) : resolve(said)
			);
			worker.on('error', reject);
			worker.on('exit', () => resolve({ unfinished: 'ended' }));
			over.onabort = () => resolve({ unfinished: 'too long' });
			cancel = () => resolve({ unfinished: 'cancelled' });
			if (stop?.aborted) cancel();
			stop?.addEventListener('abort', cancel);
		});
	} finally {
		over.onabort = null;
		stop?.removeEventListener('abort', cancel);
		await worker.terminate();
	}
}
