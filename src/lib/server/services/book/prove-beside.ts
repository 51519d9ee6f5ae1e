/** A data file proved in a thread of its own, so that nothing else waits for it. */
import { once } from 'node:events';
import { StartError } from '../../db/start-error';
import { startThread } from '../../thread';

/** A file that takes longer is refused, ms; twenty thousand runs take about twenty seconds. */
const MOST_MS = 300_000;

/** Throws a {@link StartError} where `file` cannot take the place of the data. */
export async function proveBeside(file: string): Promise<void> {
	const worker = startThread('prove-worker', 'services/book/prove-worker.ts', { file });
	let over: ReturnType<typeof setTimeout> | undefined;
	const late = new Promise<{ refused: string }>((resolve) => {
		over = setTimeout(() => resolve({ refused: 'This file takes too long to read.' }), MOST_MS);
	});
	try {
		const answer = once(worker, 'message').then(([message]) => message as { refused: string | null });
		const { refused } = await Promise.race([answer, late]);
		if (refused !== null) throw new StartError(refused);
	} finally {
		clearTimeout(over);
		await worker.terminate();
	}
}
