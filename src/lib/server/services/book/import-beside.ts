/**
 * A book read, checked, compared and staged in a thread of its own, one file at a time, with
 * progress; cancelled by a request, or when its client disconnects.
 */
import type { Database } from '../../db/connect';
import { done, refuse, type Result } from '../../result';
import { startThread } from '../../thread';
import { bringInStaged, type BroughtIn } from './bring-in';
import type { Coming } from './compare-book';

export interface ImportRequest {
	dataFile: string;
	bytes: Uint8Array;
	/** Where its rows are written, and whether they replace others; null to compare alone. */
	stageIn: { file: string; replace: boolean } | null;
}
type Staged = { preferences: Record<string, unknown> };
/** What the thread says: how far it is, then what came of it. */
export type ImportAnswer = { share: number } | { result: Result<Coming | Staged> };

/** A file that takes longer is refused, ms; one of 64 MB takes half a minute. */
const MOST_MS = 300_000;
/** Files that wait for the one that is read; each is held in memory. */
const MOST_WAITING = 3;

const CANCELLED = refuse(409, 'Cancelled: nothing was brought in.');

let going: { share: number; stop: AbortController } | null = null;
let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

/** Progress of the file that is read, 0 to 1; null without one. */
export const importProgress = (): { share: number | null } => ({ share: going && going.share });

/** Cancels the reading of a file; what is being written is not interrupted. */
export function cancelImport(): Result<{ share: number | null }> {
	if (!going) return refuse(404, 'Nothing is being brought in.');
	going.stop.abort();
	return done(importProgress());
}

async function inThread(request: ImportRequest, here: NonNullable<typeof going>) {
	const worker = startThread('import-worker', 'services/book/import-worker.ts', request);
	const over = setTimeout(() => here.stop.abort('late'), MOST_MS);
	try {
		return await new Promise<Result<Coming | Staged>>((resolve, reject) => {
			worker.on('message', (said: ImportAnswer) =>
				'share' in said ? void (here.share = said.share) : resolve(said.result)
			);
			worker.on('error', reject);
			worker.on('exit', () => resolve(refuse(422, 'This file could not be read to its end.')));
			const leave = () =>
				resolve(
					here.stop.signal.reason === 'late' ? refuse(422, 'This file takes too long to read.') : CANCELLED
				);
			here.stop.signal.addEventListener('abort', leave);
			if (here.stop.signal.aborted) leave();
		});
	} finally {
		clearTimeout(over);
		await worker.terminate();
	}
}

/** Does `work` after the files that came before; `left` aborts when the client disconnects. */
async function inTurn<T>(
	left: AbortSignal,
	work: (here: NonNullable<typeof going>) => Promise<Result<T>>
): Promise<Result<T>> {
	if (waiting >= MOST_WAITING) return refuse(503, 'Other files are being read: try again in a moment.');
	waiting++;
	const turn = last.then(async () => {
		waiting--;
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
	last = turn.catch(() => undefined);
	return turn;
}

/** What a file would change here. */
export const compareBeside = (db: Database, bytes: Uint8Array, left: AbortSignal): Promise<Result<Coming>> =>
	inTurn(
		left,
		(here) => inThread({ dataFile: db.file, bytes, stageIn: null }, here) as Promise<Result<Coming>>
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
				inThread({ dataFile: db.file, bytes, stageIn: { file, replace } }, here) as Promise<Result<Staged>>
		)
	);
