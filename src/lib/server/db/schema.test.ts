/** The schema of a data file against the one that the migrations make. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { Sequelize } from 'sequelize';
import { aDatabase } from '../../../../tests/support/database';
import type { Database } from './connect';
import { migrate } from './migrate';
import { activeHash, mustBeOurs, OWN_ACTIVE, schemaFaults } from './schema';

test('triggers and views sum up to what is written down: a migration that changes them changes it', async () => {
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: ':memory:', logging: false });
	await migrate(sequelize);
	assert.equal(await activeHash(sequelize), OWN_ACTIVE);
	assert.deepEqual(await schemaFaults(sequelize), []);
	await sequelize.close();
});

describe('the schema', () => {
	let db: Database;
	before(async () => void (db = await aDatabase()));
	after(() => db.close());
	/** What `find` says while `sql` has been done, which is taken back. */
	async function whileDone<T>(sql: string, find: () => Promise<T>): Promise<T | undefined> {
		let found: T | undefined;
		await assert.rejects(
			db.write(async (tx) => {
				await tx.sequelize.query(sql);
				found = await find();
				throw new Error('take it back');
			}),
			/take it back/
		);
		return found;
	}
	const writer = () => db.write(async (tx) => tx.sequelize);

	test('a trigger more, less or of other words is found', async () => {
		const sequelize = await writer();
		const hash = (sql: string) => whileDone(sql, () => activeHash(sequelize));
		const own = 'DROP TRIGGER looks_stamp_packs_on_delete';
		assert.notEqual(await hash(own), OWN_ACTIVE);
		assert.notEqual(await hash('CREATE VIEW shelf AS SELECT * FROM packs'), OWN_ACTIVE);
		const refused = await whileDone(
			'CREATE TRIGGER t AFTER INSERT ON events BEGIN DELETE FROM packs; END',
			() =>
				mustBeOurs(sequelize, 'X').then(
					() => 'believed',
					(error: Error) => error.message
				)
		);
		assert.match(refused!, /^X holds triggers or views/);
	});

	test('what is missing, more or changed is named', async () => {
		const sequelize = await writer();
		const faults = (sql: string) => whileDone(sql, () => schemaFaults(sequelize));
		assert.deepEqual(await faults('CREATE TABLE notes (words TEXT)'), ['the table notes is not ours']);
		assert.deepEqual(await faults('DROP TRIGGER looks_stamp_packs_on_delete'), [
			'the trigger looks_stamp_packs_on_delete is missing'
		]);
		assert.deepEqual(await faults('ALTER TABLE packs ADD COLUMN colour TEXT'), [
			'the table packs is not as we make it'
		]);
	});
});
