/** A database of its own for a test, in a folder that is removed with it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../../src/lib/server/db/connect';

/** A new folder; `remove` takes it away with all that is in it. */
export function aFolder(name = 'data'): { dir: string; remove: () => void } {
	const dir = mkdtempSync(join(tmpdir(), `${name}-`));
	return { dir, remove: () => rmSync(dir, { recursive: true, force: true, maxRetries: 5 }) };
}

/** An empty database, migrated; `close` also removes it. */
export async function aDatabase(): Promise<Database> {
	const { dir, remove } = aFolder();
	const db = await openDatabase(join(dir, 'test.sqlite'));
	return {
		...db,
		close: async () => {
			await db.close();
			remove();
		}
	};
}
