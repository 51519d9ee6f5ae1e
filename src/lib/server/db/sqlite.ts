/**
 * The few things that are asked of SQLite itself, before and beside Sequelize: one handle, as
 * promises.
 */
import sqlite3 from 'sqlite3';

export const { OPEN_READONLY, OPEN_READWRITE, OPEN_CREATE } = sqlite3;

/** SQLite's online copy, which the module has and its types do not. */
interface Copying {
	readonly completed: boolean;
	step(pages: number, done: (error: Error | null) => void): void;
	finish(done: (error: Error | null) => void): void;
}
type Copies = sqlite3.Database & { backup(file: string, begun: (error: Error | null) => void): Copying };

/** A copy that meets somebody else's hold tries again, so often and so long after, ms. */
const BUSY_TIMES = 50;
const BUSY_MS = 100;

export class Handle {
	private constructor(private readonly database: sqlite3.Database) {}

	static open(file: string, mode: number): Promise<Handle> {
		return new Promise((resolve, reject) => {
			const database = new sqlite3.Database(file, mode, (error) =>
				error ? reject(error) : resolve(new Handle(database))
			);
		});
	}

	run(sql: string): Promise<void> {
		return new Promise((resolve, reject) =>
			this.database.exec(sql, (error) => (error ? reject(error) : resolve()))
		);
	}

	all<T>(sql: string): Promise<T[]> {
		return new Promise((resolve, reject) =>
			this.database.all<T>(sql, (error, rows) => (error ? reject(error) : resolve(rows)))
		);
	}

	/** Copies the whole database, as it is at this moment, into `to`; writers go on meanwhile. */
	copyTo(to: string): Promise<void> {
		return new Promise((resolve, reject) => {
			const copy = (this.database as Copies).backup(to, (error) => {
				if (error) return reject(error);
				// All pages in one step: within one read of the log, so that a write in between cannot start
				// it anew.
				const step = (again: number) =>
					copy.step(-1, (failed) => {
						// Somebody may hold it for a moment, another copy or the log's own playing in.
						if (failed && again > 0 && /SQLITE_(BUSY|LOCKED)/.test(String(failed)))
							return void setTimeout(() => step(again - 1), BUSY_MS);
						const { completed } = copy;
						copy.finish((closing) => {
							if (failed ?? closing) reject(failed ?? closing);
							else if (!completed) reject(new Error('the copy was not completed'));
							else resolve();
						});
					});
				step(BUSY_TIMES);
			});
		});
	}

	close(): Promise<void> {
		return new Promise((resolve, reject) =>
			this.database.close((error) => (error ? reject(error) : resolve()))
		);
	}
}

/** Opens `file`, uses it and closes it again, whatever happens. */
export async function withHandle<T>(
	file: string,
	mode: number,
	use: (handle: Handle) => Promise<T>
): Promise<T> {
	const handle = await Handle.open(file, mode);
	try {
		return await use(handle);
	} finally {
		await handle.close();
	}
}
