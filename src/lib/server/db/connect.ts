/** Opens the database: one SQLite file, write-ahead log, foreign keys on, migrated before anything reads it. */
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { Sequelize } from 'sequelize';
import { migrate } from './migrate';
import { defineModels, type Models } from './models';

export interface Database {
	sequelize: Sequelize;
	models: Models;
}

/** Opens (and where needed creates and migrates) the database in `file`; `:memory:` is for tests. */
export async function openDatabase(file: string): Promise<Database> {
	if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
	const sequelize = new Sequelize({
		dialect: 'sqlite',
		storage: file,
		logging: false,
		// A reader never waits in write-ahead mode; two writers at once try again for a moment.
		retry: { match: [/SQLITE_BUSY/], max: 8 },
		pool: { max: 1, min: 1, idle: 1e9 }
	});
	if (file !== ':memory:') await sequelize.query('PRAGMA journal_mode = WAL');
	await sequelize.query('PRAGMA synchronous = NORMAL');
	await sequelize.query('PRAGMA foreign_keys = ON');
	await migrate(sequelize);
	return { sequelize, models: defineModels(sequelize) };
}
