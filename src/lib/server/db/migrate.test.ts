/**
 * A database from before is brought up to date and keeps what it holds, whatever happens on the
 * way, and can go back.
 */
import assert from 'node:assert/strict';
import { copyFileSync, existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { QueryTypes, Sequelize } from 'sequelize';
import { aFolder } from '../../../../tests/support/database';
import { listChargers } from '../services/chargers/chargers';
import { listPacks } from '../services/packs/packs';
import { listRuns } from '../services/runs/logbook';
import { eventsOf } from '../services/house/events';
import { readTelemetry } from '../services/runs/telemetry';
import { openDatabase, type Database, type OpenOptions } from './connect';
import { applied, migrate, MIGRATIONS, type Migration } from './migrate';
import { rebuildTable } from './migrations/rebuild';

const NAMES = Object.keys(MIGRATIONS);
const FIXTURE = 'tests/fixtures/first-release.sqlite';
/**
 * Of the statements within a change, and of those outside any, every so many is where a process
 * is killed.
 */
const WITHIN = 31;
const OUTSIDE = 3;
/** Tables whose rows a person would miss. */
const TABLES = [
	...['packs', 'readings', 'supplies', 'chargers', 'channels', 'held_settings', 'programs', 'memory_slots'],
	...['runs', 'telemetry_chunks', 'events', 'preferences']
];

const select = <T extends object>(db: { sequelize: Sequelize }, sql: string): Promise<T[]> =>
	db.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
async function counts(db: { sequelize: Sequelize }): Promise<Record<string, number>> {
	const found: Record<string, number> = {};
	for (const table of TABLES)
		found[table] = (await select<{ n: number }>(db, `SELECT COUNT(*) AS n FROM ${table}`))[0].n;
	return found;
}
async function mustBeClean(db: Database): Promise<void> {
	assert.deepEqual(await select(db, 'PRAGMA integrity_check'), [{ integrity_check: 'ok' }]);
	assert.deepEqual(await select(db, 'PRAGMA foreign_key_check'), []);
}

/**
 * What is on the disk at this moment: what a killed process leaves. The shared memory beside it
 * is lost with the process.
 */
function snapshot(file: string, to: string): void {
	for (const tail of ['', '-wal']) if (existsSync(file + tail)) copyFileSync(file + tail, to + tail);
}

describe('migrations', () => {
	let folder: ReturnType<typeof aFolder>;
	let n = 0;
	const newFile = () => join(folder.dir, `${n++}.sqlite`);
	const oldFile = () => {
		const file = newFile();
		copyFileSync(FIXTURE, file);
		return file;
	};
	async function using<T>(
		file: string,
		work: (db: Database) => Promise<T>,
		options?: OpenOptions
	): Promise<T> {
		const db = await openDatabase(file, options);
		try {
			return await work(db);
		} finally {
			await db.close();
		}
	}

	before(() => void (folder = aFolder('migrations')));
	after(() => folder.remove());

	test('a data file of the first release opens and keeps every row; the file as it was is kept beside it', async () => {
		const file = oldFile();
		const before = await (async () => {
			const old = new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
			const found = await counts({ sequelize: old });
			await old.close();
			return found;
		})();
		await using(file, async (db) => {
			assert.deepEqual(await applied(db.sequelize), NAMES);
			assert.deepEqual(await counts(db), before);
			await mustBeClean(db);
			const packs = await listPacks(db, new Date().toISOString());
			assert.equal(packs.length, 24);
			const [read] = await select<{ n: number }>(db, 'SELECT COUNT(DISTINCT packId) AS n FROM readings');
			assert.equal(packs.filter((p) => p.reading !== null).length, read.n);
			assert.equal((await listChargers(db)).length, 3);
			const { runs, total } = await listRuns(db, { status: 'ended', limit: 500 });
			assert.equal(total, before.runs - 1);
			assert.equal((await listRuns(db, { status: 'running' })).total, 1);
			const [chunk] = await select<{ runId: string; samples: number }>(db, 'SELECT * FROM telemetry_chunks');
			assert.equal((await readTelemetry(db, chunk.runId)).timeS.length, chunk.samples);
			assert.ok(runs.length > 400);
			const versions = await select<{ version: number }>(
				db,
				`SELECT version FROM programs WHERE name = 'Race day' ORDER BY version`
			);
			assert.deepEqual(versions, [{ version: 1 }, { version: 2 }], 'two of one number are numbered anew');
			assert.match(db.remarks.join(), /before the upgrade is kept in/);
		});
		const kept = `${file}.before-0004-ground`;
		const old = new Sequelize({ dialect: 'sqlite', storage: kept, logging: false });
		assert.deepEqual(await counts({ sequelize: old }), before);
		assert.ok(!(await applied(old)).includes('0004-ground'));
		await old.close();
		await using(file, async (db) => assert.deepEqual(db.remarks, [], 'once is enough'));
	});

	test('killed at either edge of a change or within it, in a first start or an upgrade, the file opens and misses nothing', async () => {
		for (const begin of [newFile, oldFile]) {
			const file = begin();
			const killed: string[] = [];
			let statement = 0;
			const trace = (sql: string) => {
				// Reading changes nothing: what is killed there leaves what the statement before it left.
				if (/^(SELECT|PRAGMA (table_info|INDEX|foreign_key))/i.test(sql)) return;
				// Within a transaction the disk stands still: before it, when all of it is written and not
				// yet done, and a cut of what lies between.
				const edge = /^(BEGIN|COMMIT)/i.test(sql);
				if (!edge && statement++ % WITHIN !== 0) return;
				const at = newFile();
				snapshot(file, at);
				killed.push(at);
			};
			const expected = await using(file, counts, { trace });
			assert.ok(killed.length >= 15, `${killed.length} statements`);
			for (const at of killed)
				await using(at, async (db) => {
					assert.deepEqual(await applied(db.sequelize), NAMES);
					assert.deepEqual(await counts(db), expected);
					await mustBeClean(db);
				});
		}
	});

	test('a file that the first release left half migrated, killed at any statement, opens', async () => {
		// That release ran each change for itself, outside a transaction, and noted it afterwards.
		const file = newFile();
		const left: string[] = [];
		let statement = 0;
		const old = new Sequelize({
			dialect: 'sqlite',
			storage: file,
			logging: (sql) => {
				if (/: (SELECT|PRAGMA)/i.test(sql) || statement++ % OUTSIDE) return;
				const at = newFile();
				snapshot(file, at);
				left.push(at);
			}
		});
		await old.query('CREATE TABLE migrations (name VARCHAR(255) PRIMARY KEY)');
		for (const name of NAMES.slice(0, 3)) {
			await MIGRATIONS[name].up(old.getQueryInterface());
			await old.query(`INSERT INTO migrations VALUES ('${name}')`);
		}
		await old.close();
		assert.ok(left.length > 16, `${left.length} statements`);
		const whole = await using(newFile(), (db) =>
			select(db, `SELECT name, type FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY name`)
		);
		for (const at of left)
			await using(at, async (db) => {
				assert.deepEqual(
					await select(
						db,
						`SELECT name, type FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY name`
					),
					whole
				);
				await mustBeClean(db);
			});
	});

	test('a migration that fails leaves the file as it was, and keeps its name to itself', async () => {
		const file = oldFile();
		const broken: Migration = {
			up: async (q) => {
				await q.sequelize.query('CREATE TABLE half (x)');
				await q.sequelize.query('DELETE FROM packs');
				throw new Error('halfway');
			},
			down: async () => undefined
		};
		const loose: Migration = {
			...broken,
			up: async (q) => void (await q.sequelize.query('DELETE FROM chargers'))
		};
		const migrations = { ...MIGRATIONS };
		const before = await using(file, counts);
		for (const [bad, says] of [
			[broken, /halfway/],
			[loose, /reference would be left loose/]
		] as const)
			await assert.rejects(openDatabase(file, { migrations: { ...migrations, '0009-bad': bad } }), says);
		await using(file, async (db) => {
			assert.deepEqual(await counts(db), before);
			assert.deepEqual(await select(db, `SELECT name FROM sqlite_master WHERE name = 'half'`), []);
		});
	});

	test('every parent table can be rebuilt within a migration and loses no child row', async () => {
		const file = oldFile();
		await using(file, async () => undefined);
		const parents = ['packs', 'chargers', 'channels', 'supplies', 'programs', 'runs'];
		const rebuild: Migration = {
			up: async (q) => {
				for (const table of parents) {
					const [{ sql }] = await select<{ sql: string }>(
						q,
						`SELECT sql FROM sqlite_master WHERE type = 'table' AND name = '${table}'`
					);
					await rebuildTable(q, table, (name) =>
						sql.replace(/^CREATE TABLE [`"]?\w+[`"]?/, `CREATE TABLE ${name}`)
					);
				}
			},
			down: async () => undefined
		};
		const shape = (db: Database) =>
			select(db, `SELECT type, name, tbl_name FROM sqlite_master ORDER BY type, name`);
		const before = await using(file, async (db) => ({ rows: await counts(db), shape: await shape(db) }));
		await using(
			file,
			async (db) => {
				assert.deepEqual(await counts(db), before.rows);
				assert.deepEqual(await shape(db), before.shape, 'indexes come along');
				await mustBeClean(db);
				const [keys] = await db.write((tx) => select<{ foreign_keys: number }>(tx, 'PRAGMA foreign_keys'));
				assert.equal(keys.foreign_keys, 1, 'and references are kept again afterwards');
			},
			{ migrations: { ...MIGRATIONS, '0009-rebuild': rebuild } }
		);
		await assert.rejects(
			using(newFile(), (db) =>
				db.write((tx) => rebuildTable(tx.sequelize.getQueryInterface(), 'packs', String))
			),
			/only while foreign keys are off/
		);
	});

	test('what a later release has written is refused in a sentence and left alone', async () => {
		const file = newFile();
		const migrations = {
			...MIGRATIONS,
			'0099-later': { up: async () => undefined, down: async () => undefined }
		};
		await using(file, async () => undefined, { migrations });
		const before = readFileSync(file);
		await assert.rejects(openDatabase(file), {
			name: 'StartError',
			message: /later release of Stack Tender \(0099-later\)/
		});
		assert.deepEqual(readFileSync(file), before);
	});

	test('a row that no field allows is mended to what claims least, and the record says what it was', async () => {
		const file = oldFile();
		const old = new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
		const [first, second] = await select<{ id: string }>(
			{ sequelize: old },
			'SELECT id FROM packs ORDER BY name'
		);
		await old.query(
			`UPDATE packs SET cells = -3, condition = 'nonsense', labelChargeRateC = 900, practice = 'oh' WHERE id = '${first.id}'`
		);
		await old.query(
			`UPDATE packs SET capacityAh = 'lots', condition = 'in service' WHERE id = '${second.id}'`
		);
		await old.close();
		await using(file, async (db) => {
			const packs = await listPacks(db, new Date().toISOString());
			const { pack } = packs.find((p) => p.pack.id === first.id)!;
			assert.deepEqual(
				[pack.cells, pack.condition, pack.labelChargeRateC, pack.practice],
				[1, 'quarantine', null, {}]
			);
			const said = (await eventsOf(db, first.id)).filter((e) => e.kind === 'mended at upgrade');
			assert.deepEqual(said.map((e) => [e.detail.column, e.detail.was]).sort(), [
				['cells', '-3'],
				['condition', 'nonsense'],
				['labelChargeRateC', '900.0'],
				['practice', 'oh']
			]);
			const other = packs.find((p) => p.pack.id === second.id)!.pack;
			assert.equal(other.condition, 'quarantine', 'what it holds is not known any more');
			assert.ok(
				packs.some((p) => p.pack.condition === 'in service'),
				'the others stay as they were'
			);
			await mustBeClean(db);
		});
	});

	test('migrations can be taken back: what it added goes, what was there stays', async () => {
		const file = oldFile();
		const before = await using(file, async (db) => {
			await db.write((tx) =>
				tx.sequelize.query(`UPDATE runs SET status = 'starting' WHERE status = 'running'`)
			);
			return counts(db);
		});
		const sequelize = new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
		// As within a migration: rebuilding a table must empty no child of it.
		await sequelize.query('PRAGMA foreign_keys = OFF');
		// The newest ones refer to tables of the second.
		const back = [
			'0023-results',
			'0022-held-known',
			'0021-low-for',
			'0020-pack-stamps',
			'0005-described',
			'0004-ground'
		];
		for (const name of back) {
			await MIGRATIONS[name].down(sequelize.getQueryInterface());
			await sequelize.query(`DELETE FROM migrations WHERE name = '${name}'`);
		}
		const open = await select<{ status: string }>(
			{ sequelize },
			`SELECT status FROM runs WHERE status <> 'ended'`
		);
		assert.deepEqual(open, [{ status: 'running' }], 'the older release follows it as running');
		assert.deepEqual(await migrate(sequelize), [...back].reverse());
		assert.deepEqual(await counts({ sequelize }), before);
		await sequelize.close();
		assert.equal(readdirSync(folder.dir).filter((f) => f.includes('.part')).length, 0);
	});
});
