/**
 * A book read, checked, compared and staged in a process of its own, one file at a time, with
 * progress; cancelled by a request, or when its client disconnects.
 */
import type { Database } from '../../db/connect';
import { OneAtATime } from '../../one-at-a-time';
import { done, refuse, type Refusal, type Result } from '../../result';
import { resultOfProcess, type Unfinished } from '../../own-process';
import { bringInStaged, type BroughtIn } from './bring-in';
import type { Coming } from './compare-book';

export interface ImportRequest {
	dataFile: string;
	bytes: Uint8Array;
	/** Where its rows are written, and whether they replace others; null to compare alone. */
	stageIn: { file: string; replace: boolean } | null;
}
type Staged = { preferences: Record<string, unknown> };
/** What the process comes to. */
export type ImportAnswer = Result<Coming | Staged>;

/** A file that takes longer is refused, ms; one of 64 MB takes half a minute. */
const MOST_MS = 300_000;
/** Files that wait for the one that is read; each is held in memory. */
const MOST_WAITING = 3;

let going: { share: number; stop: AbortController } | null = null;
const turns = new OneAtATime(MOST_WAITING);

/** Progress of the file that is read, 0 to 1; null without one. */
export const importProgress = (): { share: number | null } => ({ share: going && going.share });

/** Cancels the reading of a file; what is being written is not interrupted. */
export function cancelImport(): Result<{ share: number | null }> {
	if (!going) return refuse(404, 'Nothing is being brought in.');
	going.stop.abort();
	return done(importProgress());
}

const UNFINISHED: Record<Unfinished, Refusal> = {
	'too long': refuse(422, 'This file takes too long to read.'),
	cancelled: refuse(409, 'Cancelled: nothing was brought in.'),
	ended: refuse(422, 'This file could not be read to its end.')
};

async function inProcess(request: ImportRequest, here: NonNullable<typeof going>): Promise<ImportAnswer> {
	const read = await resultOfProcess<ImportAnswer>({
		...{ name: 'import-worker', source: 'services/book/import-worker.ts', request },
		mostMs: MOST_MS,
		tell: (share) => void (here.share = share),
		stop: here.stop.signal
	});
	return 'result' in read ? read.result : UNFINISHED[read.unfinished];
}

/** Does `work` after the files that came before; `left` aborts when the client disconnects. */
function inTurn<T>(
	left: AbortSignal,
	work: (here: NonNullable<typeof going>) => Promise<Result<T>>
): Promise<Result<T>> {
	const turn = turns.run(async () => {
		const here = (going = { share: 0, stop: new AbortController() });
		const leave = () => here.stop.abort();
		left.addEventListener('abort', leave);
		if (left.aborted) leave();
		try {
			return await work(here);
		} finally {
			left.removeEventListener('abort', leave);
			going = null;
		}
	});
	return turn ?? Promise.resolve(refuse(503, 'Other files are being read: try again in a moment.'));
}

/** What a file would change here. */
export const compareBeside = (db: Database, bytes: Uint8Array, left: AbortSignal): Promise<Result<Coming>> =>
	inTurn(
		left,
		(here) => inProcess({ dataFile: db.file, bytes, stageIn: null }, here) as Promise<Result<Coming>>
	);

/** Brings a file in; `replace` lets it win where a row is here and differs. */
export const bringInBeside = (
	db: Database,
	bytes: Uint8Array,
	replace: boolean,
	left: AbortSignal
): Promise<Result<BroughtIn>> =>
	inTurn(left, (here) =>
		bringInStaged(
			db,
			replace,
			(file) =>
				inProcess({ dataFile: db.file, bytes, stageIn: { file, replace } }, here) as Promise<Result<Staged>>
		)
	);
