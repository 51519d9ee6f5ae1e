/**
 * A data file proved before it is put in place: whatever somebody has done to it beyond its
 * integrity is found, and what the application itself wrote passes.
 */
import assert from 'node:assert/strict';
import { copyFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { aFolder } from '../../../../../tests/support/database';
import { demoFile } from '../../../../../tests/support/demo-file';
import { openDatabase } from '../../db/connect';
import { generationOnDisk } from '../../db/companions';
import { OPEN_READWRITE, withHandle } from '../../db/sqlite';
import { proveBeside } from './prove-beside';
import { proveDataFile } from './prove';

describe('a data file is proved', () => {
	let folder: ReturnType<typeof aFolder>;
	let sound = '';
	let n = 0;
	before(async () => {
		folder = aFolder('prove');
		sound = join(folder.dir, 'sound.sqlite');
		await demoFile(sound);
	});
	after(() => folder.remove());

	/** A copy of the demo's data file after `sql`. */
	async function fileAfter(sql: string): Promise<string> {
		const file = join(folder.dir, `${n++}.sqlite`);
		copyFileSync(sound, file);
		await withHandle(file, OPEN_READWRITE, (handle) =>
			handle.run(`PRAGMA foreign_keys = OFF; PRAGMA ignore_check_constraints = ON; ${sql}`)
		);
		return file;
	}
	const refused = async (sql: string, says: RegExp) =>
		assert.rejects(proveDataFile(await fileAfter(sql)), { name: 'StartError', message: says });

	test('the demo’s passes, carries no mark afterwards and nothing beside it but its lock', async () => {
		const file = await fileAfter('');
		await proveDataFile(file);
		assert.equal(generationOnDisk(file), 0);
		const beside = readdirSync(folder.dir).filter((name) => /^0\.sqlite-/.test(name));
		assert.deepEqual(beside, []);
	});

	test('of an upgrade from the first release too', async () => {
		const file = join(folder.dir, 'first.sqlite');
		const { MIGRATIONS } = await import('../../db/migrate');
		const first = Object.fromEntries(Object.entries(MIGRATIONS).slice(0, 1));
		await (await openDatabase(file, { migrations: first })).close();
		await proveDataFile(file);
	});

	test('a trigger that puts a pack back in service is not ours', () =>
		refused(
			`CREATE TRIGGER healed AFTER INSERT ON events BEGIN UPDATE packs SET condition = 'in use'; END`,
			/the trigger healed is not ours/
		));

	test('a view, a table and an index of somebody else’s are not ours', async () => {
		await refused('CREATE VIEW shelf AS SELECT * FROM packs', /the view shelf is not ours/);
		await refused('CREATE TABLE notes (words TEXT)', /the table notes is not ours/);
		await refused('CREATE INDEX quick ON packs (name)', /the index quick is not ours/);
	});

	test('a table that lacks a column, and one that was emptied of its rules, are not as we make them', async () => {
		await refused('ALTER TABLE runs DROP COLUMN notes', /the table runs is not as we make it/);
		await refused(
			'CREATE TABLE bare AS SELECT * FROM looks; DROP TABLE looks; ALTER TABLE bare RENAME TO looks',
			/the trigger looks_stamp_packs_on_delete is missing|the table looks is not as we make it/
		);
	});

	test('a reference that leads nowhere', () =>
		refused(
			`UPDATE readings SET packId = 'nobody'`,
			/a row of readings refers to one of packs that is not there/
		));

	test('JSON that is none, of another shape or of a later release', async () => {
		await refused(`UPDATE programs SET settings = '{"v":1,'`, /a row of it cannot be read/);
		await refused(
			`UPDATE programs SET settings = '{"v":1,"value":{"currentA":"plenty"}}'`,
			/in programs .* holds “settings.*” of another shape/
		);
		await refused(`UPDATE programs SET settings = '{"v":99,"value":{}}'`, /a row of it cannot be read/);
		await refused(`UPDATE events SET detail = '{'`, /its record of acts cannot be read/);
	});

	test('a word that is no condition, and a moment that is none', async () => {
		await refused(
			`UPDATE packs SET condition = 'like new'`,
			/in packs .* holds “condition” of another shape/
		);
		await refused(`UPDATE runs SET startedAt = 'yesterday'`, /a row of it cannot be read|of another shape/);
	});

	test('samples that end too early or say too many', async () => {
		await refused(
			'UPDATE telemetry_chunks SET data = substr(data, 1, 20)',
			/samples of run .* cannot be read/
		);
		await refused('UPDATE telemetry_chunks SET samples = 900000000', /samples of run .* cannot be read/);
	});

	test('a file of a later release, with a damaged page and with no rows of ours', async () => {
		await refused(
			`INSERT INTO migrations VALUES ('9999-later')`,
			/could not be opened and brought up to date/
		);
		await refused('DROP TABLE migrations', /could not be opened and brought up to date|not made as/);
	});

	test('a figure out of the range of today is of an earlier release, and passes', async () => {
		const file = await fileAfter('UPDATE packs SET keptDegC = 500');
		await proveDataFile(file);
	});

	test('in a process of its own it says the same', async () => {
		await proveBeside(await fileAfter(''));
		await assert.rejects(proveBeside(await fileAfter('CREATE TABLE notes (words TEXT)')), {
			name: 'StartError',
			message: /the table notes is not ours/
		});
	});
});
