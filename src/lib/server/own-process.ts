/**
 * Work in a process of its own, which can be ended at any moment: SQLite's native part, ended
 * within a thread, ends the whole server, and a data file that breaks it breaks no more than its
 * own process.
 */
import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { setPriority } from 'node:os';
import { dirname, join } from 'node:path';

/** From such a process: ready for its request, the share done, 0 to 1, then its result. */
type Message<T> = { ready: true } | { share: number } | { failed: string } | { result: T };

export interface OwnProcessWork {
	/** As `scripts/bundle.mjs` calls it. */
	name: string;
	/** Its file below src/lib/server, where nothing is built. */
	source: string;
	/** What it is given; any value that can be cloned. */
	request: unknown;
	/** It is ended after this, ms. */
	mostMs: number;
	tell?: (share: number) => void;
	stop?: AbortSignal;
}

/** Niceness of background work: beside busy processes it gets a third of their share. */
const BACKGROUND = 5;

/** Why it came to no result. */
export type Unfinished = 'too long' | 'cancelled' | 'ended';

function start(name: string, source: string): ChildProcess {
	const built = join(dirname(process.argv[1] ?? ''), `${name}.js`);
	const [file, execArgv] = existsSync(built)
		? [built, []]
		: [join(process.cwd(), 'src/lib/server', source), ['--import', 'tsx']];
	return fork(file, [], {
		...{ execArgv, serialization: 'advanced' },
		stdio: ['ignore', 'ignore', 'inherit', 'ipc']
	});
}

/** Its result, or why there is none. Throws what it threw, by its message. */
export async function resultOfProcess<T>({
	name,
	source,
	request,
	mostMs,
	tell,
	stop
}: OwnProcessWork): Promise<{ result: T } | { unfinished: Unfinished }> {
	const child = start(name, source);
	const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
	const over = AbortSignal.timeout(mostMs);
	let cancel = () => {};
	try {
		return await new Promise((resolve, reject) => {
			child.on('message', (said: Message<T>) => {
				// A failed send shows as the exit of the process.
				if ('ready' in said) child.send(request as object, () => undefined);
				else if ('share' in said) tell?.(said.share);
				else if ('failed' in said) reject(new Error(said.failed));
				else resolve(said);
			});
			child.on('error', reject);
			child.on('exit', () => resolve({ unfinished: 'ended' }));
			over.onabort = () => resolve({ unfinished: 'too long' });
			cancel = () => resolve({ unfinished: 'cancelled' });
			if (stop?.aborted) cancel();
			stop?.addEventListener('abort', cancel);
		});
	} finally {
		over.onabort = null;
		stop?.removeEventListener('abort', cancel);
		// What it writes is removed by who asked: it must have ended then.
		if (child.kill('SIGKILL')) await ended;
	}
}

/**
 * Called by the file of such a process: does `work` on the request and sends its result.
 * `background`: it yields to other processes on a busy machine.
 */
export function workInOwnProcess<Request, T>(
	work: (request: Request, tell: (share: number) => void) => Promise<T> | T,
	{ background = false } = {}
): void {
	const say = (message: Message<T>) => process.send!(message);
	// Its server is gone.
	process.on('disconnect', () => process.exit());
	process.once('message', (request: Request) => {
		Promise.resolve(work(request, (share) => say({ share })))
			.then((result) => say({ result }))
			.catch((error: unknown) => say({ failed: error instanceof Error ? error.message : String(error) }));
	});
	try {
		if (background) setPriority(BACKGROUND);
	} catch {
		// Not permitted: the priority stays.
	}
	say({ ready: true });
}
