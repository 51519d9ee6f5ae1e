/**
 * One application a data file. The lock is held by the operating system, on a small file beside
 * the data, for as long as the process lives: a killed owner leaves no stale lock, and a process
 * number that was given out again cannot be taken for it. Who holds it is written beside it in
 * plain text, for the sentence that the second one gets.
 */
import { existsSync, readFileSync, realpathSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Handle, OPEN_CREATE, OPEN_READWRITE } from './sqlite';
import { sqliteCode, StartError } from './start-error';

export interface Owner {
	pid: number;
	/** Marks the data file while this owner has it open; see `companions.ts`. */
	generation: number;
}

export interface Lock {
	/** Writes down who holds the file now. */
	own(owner: Owner): void;
	release(): Promise<void>;
}

/** The data file by its own name, through whatever links it was named: one file has one lock. */
export function realFile(file: string): string {
	const inFolder = join(realpathSync(dirname(file)), basename(file));
	return existsSync(inFolder) ? realpathSync(inFolder) : inFolder;
}

const ownerFile = (file: string) => `${file}.owner`;

/** Who had, or has, this data file open last; null when that is not known. */
export function ownerOf(file: string): Owner | null {
	try {
		const owner = JSON.parse(readFileSync(ownerFile(file), 'utf8')) as Partial<Owner>;
		return Number.isInteger(owner.pid) && Number.isInteger(owner.generation) ? (owner as Owner) : null;
	} catch {
		return null;
	}
}

/** Takes the lock of a data file, or throws a {@link StartError} that names its owner. */
export async function takeLock(file: string): Promise<Lock> {
	const handle = await Handle.open(`${file}.lock`, OPEN_READWRITE | OPEN_CREATE);
	try {
		await handle.run('PRAGMA busy_timeout = 300; BEGIN EXCLUSIVE');
	} catch (error) {
		await handle.close();
		if (sqliteCode(error) !== 'SQLITE_BUSY') throw error;
		const owner = ownerOf(file);
		throw new StartError(
			`${file} is open in another Stack Tender${owner ? ` (process ${owner.pid})` : ''}. Two at once would write into each other: use that one, or end it first.`
		);
	}
	return {
		own: (owner) => writeFileSync(ownerFile(file), JSON.stringify(owner)),
		release: () => handle.close()
	};
}
