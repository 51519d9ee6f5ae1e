/**
 * The schema of a data file against that which the migrations make: a table, column, index or
 * trigger that somebody else put there or took away changes what the rest of it means.
 */
import { createHash } from 'node:crypto';
import { QueryTypes, Sequelize } from 'sequelize';
import { migrate } from './migrate';
import { StartError } from './start-error';

interface SchemaObject {
	type: string;
	name: string;
	sql: string;
}
type SchemaObjects = ReadonlyMap<string, string>;

/**
 * A definition without what SQLite rewrites when a table is renamed: quotes, blanks, letter case.
 */
const plain = (sql: string): string =>
	sql
		.replace(/["`[\]]/g, '')
		.replace(/\s+/g, ' ')
		.trim()
		.toLowerCase();

/**
 * What stands in a data file, by kind and name; tables by their columns and references, in any
 * order, as files of the first releases were upgraded in more than one way.
 */
async function schemaOf(sequelize: Sequelize): Promise<SchemaObjects> {
	const select = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
		sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements });
	const objects = await select<SchemaObject>(
		`SELECT type, name, coalesce(sql, '') AS sql FROM sqlite_master WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\'`
	);
	const found = new Map<string, string>();
	for (const { type, name, sql } of objects) {
		const key = `${type} ${name}`;
		if (type !== 'table') {
			found.set(key, plain(sql));
			continue;
		}
		const columns = await select<{ row: string }>(
			`SELECT name || ' ' || type || ' ' || "notnull" || ' ' || pk || ' ' || hidden AS row FROM pragma_table_xinfo(:name)`,
			{ name }
		);
		const references = await select<{ row: string }>(
			`SELECT "from" || ' > ' || "table" || ' ' || coalesce("to", '') || ' ' || on_delete AS row FROM pragma_foreign_key_list(:name)`,
			{ name }
		);
		const rows = [...columns, ...references].map(({ row }) => plain(row));
		found.set(key, [/virtual/i.test(sql) ? 'virtual' : '', ...rows.sort()].join('; '));
	}
	return found;
}

let made: Promise<SchemaObjects> | null = null;

/** The schema that the migrations make, in memory. */
async function ownSchema(): Promise<SchemaObjects> {
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: ':memory:', logging: false });
	try {
		await migrate(sequelize);
		return await schemaOf(sequelize);
	} finally {
		await sequelize.close();
	}
}

/** What is not as the migrations of this release make it, by kind and name, in a few words each. */
export async function schemaFaults(sequelize: Sequelize): Promise<string[]> {
	const [own, found] = await Promise.all([(made ??= ownSchema()), schemaOf(sequelize)]);
	const faults: string[] = [];
	for (const key of found.keys()) if (!own.has(key)) faults.push(`the ${key} is not ours`);
	for (const [key, text] of own) {
		if (!found.has(key)) faults.push(`the ${key} is missing`);
		else if (found.get(key) !== text) faults.push(`the ${key} is not as we make it`);
	}
	return faults;
}

/** SHA-256 of what {@link activeHash} sums up, as the migrations of this release make it. */
export const OWN_ACTIVE = '34990a5a4bf0ba0151c7d4bdb8bae89a74940fce69bf205211f2e54d67a05694';

/** SHA-256 of all triggers and views: what changes rows, or shows others, without being asked. */
export async function activeHash(sequelize: Sequelize): Promise<string> {
	const active = await sequelize.query<SchemaObject>(
		`SELECT type, name, sql FROM sqlite_master WHERE type IN ('trigger', 'view') ORDER BY name`,
		{ type: QueryTypes.SELECT }
	);
	const text = active.map(({ type, name, sql }) => `${type} ${name} ${plain(sql)}`).join('\n');
	return createHash('sha256').update(text).digest('hex');
}

/**
 * Throws a {@link StartError} where triggers or views of somebody else stand in the data file
 * `file`.
 */
export async function mustBeOurs(sequelize: Sequelize, file: string): Promise<void> {
	if ((await activeHash(sequelize)) === OWN_ACTIVE) return;
	throw new StartError(
		`${file} holds triggers or views that Stack Tender did not make: they change what is kept without being asked. It is left as it is: bring a backup back with "npm run restore".`
	);
}
