/** A data file proved in a process of its own, so that nothing else waits for it. */
import { StartError } from '../../db/start-error';
import { resultOfProcess, type Unfinished } from '../../own-process';
import type { Tell } from './prove';

export interface ProveRequest {
	file: string;
}
/** Why a file is refused, or null. */
export type Proved = string | null;

/** A file that takes longer is refused, ms; one of twenty thousand runs takes half a minute. */
const MOST_MS = 300_000;

const UNFINISHED: Record<Unfinished, string> = {
	'too long': 'This file takes too long to read.',
	cancelled: 'Cancelled: nothing was put in place.',
	ended: 'This file could not be read to its end.'
};

/**
 * Throws a {@link StartError} where `file` cannot take the place of the data, or when `stop` says
 * so first.
 */
export async function proveBeside(file: string, tell?: Tell, stop?: AbortSignal): Promise<void> {
	const proved = await resultOfProcess<Proved>({
		...{
			name: 'prove-worker',
			source: 'services/book/prove-worker.ts',
			request: { file } satisfies ProveRequest
		},
		...{ mostMs: MOST_MS, tell, stop }
	});
	const refused = 'result' in proved ? proved.result : UNFINISHED[proved.unfinished];
	if (refused !== null) throw new StartError(refused);
}
