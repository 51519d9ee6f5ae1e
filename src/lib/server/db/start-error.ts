/** Why the application cannot start, in a sentence for the person in front of it. */
export class StartError extends Error {
	override readonly name = 'StartError';
}

interface Coded {
	code?: unknown;
	parent?: unknown;
	cause?: unknown;
}

/**
 * SQLite's own code of a failure, e.g. `SQLITE_FULL`; also where a library has wrapped it. Empty
 * when it is no such failure.
 */
export function sqliteCode(error: unknown): string {
	// Wrapped a few times at most: the bound is for errors that hold themselves.
	for (let e = error as Coded | null | undefined, deep = 0; e && deep < 8; deep++) {
		if (typeof e.code === 'string' && e.code.startsWith('SQLITE_')) return e.code;
		e = (e.parent ?? e.cause) as Coded | undefined;
	}
	return '';
}

/** Any failure on the way to an open data file as a sentence that names the file. */
export function asStartError(error: unknown, file: string): unknown {
	if (error instanceof StartError) return error;
	const code = sqliteCode(error) || String((error as NodeJS.ErrnoException)?.code ?? '');
	const why: Record<string, string> = {
		SQLITE_FULL: `There is no space left for ${file}. Nothing in it was changed: make room and start again.`,
		SQLITE_NOTADB: `${file} is not a database. It is left as it is: move it away, or bring a backup back with "npm run restore".`,
		SQLITE_CORRUPT: damaged(file),
		SQLITE_READONLY: `${file} cannot be written to. Make it and its folder writable and start again.`,
		SQLITE_CANTOPEN: `${file} cannot be opened. Its folder must exist and be writable.`,
		SQLITE_IOERR: `${file} cannot be read or written: the disk answers with an error.`,
		SQLITE_BUSY: `${file} is held by another program. Close that and start again.`,
		ENOSPC: `There is no space left for ${file}. Nothing in it was changed: make room and start again.`,
		EACCES: `${file} cannot be opened: its folder is closed to this user.`,
		EPERM: `${file} cannot be opened: its folder is closed to this user.`,
		EROFS: `${file} is in a folder that can only be read. Choose another with STACK_TENDER_DIR.`,
		EEXIST: `${file} cannot be made: a part of its path is not a folder.`,
		ENOTDIR: `${file} cannot be opened: a part of its path is not a folder.`
	};
	if (why[code]) return new StartError(why[code], { cause: error });
	// Any other refusal of the database: what stands in the file is not what this release expects.
	if (!code.startsWith('SQLITE_')) return error;
	const said = error instanceof Error ? error.message.replace(/^SQLITE_\w+: /, '') : code;
	return new StartError(
		`${file} is not made as Stack Tender makes it (${said}). It is left as it is: bring a backup back with "npm run restore".`,
		{ cause: error }
	);
}

export const damaged = (file: string): string =>
	`${file} is damaged. It is left as it is: bring a backup back with "npm run restore", which keeps the damaged file aside.`;

/**
 * Runs a command's work; where it cannot, the sentence why is all that is printed, and the
 * process ends with 1.
 */
export async function inOneSentence(work: () => Promise<void>): Promise<void> {
	try {
		await work();
	} catch (error) {
		// By its name: the built server carries a class of its own.
		const expected = (error as Error)?.name === 'StartError';
		console.error(
			expected ? (error as Error).message : 'Stack Tender cannot start, for a reason it does not know:'
		);
		if (!expected) console.error(error);
		process.exit(1);
	}
}
