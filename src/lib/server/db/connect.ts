/**
 * Opens the database: one SQLite file in write-ahead mode, with one connection that writes and a
 * few beside it that only read. Whatever stands in the way is a {@link StartError} in a sentence,
 * and the file is as it was.
 */
import { randomInt } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { Sequelize, QueryTypes } from 'sequelize';
import { mustLookLikeDatabase, removeDatabase, rollBackHalfDone, setForeignLogAside } from './companions';
import { Keeper } from './keeper';
import { realFile, takeLock, type Lock } from './lock';
import { migrate, type Migration } from './migrate';
import { defineModels, type Models } from './models';
import { PackKeeper, type Stamps } from './pack-keeper';
import { mustBeOurs } from './schema';
import { OPEN_CREATE, OPEN_READONLY, OPEN_READWRITE, withHandle } from './sqlite';
import { asStartError, damaged, StartError } from './start-error';
import { WriteQueue, type Attached } from './write-queue';

/** What a query needs: the reading side of the database, or the inside of a write. */
export interface Store {
	sequelize: Sequelize;
	models: Models;
	/**
	 * What `find` finds, kept under the name `what` until something is written or it is asked for as
	 * of another moment; callers share it and must not change it. Inside a write it is found anew
	 * each time.
	 */
	kept<T>(what: string, find: () => Promise<T>, asOf?: string): Promise<T>;
	/**
	 * What `find` finds of each pack on the shelf, in order of name; it is asked for those alone of
	 * which something was written since, or whose answer no longer `holds`. Inside a write all are
	 * found anew.
	 */
	keptByPack<T>(
		what: string,
		find: (packIds: string[]) => Promise<ReadonlyMap<string, T>>,
		holds?: (answer: T) => boolean
	): Promise<ReadonlyMap<string, T>>;
}

/** What a write changes: `samples` touches telemetry alone, of which nothing is kept. */
export type Touches = 'anything' | 'samples';

/**
 * The open database. Used as a {@link Store} it only reads; every change is made in {@link
 * Database.write}.
 */
export interface Database extends Store {
	readonly file: string;
	/** What a person should hear about this opening, e.g. a file that was set aside. */
	readonly remarks: readonly string[];
	/**
	 * Does `work` in one transaction, after the writes asked for before it. `tx` sees what has been
	 * written so far; what is returned is on the disk. A thrown error or a returned refusal takes
	 * everything back.
	 */
	write<T>(work: (tx: Store) => Promise<T>, touches?: Touches): Promise<T>;
	/** {@link Database.write} with another SQLite file attached, which `tx` reads under its name. */
	writeWith<T>(attached: Attached, work: (tx: Store) => Promise<T>): Promise<T>;
	/** A consistent copy of everything in a new file, made while others go on. */
	copyTo(file: string): Promise<void>;
	/** Everything as of one moment, to be read at leisure; `close` it once it has been. */
	snapshot(): Promise<Store & { close(): Promise<void> }>;
	close(): Promise<void>;
}

export interface OpenOptions {
	/** Called with every statement of the writing connection before it is run. */
	trace?: (sql: string) => void;
	migrations?: Record<string, Migration>;
	/** Skips the check of triggers and views; the caller compares the whole schema. */
	unlooked?: boolean;
}

/** Connections that read at once: a long question must not hold up the short ones. */
const READERS = 3;

/** A write-ahead log larger than this is cut back once it has been played in, bytes. */
const LARGEST_LOG = 64 * 2 ** 20;

/** File-safe date and time for files set aside. */
export const stamp = (): string => new Date().toISOString().replace(/[:.]/g, '-');

async function mustBeSound(file: string): Promise<void> {
	if (!existsSync(file)) return;
	await rollBackHalfDone(file);
	// Read only, so that closing it plays no log into a file that may turn out to be damaged.
	await withHandle(file, OPEN_READONLY, async (handle) => {
		const [row] = await handle.all<{ quick_check: string }>('PRAGMA quick_check(1)');
		if (row && row.quick_check !== 'ok') throw new StartError(damaged(file));
	});
}

/**
 * Keeps the file as it is before an upgrade changes it. Written under another name first: half a
 * copy is no copy.
 */
async function keepBefore(file: string, next: string): Promise<string> {
	const kept = `${file}.before-${next}`;
	removeDatabase(`${kept}.part`);
	await copyDatabase(file, `${kept}.part`);
	renameSync(`${kept}.part`, kept);
	return kept;
}

/**
 * Copies the database in `from`, with what is in its log, into the new file `to`; the copy
 * carries no generation.
 */
export async function copyDatabase(from: string, to: string): Promise<void> {
	await withHandle(from, OPEN_READONLY, (handle) => handle.copyTo(to));
	// A copy is a file of its own: out of write-ahead mode, so that nothing beside it is needed, and
	// without the mark of its origin.
	await withHandle(to, OPEN_READWRITE, (handle) =>
		handle.run('PRAGMA journal_mode = DELETE; PRAGMA user_version = 0')
	);
}

async function openWriter(file: string, options: OpenOptions): Promise<Sequelize> {
	const sequelize = new Sequelize({
		dialect: 'sqlite',
		storage: file,
		dialectOptions: { mode: OPEN_READWRITE | OPEN_CREATE },
		logging: options.trace ? (sql) => options.trace!(sql.replace(/^Executing \([^)]*\): /, '')) : false
	});
	await sequelize.query('PRAGMA busy_timeout = 5000');
	await sequelize.query('PRAGMA journal_mode = WAL');
	// What a person confirmed survives a power cut: each commit waits for the disk.
	await sequelize.query('PRAGMA synchronous = FULL');
	await sequelize.query(`PRAGMA journal_size_limit = ${LARGEST_LOG}`);
	return sequelize;
}

/** The reading side: queries go round a few read-only connections. */
async function openReader(file: string): Promise<Sequelize> {
	const sequelize = new Sequelize({
		dialect: 'sqlite',
		storage: file,
		dialectOptions: { mode: OPEN_READONLY },
		logging: false
	});
	// Sequelize keeps one connection for all that is outside its own transactions; here each query
	// is given the next.
	const manager = (
		sequelize as unknown as {
			connectionManager: { getConnection(o?: { uuid?: string }): Promise<unknown> };
		}
	).connectionManager;
	const connectionOf = manager.getConnection.bind(manager);
	let turn = 0;
	manager.getConnection = (o = {}) => connectionOf({ ...o, uuid: `reader ${turn++ % READERS}` });
	for (let i = 0; i < READERS; i++) await sequelize.query('PRAGMA busy_timeout = 5000');
	return sequelize;
}

/** A data file to be read beside the process that has it open; nothing is kept. */
export async function openForReading(file: string): Promise<Store & { close(): Promise<void> }> {
	const sequelize = await openReader(file);
	return {
		sequelize,
		models: defineModels(sequelize),
		...keepingNothing(sequelize),
		close: () => sequelize.close()
	};
}

/** The stamps of all packs on the shelf, by name: `pack_stamps` is kept by triggers. */
async function stampsIn(sequelize: Sequelize): Promise<Stamps> {
	const rows = await sequelize.query<{ id: string; stamp: number }>(
		`SELECT id, coalesce(stamp, 0) AS stamp FROM packs LEFT JOIN pack_stamps ON packId = id WHERE deletedAt IS NULL ORDER BY name`,
		{ type: QueryTypes.SELECT }
	);
	return new Map(rows.map(({ id, stamp }) => [id, stamp]));
}

/** The two that keep nothing: an open transaction may yet be taken back, a copy is read once. */
const keepingNothing = (sequelize: Sequelize): Pick<Store, 'kept' | 'keptByPack'> => ({
	kept: (_what, find) => find(),
	keptByPack: (_what, find) => new PackKeeper(() => stampsIn(sequelize)).keep('once', find)
});

/** Rows of an index that are looked at to estimate it. */
const ROWS_COUNTED = 1000;

/**
 * Statistics of the indexes: without them SQLite reads all runs that have ended to find the few
 * that ended since yesterday.
 */
async function countForPlanner(sequelize: Sequelize): Promise<void> {
	await sequelize.query(`PRAGMA analysis_limit = ${ROWS_COUNTED}`, { type: QueryTypes.SELECT });
	await sequelize.query('ANALYZE');
}

/**
 * Marks the file as opened by this process and notes the mark beside it. The log is played in
 * first and emptied: from here on it holds nothing that was written under another mark.
 */
async function markGeneration(sequelize: Sequelize, lock: Lock): Promise<void> {
	const generation = randomInt(1, 2 ** 31 - 1);
	await sequelize.query(`PRAGMA user_version = ${generation}`);
	await sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)', { type: QueryTypes.SELECT });
	lock.own({ pid: process.pid, generation });
}

/** Removes copies that were being handed out when an earlier owner was killed. */
function removeHalfCopies(file: string): void {
	const folder = dirname(file);
	for (const name of readdirSync(folder))
		if (name.startsWith(`.${basename(file)}-copy-`))
			rmSync(join(folder, name), { recursive: true, force: true });
}

async function open(file: string, lock: Lock, options: OpenOptions): Promise<Database> {
	mustLookLikeDatabase(file);
	removeHalfCopies(file);
	const remarks: string[] = [];
	const aside = setForeignLogAside(file, stamp());
	if (aside)
		remarks.push(
			`${file} was put in place by hand: the log of the file that was there before is set aside as ${aside}.`
		);
	await mustBeSound(file);
	const opened: { close(): Promise<unknown> }[] = [];
	const closeAll = async () => {
		// The reading connections first: the last one to close plays the log in, and only the writer can.
		for (const one of opened.splice(0).reverse()) await one.close();
	};
	try {
		const writer = await openWriter(file, options);
		opened.push(writer);
		await migrate(writer, {
			file,
			migrations: options.migrations,
			beforeUpgrade: async (next) =>
				void remarks.push(`The data as it was before the upgrade is kept in ${await keepBefore(file, next)}.`)
		});
		if (!options.migrations && !options.unlooked) await mustBeOurs(writer, file);
		await countForPlanner(writer);
		await markGeneration(writer, lock);
		const reader = await openReader(file);
		opened.push(reader);
		const queue = new WriteQueue(writer);
		const keeper = new Keeper();
		const byPack = new PackKeeper(() => keeper.keep('pack stamps', () => stampsIn(reader)));
		const tx: Store = { sequelize: writer, models: defineModels(writer), ...keepingNothing(writer) };
		return {
			file,
			remarks,
			sequelize: reader,
			models: defineModels(reader),
			kept: (what, find, asOf) => keeper.keep(what, find, asOf),
			keptByPack: (what, find, holds) => byPack.keep(what, find, holds),
			write: (work, touches = 'anything') =>
				queue.run(() => work(tx)).finally(() => touches === 'anything' && keeper.forget()),
			writeWith: (attached, work) => queue.run(() => work(tx), attached).finally(() => keeper.forget()),
			copyTo: (to) => copyDatabase(file, to),
			snapshot: async () => {
				const folder = mkdtempSync(join(dirname(file), `.${basename(file)}-copy-`));
				const remove = () => rm(folder, { recursive: true, force: true });
				try {
					const copy = join(folder, 'copy.sqlite');
					await copyDatabase(file, copy);
					const store = await openForReading(copy);
					return { ...store, close: () => store.close().then(remove) };
				} catch (error) {
					await remove();
					throw error;
				}
			},
			close: async () => {
				await queue.close();
				await closeAll();
				await lock.release();
			}
		};
	} catch (error) {
		await closeAll();
		throw error;
	}
}

/**
 * Opens (and where needed creates and migrates) the database in `file`; throws a {@link
 * StartError} where it cannot.
 */
export async function openDatabase(file: string, options: OpenOptions = {}): Promise<Database> {
	try {
		mkdirSync(dirname(file), { recursive: true });
		const own = realFile(file);
		const lock = await takeLock(own);
		try {
			return await open(own, lock, options);
		} catch (error) {
			await lock.release();
			throw error;
		}
	} catch (error) {
		throw asStartError(error, file);
	}
}
