/**
 * The tables that the migrations make are those that core describes, and refuse what no field
 * allows.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { QueryTypes } from 'sequelize';
import { aDatabase } from '../../../../tests/support/database';
import type { Field, Figure } from '../../../../core/quantity/field';
import type { Database } from './connect';
import { JSON_VERSION, unwrap, wrap } from './json-column';
import { TABLES } from './tables';

interface Column {
	name: string;
	type: string;
	notnull: 0 | 1;
}
/** What the type of a column must look like, by the kind of its field. */
const TYPE: Record<Field['kind'], RegExp> = {
	figure: /^(INTEGER|DOUBLE PRECISION)$/,
	text: /^(VARCHAR|TEXT)/,
	choice: /^VARCHAR/,
	reference: /^VARCHAR/,
	flag: /^TINYINT/,
	day: /^DATE$/,
	moment: /^DATETIME$/,
	choices: /^JSON$/,
	figures: /^JSON$/,
	references: /^JSON$/,
	parts: /^JSON$/,
	layer: /^JSON$/,
	group: /^JSON$/
};
const STORE_OWN = ['id', 'createdAt', 'updatedAt', 'deletedAt'];
const tables = Object.values(TABLES);

/** The constraints in a CREATE TABLE statement, whether they stand with a column or at its end. */
function constraintsIn(sql: string): string[] {
	return [...sql.matchAll(/CHECK \(/g)].map(({ index }) => {
		const from = index + 'CHECK ('.length;
		let open = 1;
		let to = from;
		for (; open > 0; to++) open += sql[to] === '(' ? 1 : sql[to] === ')' ? -1 : 0;
		return sql.slice(from, to - 1);
	});
}

describe('described tables', () => {
	let db: Database;
	const select = <T extends object>(sql: string) => db.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
	const columnsOf = (table: string) => select<Column>(`SELECT * FROM pragma_table_info('${table}')`);
	/** What the table says of a row with this value in this column, whatever stands in the others. */
	async function refusal(table: string, column: string, value: string): Promise<string> {
		const columns = (await columnsOf(table)).filter((c) => c.name !== column);
		const filled = columns.filter((c) => c.notnull && c.name !== 'id');
		const filler = (c: Column) => (/INT|DOUBLE/.test(c.type) ? '1' : `'1'`);
		try {
			await db.write(async (tx) => {
				await tx.sequelize.query(
					`INSERT INTO ${table} (id, ${column}${filled.map((c) => `, ${c.name}`).join('')})
					 VALUES ('x', ${value}${filled.map((c) => `, ${filler(c)}`).join('')})`
				);
			});
		} catch (error) {
			return String((error as { parent?: Error }).parent);
		}
		return '';
	}
	/** The constraint of this column alone, tried on a value. */
	async function allows(table: string, column: string, value: string): Promise<boolean> {
		const [{ sql }] = await select<{ sql: string }>(
			`SELECT sql FROM sqlite_master WHERE type = 'table' AND name = '${table}'`
		);
		const checks = constraintsIn(sql);
		const own = checks.filter((c) => new RegExp(`\\b${column}\\b`).test(c));
		assert.ok(own.length > 0, `${table}.${column} has no constraint`);
		const [row] = await select<{ ok: number }>(
			`SELECT ${own.map((c) => `(${c})`).join(' AND ')} AS ok FROM (SELECT ${value} AS ${column})`
		);
		return row.ok === 1;
	}

	before(async () => void (db = await aDatabase()));
	after(() => db.close());

	test('every described field has a column of its kind, and no column is undescribed', async () => {
		for (const { name, fields, keepsDeleted } of tables) {
			const columns = new Map((await columnsOf(name)).map((c) => [c.name, c]));
			for (const [key, field] of Object.entries<Field>(fields)) {
				const column = columns.get(key);
				assert.ok(column, `${name}.${key} is described and has no column`);
				assert.match(column.type, TYPE[field.kind], `${name}.${key}`);
				const mayBeNull = 'optional' in field && field.optional === true;
				assert.equal(column.notnull === 0, mayBeNull, `${name}.${key} null or not`);
			}
			const undescribed = [...columns.keys()].filter((c) => !(c in fields) && !STORE_OWN.includes(c));
			assert.deepEqual(undescribed, [], name);
			assert.equal(columns.has('deletedAt'), keepsDeleted, `${name} keeps what is deleted`);
		}
	});

	test('the range of every figure is the range that the database takes', async () => {
		let figures = 0;
		for (const { name, fields } of tables)
			for (const [key, field] of Object.entries<Field>(fields).filter(
				(e): e is [string, Figure] => e[1].kind === 'figure'
			)) {
				const at = `${name}.${key}`;
				const step = field.whole ? 1 : Math.max(1e-9, Math.abs(field.max) * 1e-9);
				const real = (v: number) => (field.whole ? String(v) : `CAST(${v} AS REAL)`);
				assert.ok(await allows(name, key, real(field.min)), `${at} at its least`);
				assert.ok(await allows(name, key, real(field.max)), `${at} at its most`);
				assert.ok(
					!(await allows(name, key, real(field.min - (field.whole ? 1 : 1e-9)))),
					`${at} below its least`
				);
				assert.ok(!(await allows(name, key, real(field.max + step))), `${at} above its most`);
				assert.ok(!(await allows(name, key, `'many'`)), `${at} in words`);
				assert.equal(await allows(name, key, 'NULL'), field.optional === true, `${at} unknown`);
				figures++;
			}
		assert.ok(figures > 50, `${figures} figures`);
	});

	test('closed lists of words, flags and JSON are held to as well', async () => {
		for (const { name, fields } of tables)
			for (const [key, field] of Object.entries<Field>(fields)) {
				const at = `${name}.${key}`;
				if (field.kind === 'choice' && !field.open) {
					for (const word of field.options) assert.ok(await allows(name, key, `'${word}'`), `${at} ${word}`);
					assert.ok(!(await allows(name, key, `'nonsense'`)), at);
				} else if (field.kind === 'flag') assert.ok(!(await allows(name, key, '2')), at);
				else if (TYPE[field.kind].test('JSON')) {
					assert.ok(await allows(name, key, `'{"v":1,"value":[]}'`), at);
					assert.ok(!(await allows(name, key, `'{}'`)), `${at} without a version`);
					assert.ok(!(await allows(name, key, `'{'`)), `${at} that is no JSON`);
				}
			}
	});

	test('−3 cells of "nonsense" are refused by the table itself', async () => {
		assert.match(await refusal('packs', 'cells', '-3'), /CHECK constraint failed/);
		assert.match(await refusal('packs', 'condition', `'nonsense'`), /CHECK constraint failed/);
		assert.match(await refusal('packs', 'name', `''`), /CHECK constraint failed/);
	});

	test('a value of an older shape is brought up to date as it is read; a later one is refused', () => {
		assert.deepEqual(unwrap(wrap(['a'])), ['a']);
		assert.equal(wrap(null), null);
		assert.equal(unwrap(null), null);
		assert.deepEqual(wrap(0), { v: JSON_VERSION, value: 0 });
		const next = { 1: (v: unknown) => [v], 2: (v: unknown) => ({ list: v }) };
		assert.deepEqual(unwrap({ v: 1, value: 'x' }, next, 3), { list: ['x'] });
		assert.deepEqual(unwrap({ v: 3, value: 'x' }, next, 3), 'x');
		assert.throws(() => unwrap({ v: JSON_VERSION + 1, value: 'x' }), /version 2 of its shape/);
	});
});
