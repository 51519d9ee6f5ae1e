/** A backup is one file: a consistent copy of the whole database, made while the application goes on. */
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Database } from '../db/connect';

/** The database as the bytes of one SQLite file. */
export async function backup(db: Database): Promise<Buffer> {
	const dir = await mkdtemp(join(tmpdir(), 'backup-'));
	try {
		const file = join(dir, 'backup.sqlite');
		await db.sequelize.query('VACUUM INTO ?', { replacements: [file] });
		return await readFile(file);
	} finally {
		await rm(dir, { recursive: true, force: true });
	}
}
