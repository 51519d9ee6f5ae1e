/**
 * Rebuilding a table: SQLite changes few things of a column in place, so the table is made anew
 * and filled from the old one.
 */
import { QueryTypes, type QueryInterface } from 'sequelize';

/**
 * Makes `table` anew with `create` (a CREATE TABLE statement for the name it is given) and keeps
 * its rows, its indexes, its triggers and what refers to it. Only within a migration: there
 * foreign keys are off, so that dropping the old table empties no child of it.
 */
export async function rebuildTable(
	q: QueryInterface,
	table: string,
	create: (name: string) => string
): Promise<void> {
	const { sequelize } = q;
	const [state] = await sequelize.query<{ foreign_keys: number }>('PRAGMA foreign_keys', {
		type: QueryTypes.SELECT
	});
	if (state.foreign_keys !== 0) throw new Error('a table is rebuilt only while foreign keys are off');
	const beside = await sequelize.query<{ sql: string }>(
		`SELECT sql FROM sqlite_master WHERE type IN ('index', 'trigger') AND tbl_name = :table AND sql IS NOT NULL`,
		{ type: QueryTypes.SELECT, replacements: { table } }
	);
	const columns = async (name: string) =>
		(await sequelize.query<{ name: string }>(`PRAGMA table_info(${name})`, { type: QueryTypes.SELECT })).map(
			(c) => c.name
		);
	const anew = `${table}_anew`;
	await sequelize.query(create(anew));
	const there = await columns(table);
	const kept = (await columns(anew)).filter((name) => there.includes(name)).join(', ');
	await sequelize.query(`INSERT INTO ${anew} (${kept}) SELECT ${kept} FROM ${table}`);
	await sequelize.query(`DROP TABLE ${table}`);
	await sequelize.query(`ALTER TABLE ${anew} RENAME TO ${table}`);
	for (const { sql } of beside) await sequelize.query(sql);
}
