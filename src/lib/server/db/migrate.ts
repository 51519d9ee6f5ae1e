/**
 * Brings a database up to date. Migrations are listed, not searched for, so that they are bundled
 * with the server.
 */
import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import * as first from './migrations/0001-first';
import * as everyChemistry from './migrations/0002-every-chemistry';
import * as care from './migrations/0003-care';
import * as ground from './migrations/0004-ground';
import * as described from './migrations/0005-described';
import * as told from './migrations/0006-told';
import * as looks from './migrations/0007-looks';
import * as uses from './migrations/0008-uses';
import * as alarms from './migrations/0009-alarms';
import * as evidence from './migrations/0010-evidence';
import * as cases from './migrations/0011-cases';
import * as drills from './migrations/0012-drills';
import * as judgements from './migrations/0013-judgements';
import * as fits from './migrations/0014-fits';
import * as plans from './migrations/0015-plans';
import * as places from './migrations/0016-places';
import * as screens from './migrations/0017-screens';
import * as moved from './migrations/0018-moved';
import * as packStates from './migrations/0019-pack-state';
import * as packStamps from './migrations/0020-pack-stamps';
import * as lowFor from './migrations/0021-low-for';
import * as heldKnown from './migrations/0022-held-known';
import * as results from './migrations/0023-results';
import { StartError } from './start-error';

export interface Migration {
	up(q: QueryInterface): Promise<void>;
	down(q: QueryInterface): Promise<void>;
}

export const MIGRATIONS: Record<string, Migration> = {
	'0001-first': first,
	'0002-every-chemistry': everyChemistry,
	'0003-care': care,
	'0004-ground': ground,
	'0005-described': described,
	'0006-told': told,
	'0007-looks': looks,
	'0008-uses': uses,
	'0009-alarms': alarms,
	'0010-evidence': evidence,
	'0011-cases': cases,
	'0012-drills': drills,
	'0013-judgements': judgements,
	'0014-fits': fits,
	'0015-plans': plans,
	'0016-places': places,
	'0017-screens': screens,
	'0018-moved': moved,
	'0019-pack-state': packStates,
	'0020-pack-stamps': packStamps,
	'0021-low-for': lowFor,
	'0022-held-known': heldKnown,
	'0023-results': results
};

/** Names of the migrations that a database has had; none where there is no table of them. */
export async function applied(sequelize: Sequelize): Promise<string[]> {
	const [table] = await sequelize.query(
		`SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'migrations'`,
		{ type: QueryTypes.SELECT }
	);
	if (!table) return [];
	const rows = await sequelize.query<{ name: string }>(`SELECT name FROM migrations ORDER BY name`, {
		type: QueryTypes.SELECT
	});
	return rows.map((row) => row.name);
}

/**
 * Throws a {@link StartError} when a later release has written this database: it may hold what
 * this one would not keep.
 */
export function mustKnowAll(names: readonly string[], file: string, known = MIGRATIONS): void {
	const later = names.filter((name) => !Object.hasOwn(known, name));
	if (later.length > 0)
		throw new StartError(
			`${file} was written by a later release of Stack Tender (${later.at(-1)}). It is left as it is: start that release.`
		);
}

/**
 * One change and the note that it was made, in one transaction: after a kill at any moment either
 * both are there or neither. Foreign keys are off while it lasts, since a table that others refer
 * to may be rebuilt, and every reference is checked before it counts. They can only be switched
 * outside a transaction, on the very connection that holds it.
 */
async function whole(sequelize: Sequelize, change: () => Promise<void>, note: () => Promise<unknown>) {
	await sequelize.query('PRAGMA foreign_keys = OFF');
	try {
		await sequelize.query('BEGIN IMMEDIATE');
		try {
			await change();
			await note();
			const loose = await sequelize.query('PRAGMA foreign_key_check', { type: QueryTypes.SELECT });
			if (loose.length > 0)
				throw new StartError(
					`The data file could not be brought up to date: a reference would be left loose (${JSON.stringify(loose[0])}). It is left as it is: bring a backup back with "npm run restore".`
				);
			await sequelize.query('COMMIT');
		} catch (error) {
			await sequelize.query('ROLLBACK').catch(() => undefined);
			throw error;
		}
	} finally {
		await sequelize.query('PRAGMA foreign_keys = ON');
	}
}

/**
 * Applies every migration that has not been applied, oldest first, each in one transaction with
 * the record of it, on the one connection of `sequelize`; `beforeUpgrade` is called first where a
 * database that holds something is about to be changed.
 */
export async function migrate(
	sequelize: Sequelize,
	options: {
		file?: string;
		migrations?: Record<string, Migration>;
		beforeUpgrade?: (next: string) => Promise<void>;
	} = {}
): Promise<string[]> {
	const { file = 'The data file', migrations = MIGRATIONS, beforeUpgrade } = options;
	const before = await applied(sequelize);
	mustKnowAll(before, file, migrations);
	const next = Object.keys(migrations).find((name) => !before.includes(name));
	if (!next) return [];
	if (before.length > 0) await beforeUpgrade?.(next);
	const q = sequelize.getQueryInterface();
	const insert = (name: string) =>
		sequelize.query('INSERT INTO migrations VALUES (:name)', { replacements: { name } });
	const remove = (name: string) =>
		sequelize.query('DELETE FROM migrations WHERE name = :name', { replacements: { name } });
	await sequelize.query('CREATE TABLE IF NOT EXISTS migrations (name VARCHAR(255) PRIMARY KEY)');
	// It loads a command line of its own, a quarter of the processor time of a start: only where
	// there is something to do.
	const { Umzug } = await import('umzug');
	const umzug = new Umzug({
		migrations: Object.entries(migrations).map(([name, m]) => ({
			name,
			up: () =>
				whole(
					sequelize,
					() => m.up(q),
					() => insert(name)
				),
			down: () =>
				whole(
					sequelize,
					() => m.down(q),
					() => remove(name)
				)
		})),
		// The record is written by the migration's own transaction; here it is only read.
		storage: {
			executed: () => applied(sequelize),
			logMigration: async () => undefined,
			unlogMigration: async () => undefined
		},
		logger: undefined
	});
	return (await umzug.up()).map((m) => m.name);
}
