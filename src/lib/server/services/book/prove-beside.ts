/** A data file proved in a thread of its own, so that nothing else waits for it. */
import { StartError } from '../../db/start-error';
import { startThread } from '../../thread';
import type { Tell } from './prove';

/** What the thread says: how far it is, then why not, or null. */
export type Proved = { share: number } | { refused: string | null };

/** A file that takes longer is refused, ms; one of twenty thousand runs takes half a minute. */
const MOST_MS = 300_000;

/**
 * Throws a {@link StartError} where `file` cannot take the place of the data, or when `stop` says
 * so first.
 */
export async function proveBeside(file: string, tell?: Tell, stop?: AbortSignal): Promise<void> {
	const worker = startThread('prove-worker', 'services/book/prove-worker.ts', { file });
	const over = AbortSignal.timeout(MOST_MS);
	try {
		const refused = await new Promise<string | null>((resolve, reject) => {
			worker.on('message', (said: Proved) => ('share' in said ? tell?.(said.share) : resolve(said.refused)));
			worker.on('error', reject);
			worker.on('exit', () => resolve('This file could not be read to its end.'));
			over.onabort = () => resolve('This file takes too long to read.');
			const leave = () => resolve('Cancelled: nothing was put in place.');
			if (stop?.aborted) leave();
			stop?.addEventListener('abort', leave);
		});
		if (refused !== null) throw new StartError(refused);
	} finally {
		over.onabort = null;
		await worker.terminate();
	}
}
