/**
 * Puts a backup in the place of the data file. A copy of it is proved first, what is there is kept
 * aside with its log, and the exchange itself is one rename: after a kill at any moment the file
 * in place is a whole one.
 */
import {
	constants,
	copyFileSync,
	existsSync,
	fsyncSync,
	closeSync,
	linkSync,
	mkdirSync,
	mkdtempSync,
	openSync,
	realpathSync,
	renameSync,
	rmSync,
	statSync
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { copyDatabase, stamp } from './connect';
import { beginsAsDatabase, COMPANIONS, removeDatabase, setForeignLogAside } from './companions';
import { realFile, takeLock } from './lock';
import { MIGRATIONS, mustKnowAll } from './migrate';
import { OPEN_READONLY, OPEN_READWRITE, withHandle } from './sqlite';
import { asStartError, StartError } from './start-error';

/**
 * Throws a {@link StartError} unless `file` is a whole database of this application, of this
 * release or an earlier one.
 */
async function mustBeBackup(file: string): Promise<void> {
	if (!existsSync(file)) throw new StartError(`There is no ${file}.`);
	if (!statSync(file).isFile()) throw new StartError(`${file} is not a file.`);
	if (statSync(file).size === 0) throw new StartError(`${file} is empty.`);
	if (!beginsAsDatabase(file)) throw new StartError(`${file} is not a database, and so no backup.`);
	const notOurs = new StartError(`${file} is a database, but not one of Stack Tender.`);
	await withHandle(file, OPEN_READONLY, async (handle) => {
		const [state] = await handle.all<{ integrity_check: string }>('PRAGMA integrity_check(1)');
		if (state?.integrity_check !== 'ok') throw new StartError(`${file} is damaged. Take another backup.`);
		const tables = await handle.all<{ name: string }>(`SELECT name FROM sqlite_master WHERE type = 'table'`);
		if (!['migrations', 'packs', 'runs'].every((name) => tables.some((t) => t.name === name))) throw notOurs;
		const names = await handle.all<{ name: string }>('SELECT name FROM migrations');
		if (names.length === 0) throw notOurs;
		mustKnowAll(
			names.map((row) => row.name),
			file,
			MIGRATIONS
		);
	});
}

/** Waits until a file is on the disk. */
function settle(file: string): void {
	const handle = openSync(file, 'r+');
	fsyncSync(handle);
	closeSync(handle);
}

/**
 * Keeps what is in place under another name: its log is played in where that can be done, and
 * kept beside it where not.
 */
async function keepAside(file: string): Promise<string | null> {
	if (!existsSync(file)) return null;
	const aside = `${file}.replaced-${stamp()}`;
	setForeignLogAside(file, stamp());
	try {
		// Opened and closed by its only user, its log is played in and removed.
		await withHandle(file, OPEN_READWRITE, (handle) =>
			handle.run('PRAGMA wal_checkpoint(TRUNCATE); PRAGMA journal_mode = DELETE')
		);
	} catch {
		// Damaged: it is kept as it is, log and all.
		for (const tail of COMPANIONS) if (existsSync(file + tail)) renameSync(file + tail, aside + tail);
	}
	for (const tail of COMPANIONS) rmSync(file + tail, { force: true });
	try {
		linkSync(file, aside);
	} catch {
		// Not every file system has links.
		copyFileSync(file, aside, constants.COPYFILE_EXCL);
	}
	return aside;
}

/** Throws a {@link StartError} where the data file `file` cannot take the place of the data. */
export type Prove = (file: string) => Promise<void>;

/** A proved copy of a backup beside the data file; `drop` removes it, or what is left of it. */
export interface Prepared {
	file: string;
	drop(): void;
}

/**
 * Copies `backup` beside the data file `file`, which stays in use, and proves the copy; throws a
 * {@link StartError} and leaves nothing behind where the proof fails.
 */
export async function prepareBackup(backup: string, file: string, prove: Prove): Promise<Prepared> {
	try {
		if (existsSync(backup) && existsSync(file) && realpathSync(backup) === realpathSync(file))
			throw new StartError(`${backup} is the data file itself.`);
		await mustBeBackup(backup);
		mkdirSync(dirname(file), { recursive: true });
		const folder = mkdtempSync(join(dirname(file), `.${basename(file)}-copy-`));
		const drop = () => rmSync(folder, { recursive: true, force: true });
		try {
			const coming = join(folder, 'coming.sqlite');
			await copyDatabase(backup, coming);
			await prove(coming);
			settle(coming);
			return { file: coming, drop };
		} catch (error) {
			drop();
			throw error;
		}
	} catch (error) {
		throw asStartError(error, file);
	}
}

/**
 * Replaces `file` by a prepared file; throws a {@link StartError} and changes nothing where `file`
 * is in use. Returns the name under which the previous data is kept, null where there was none.
 */
export async function putInPlace(prepared: Prepared, file: string): Promise<{ keptAs: string | null }> {
	try {
		const lock = await takeLock(file);
		try {
			const keptAs = await keepAside(file);
			renameSync(prepared.file, file);
			return { keptAs };
		} finally {
			await lock.release();
		}
	} catch (error) {
		throw asStartError(error, file);
	}
}

/**
 * Reverts {@link putInPlace} where the new file cannot be opened: the previous data takes its place
 * again.
 */
export function takeBack(file: string, keptAs: string | null): void {
	removeDatabase(file);
	if (keptAs !== null) renameSync(keptAs, file);
}

/**
 * Restores `backup` into `file`, proved by `prove`: {@link prepareBackup} and {@link putInPlace}.
 */
export async function restoreDatabase(
	backup: string,
	file: string,
	prove: Prove
): Promise<{ keptAs: string | null }> {
	const prepared = await prepareBackup(backup, file, prove);
	try {
		return await putInPlace(prepared, realFile(file));
	} finally {
		prepared.drop();
	}
}
