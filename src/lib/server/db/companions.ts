/**
 * A data file and its write-ahead log belong together. Where a backup was put in the place of the
 * data file by hand, the log of the file that was there before would be played into it and spoil
 * it. So every opening marks the file with a number of its own (SQLite's `user_version`, in the
 * header) and notes the number beside it: a log is only believed when the file still carries the
 * number that was noted. Backups carry none.
 */
import { existsSync, openSync, readSync, closeSync, renameSync, rmSync, statSync } from 'node:fs';
import { ownerOf } from './lock';
import { OPEN_READWRITE, withHandle } from './sqlite';
import { StartError } from './start-error';

const HEADER_BYTES = 100;
const USER_VERSION_AT = 60;
const MAGIC = 'SQLite format 3\0';

/** The first bytes of a file; fewer than asked for when it is shorter. */
function headOf(file: string): Buffer {
	const head = Buffer.alloc(HEADER_BYTES);
	const handle = openSync(file, 'r');
	try {
		return head.subarray(0, readSync(handle, head, 0, HEADER_BYTES, 0));
	} finally {
		closeSync(handle);
	}
}

/** Whether a file begins as a database does. */
export function beginsAsDatabase(file: string): boolean {
	const head = headOf(file);
	return head.length === HEADER_BYTES && head.subarray(0, 16).toString('latin1') === MAGIC;
}

/**
 * Throws a {@link StartError} for a file that is there and cannot be a database; an empty one
 * becomes one.
 */
export function mustLookLikeDatabase(file: string): void {
	if (!existsSync(file)) return;
	if (!statSync(file).isFile()) throw new StartError(`${file} is not a file.`);
	if (statSync(file).size > 0 && !beginsAsDatabase(file))
		throw new StartError(
			`${file} is not a database. It is left as it is: move it away, or bring a backup back with "npm run restore".`
		);
}

/** The number that the file on disk carries; 0 for none. */
export const generationOnDisk = (file: string): number =>
	existsSync(file) && statSync(file).size >= HEADER_BYTES ? headOf(file).readInt32BE(USER_VERSION_AT) : 0;

/**
 * What SQLite keeps beside a data file: its write-ahead log with the index of it, and the journal
 * of a change of mode.
 */
export const COMPANIONS = ['-wal', '-shm', '-journal'] as const;

/**
 * Removes a data file and whatever stands beside it: a journal that is left would be played into
 * the next file of that name.
 */
export function removeDatabase(file: string): void {
	for (const tail of ['', ...COMPANIONS]) rmSync(file + tail, { force: true });
}

/**
 * Rolls back what a kill has left half done outside of the write-ahead log (a change of the
 * journal's mode). It takes a handle that may write: one that may only read is refused the whole
 * file.
 */
export async function rollBackHalfDone(file: string): Promise<void> {
	if (size(`${file}-journal`) === 0) return;
	await withHandle(file, OPEN_READWRITE, (handle) => handle.all('SELECT COUNT(*) FROM sqlite_master'));
}

const size = (file: string): number => (existsSync(file) ? statSync(file).size : 0);

/**
 * Sets a write-ahead log aside that belongs to another file than the one in place, and answers
 * with the name it was given; null when there is none, or when nothing speaks against it.
 */
export function setForeignLogAside(file: string, stamp: string): string | null {
	const log = `${file}-wal`;
	const noted = ownerOf(file)?.generation;
	if (size(log) === 0 || noted === undefined || generationOnDisk(file) === noted) return null;
	const aside = `${file}.other-wal-${stamp}`;
	renameSync(log, aside);
	return aside;
}
