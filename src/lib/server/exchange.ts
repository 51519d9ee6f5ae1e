/**
 * Another data file in the place of the one in use, while the application goes on: a backup that
 * was uploaded, or what an earlier exchange has kept aside. A copy of it is proved while the
 * application stays available; then the followers are stopped, the database closed, the files
 * exchanged by one rename, and everything opened again.
 */
import { existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { basename, dirname, join, sep } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { app, exchangeApp } from './app';
import { beginsAsDatabase } from './db/companions';
import { stamp } from './db/connect';
import { copyKind, dropOldCopies, type CopyKind } from './db/kept-copies';
import { prepareBackup, putInPlace, takeBack, type Prove } from './db/restore';
import { OPEN_READONLY, withHandle } from './db/sqlite';
import { StartError } from './db/start-error';
import { done, missing, refuse, type Result } from './result';
import { proveBeside } from './services/book/prove-beside';

/** What a data file holds, for a person who is to choose. */
export interface Contents {
	/** Its name beside the data file. */
	name: string;
	/** Uploaded, kept as it was replaced, before an import, or before an upgrade. */
	kind: CopyKind;
	bytes: number;
	/** When the file was written, ISO 8601. */
	at: string;
	packs: number;
	chargers: number;
	runs: number;
	/** Start of its last run; null where it has none. */
	lastRunAt: string | null;
}

/** A backup is this large at most, bytes; sixty runs a day for a hundred years are smaller. */
const LARGEST = 4e9;

async function contentsOf(folder: string, name: string, kind: CopyKind): Promise<Contents | null> {
	const path = join(folder, name);
	try {
		if (!beginsAsDatabase(path)) return null;
		const { size, mtime } = statSync(path);
		return await withHandle(path, OPEN_READONLY, async (handle) => {
			const count = async (table: string) =>
				(await handle.all<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table} WHERE deletedAt IS NULL`))[0].n;
			const [last] = await handle.all<{ at: string | null }>(
				'SELECT MAX(startedAt) AS at FROM runs WHERE deletedAt IS NULL'
			);
			return {
				...{ name, kind, bytes: size, at: mtime.toISOString() },
				packs: await count('packs'),
				chargers: await count('chargers'),
				runs: await count('runs'),
				lastRunAt: last?.at ? new Date(last.at).toISOString() : null
			};
		});
	} catch {
		return null;
	}
}

/** What may be put in the place of the data, the newest first. */
export async function keptAside(): Promise<Contents[]> {
	const { db } = await app();
	const folder = dirname(db.file);
	const found = await Promise.all(
		readdirSync(folder).map((name) => {
			const kind = copyKind(db.file, name);
			return kind ? contentsOf(folder, name, kind) : null;
		})
	);
	return found.filter((c) => c !== null).sort((a, b) => b.at.localeCompare(a.at));
}

/**
 * Takes an uploaded file down beside the data, a piece at a time, and says what it holds. It is
 * put in place by {@link exchange}.
 */
export async function takeUpload(request: Request): Promise<Result<Contents>> {
	const { db } = await app();
	const folder = dirname(db.file);
	const name = `${basename(db.file)}.uploaded-${stamp()}`;
	const path = join(folder, name);
	const part = join(folder, `.${basename(db.file)}-copy-${stamp()}`);
	const drop = () => rmSync(part, { force: true });
	let length = 0;
	try {
		if (!request.body) return refuse(422, 'This file is empty.');
		// Opened before anything can fail: a file that is still being opened would be there again after
		// it was removed.
		const kept = await open(part, 'w');
		await pipeline(
			Readable.fromWeb(request.body as never),
			async function* (pieces: AsyncIterable<Buffer>) {
				for await (const piece of pieces) {
					length += piece.length;
					if (length > LARGEST) throw new StartError(`A backup is at most ${LARGEST / 1e9} GB.`);
					yield piece;
				}
			},
			kept.createWriteStream()
		);
		if (length === 0 || !beginsAsDatabase(part)) {
			drop();
			return refuse(
				422,
				length === 0 ? 'This file is empty.' : 'This file is no backup: a backup is one SQLite file.'
			);
		}
		renameSync(part, path);
	} catch (error) {
		drop();
		if (error instanceof StartError) return refuse(413, error.message);
		if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
			return refuse(503, 'The disk is full: nothing was kept.');
		return refuse(400, 'The upload broke off before its end: nothing was kept.');
	}
	const contents = await contentsOf(folder, name, 'uploaded');
	if (contents) {
		dropOldCopies(db.file);
		return done(contents);
	}
	await rm(path, { force: true });
	return refuse(422, 'This file is a database, but not one of Stack Tender, or it is damaged.');
}

export interface Exchanged {
	/** The data of before, under this name. */
	keptAs: string | null;
}

/** A message without the path of the data folder. */
const withoutFolder = (message: string, folder: string): string => message.replaceAll(`${folder}${sep}`, '');

/** The exchange in progress: the share of its file that is proved, and its cancellation. */
let going: { share: number; stop: AbortController } | null = null;

/** Progress of the exchange, 0 to 1; null without one. */
export const exchangeProgress = (): { share: number | null } => ({ share: going && going.share });

/** Cancels an exchange during its proof; the exchange of files itself is not interrupted. */
export function cancelExchange(): Result<{ share: number | null }> {
	if (!going) return refuse(404, 'Nothing is being put in place.');
	going.stop.abort();
	return done(exchangeProgress());
}

/**
 * Puts a file that {@link keptAside} names in the place of the data, once it is proved that the
 * application can be opened with it. What was there is kept under a name of its own.
 */
export async function exchange(name: string): Promise<Result<Exchanged>> {
	// Looked at and set without a pause in between: one at a time.
	if (going) return refuse(409, 'Another file is being put in place: wait until it is.');
	const here = (going = { share: 0, stop: new AbortController() });
	try {
		return await exchangeOne(name, (file) =>
			proveBeside(file, (share) => void (here.share = share), here.stop.signal)
		);
	} finally {
		going = null;
	}
}

async function exchangeOne(name: string, prove: Prove): Promise<Result<Exchanged>> {
	const { db } = await app();
	const folder = dirname(db.file);
	const path = join(folder, name);
	if (name !== basename(name) || !copyKind(db.file, name) || !existsSync(path)) return missing('file');
	const runsGoOn = async () =>
		(await db.models.Run.count({ where: { status: ['starting', 'running'] } })) > 0
			? refuse(409, 'A run is going on: with other data in place nobody would follow it. End it first.')
			: null;
	const early = await runsGoOn();
	if (early) return early;
	try {
		const prepared = await prepareBackup(path, db.file, prove);
		try {
			// One may have been started while the file was proved.
			const late = await runsGoOn();
			if (late) return late;
			const { keptAs } = await exchangeApp({
				put: (file) => putInPlace(prepared, file),
				takeBack: (file, put) => takeBack(file, put.keptAs)
			});
			// What was uploaded is in place now; what was kept aside stays until a person removes it.
			if (copyKind(db.file, name) === 'uploaded') rmSync(path, { force: true });
			dropOldCopies(db.file);
			return done({ keptAs: keptAs && basename(keptAs) });
		} finally {
			prepared.drop();
		}
	} catch (error) {
		if (error instanceof StartError) return refuse(422, withoutFolder(error.message, folder));
		throw error;
	}
}

/** Removes a file that was kept aside. */
export async function dropKept(name: string): Promise<Result<Contents>> {
	const one = (await keptAside()).find((c) => c.name === name);
	if (!one) return missing('file');
	const { db } = await app();
	await rm(join(dirname(db.file), name), { force: true });
	return done(one);
}
