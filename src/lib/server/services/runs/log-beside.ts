/** A charger's log read in a process of its own, so that nothing else waits for it. */
import { OneAtATime } from '../../one-at-a-time';
import { refuse, type Refusal, type Result } from '../../result';
import { resultOfProcess, type Unfinished } from '../../own-process';
import type { LogRead } from './import-log';

/** A log that takes longer is refused, ms; one of 40 MB takes some ten seconds. */
const MOST_MS = 120_000;

/** Logs that wait for the one that is read; each is held in memory. */
const turns = new OneAtATime(8);

const UNFINISHED: Record<Unfinished, Refusal> = {
	'too long': refuse(422, 'This log takes too long to read.'),
	cancelled: refuse(409, 'Cancelled: nothing was brought in.'),
	ended: refuse(422, 'This log could not be read to its end.')
};

/** Reads the log in the body of a request; `left` aborts when its client disconnects. */
export async function readLogBeside(bytes: Uint8Array, left: AbortSignal): Promise<Result<LogRead>> {
	const read = await turns.run(() =>
		resultOfProcess<Result<LogRead>>({
			...{ name: 'log-worker', source: 'services/runs/log-worker.ts', request: bytes },
			...{ mostMs: MOST_MS, stop: left }
		})
	);
	if (read === null) return refuse(503, 'Other logs are being read: try again in a moment.');
	return 'result' in read ? read.result : UNFINISHED[read.unfinished];
}
