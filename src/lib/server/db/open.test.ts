/**
 * Opening a data file: one owner, a log that belongs to it, a sentence for everything that stands
 * in the way; restoring.
 */
import assert from 'node:assert/strict';
import { spawn, spawnSync } from 'node:child_process';
import {
	copyFileSync,
	existsSync,
	mkdirSync,
	readdirSync,
	readFileSync,
	statSync,
	symlinkSync,
	truncateSync,
	writeFileSync
} from 'node:fs';
import { basename, join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { aFolder } from '../../../../tests/support/database';
import { generationOnDisk } from './companions';
import { openDatabase, type Database } from './connect';
import { ownerOf, takeLock } from './lock';
import { prepareBackup, putInPlace, restoreDatabase, takeBack } from './restore';
import { asStartError, sqliteCode, StartError } from './start-error';

const set = (db: Database, key: string) =>
	db.write((tx) => tx.models.Preference.upsert({ key, value: { key } }));
const keys = async (db: Database) =>
	(await db.models.Preference.findAll({ order: [['key', 'ASC']] })).map((row) => row.get('key'));

/** What a copy is proved by has tests of its own. */
const asItIs = async (): Promise<void> => undefined;

describe('opening a data file', () => {
	let folder: ReturnType<typeof aFolder>;
	let n = 0;
	const newFile = () => join(folder.dir, `${n++}.sqlite`);
	before(() => void (folder = aFolder('opening')));
	after(() => folder.remove());

	/** A file with the named preferences in it, closed. */
	async function fileWith(...names: string[]): Promise<string> {
		const file = newFile();
		const db = await openDatabase(file);
		for (const name of names) await set(db, name);
		await db.close();
		return file;
	}
	async function keysIn(file: string): Promise<unknown[]> {
		const db = await openDatabase(file);
		try {
			return await keys(db);
		} finally {
			await db.close();
		}
	}
	/** A process that holds the file open and has written to it; killed, it leaves its log behind. */
	function holder(file: string, ...names: string[]) {
		const script = `
			import { openDatabase } from './src/lib/server/db/connect.ts';
			const db = await openDatabase(${JSON.stringify(file)});
			for (const key of ${JSON.stringify(names)}) await db.write((tx) => tx.models.Preference.upsert({ key, value: {} }));
			console.log('ready');
			setInterval(() => undefined, 1000);`;
		const child = spawn('node', ['--import', 'tsx', '--input-type=module', '-e', script], {
			stdio: ['ignore', 'pipe', 'inherit']
		});
		const kill = () =>
			new Promise<void>((resolve) => {
				child.once('exit', () => resolve());
				child.kill('SIGKILL');
			});
		return new Promise<{ pid: number; kill: () => Promise<void> }>((resolve) =>
			child.stdout.once('data', () => resolve({ pid: child.pid!, kill }))
		);
	}

	test('two applications do not open one file: the second is told who has it; a killed owner leaves no lock', async () => {
		const file = newFile();
		const owner = await holder(file, 'theirs');
		await assert.rejects(openDatabase(file), (error: StartError) => {
			assert.equal(error.name, 'StartError');
			return error.message.includes(`process ${owner.pid}`);
		});
		await assert.rejects(restoreDatabase(await fileWith(), file, asItIs), /is open in another Stack Tender/);
		await owner.kill();
		assert.deepEqual(await keysIn(file), ['theirs'], 'what was confirmed before the kill is there');
	});

	test('nor through a link to it or to its folder', async () => {
		const file = await fileWith('a');
		const db = await openDatabase(file);
		const link = newFile();
		symlinkSync(file, link);
		await assert.rejects(openDatabase(link), /is open in another Stack Tender/);
		const elsewhere = join(folder.dir, 'the same folder');
		symlinkSync(folder.dir, elsewhere);
		await assert.rejects(openDatabase(join(elsewhere, basename(file))), /is open in another Stack Tender/);
		await db.close();
		assert.deepEqual(await keysIn(link), ['a']);
	});

	test('the same process does not open it twice either, and a closed one can be opened again', async () => {
		const file = newFile();
		const db = await openDatabase(file);
		await assert.rejects(openDatabase(file), /is open in another Stack Tender/);
		await db.close();
		const lock = await takeLock(file);
		await assert.rejects(openDatabase(file), /is open in another/);
		await lock.release();
		const again = await openDatabase(file);
		await set(again, 'last word');
		await again.close();
		assert.ok(!existsSync(`${file}-wal`), 'what was written is in the file once nobody has it open');
	});

	test('a log is only played into the file that it belongs to', async () => {
		const file = newFile();
		const owner = await holder(file, 'one', 'two');
		await owner.kill();
		assert.ok(statSync(`${file}-wal`).size > 0);
		assert.equal(generationOnDisk(file), ownerOf(file)!.generation);
		const [killed, log] = [readFileSync(file), readFileSync(`${file}-wal`)];

		// Put in place by hand, with the log of the killed one still beside it.
		copyFileSync(await fileWith('backup'), file);
		const db = await openDatabase(file);
		assert.deepEqual(await keys(db), ['backup']);
		assert.match(db.remarks.join(), /was put in place by hand.*set aside as/s);
		await db.close();
		const aside = readdirSync(folder.dir).find((name) => name.includes('.other-wal-'))!;
		assert.deepEqual(readFileSync(join(folder.dir, aside)), log, 'it is kept');

		// The killed one itself, with its own log, is whole.
		const again = newFile();
		writeFileSync(again, killed);
		writeFileSync(`${again}-wal`, log);
		assert.deepEqual(await keysIn(again), ['one', 'two'], 'nothing noted: believed');
	});

	/**
	 * Kills a process in the middle of a change that goes round the write-ahead log: its journal is
	 * left.
	 */
	function killedOutsideTheLog(file: string): void {
		const script = `
			import sqlite3 from 'sqlite3';
			const db = new sqlite3.Database(${JSON.stringify(file)});
			db.exec("PRAGMA journal_mode = DELETE; PRAGMA cache_size = 2; BEGIN IMMEDIATE; UPDATE preferences SET key = key || '!'",
				() => process.kill(process.pid, 'SIGKILL'));`;
		spawnSync('node', ['--input-type=module', '-e', script]);
		assert.ok(statSync(`${file}-journal`).size > 0, 'there is a journal to roll back');
	}

	test('killed in the middle of a change outside its log, it opens again as it was before', async () => {
		const names = Array.from({ length: 300 }, (_, k) => `name ${1000 + k}`);
		const file = await fileWith(...names);
		killedOutsideTheLog(file);
		assert.deepEqual(await keysIn(file), names);
		killedOutsideTheLog(file);
		const { keptAs } = await restoreDatabase(await fileWith('new'), file, asItIs);
		assert.deepEqual(await keysIn(file), ['new'], 'the journal of the one before is not played into it');
		assert.deepEqual(await keysIn(keptAs!), names);
	});

	test('a restore that was killed half-way leaves nothing that the next one would take up', async () => {
		const file = await fileWith('mine');
		const half = join(folder.dir, `.${basename(file)}-copy-killed`);
		mkdirSync(half);
		writeFileSync(join(half, 'coming.sqlite'), 'half a copy');
		await restoreDatabase(await fileWith('new'), file, asItIs);
		assert.deepEqual(await keysIn(file), ['new']);
		assert.ok(!existsSync(half));
	});

	test('a copy that is not proved is not put in place and leaves nothing', async () => {
		const file = await fileWith('mine');
		const says = new StartError('It is not ours.');
		await assert.rejects(
			restoreDatabase(await fileWith('new'), file, async () => Promise.reject(says)),
			says
		);
		assert.deepEqual(await keysIn(file), ['mine']);
		assert.deepEqual(
			readdirSync(folder.dir).filter((name) => name.includes('-copy-')),
			[]
		);
	});

	test('what was put in place and cannot be opened is taken back', async () => {
		const file = await fileWith('mine');
		const prepared = await prepareBackup(await fileWith('new'), file, asItIs);
		const { keptAs } = await putInPlace(prepared, file);
		prepared.drop();
		writeFileSync(file, 'spoilt');
		takeBack(file, keptAs);
		assert.deepEqual(await keysIn(file), ['mine']);
		takeBack(file, null);
		assert.ok(!existsSync(file), 'where nothing was before, nothing is');
	});

	test('a copy carries no mark of where it was made, so that it is never taken for the file it was made from', async () => {
		const file = await fileWith('a');
		const db = await openDatabase(file);
		const copy = newFile();
		await db.copyTo(copy);
		assert.equal(generationOnDisk(copy), 0);
		assert.notEqual(generationOnDisk(file), 0);
		assert.ok(!existsSync(`${copy}-wal`));
		await db.close();
	});

	test('what cannot be opened is told in a sentence and left as it is', async () => {
		const text = newFile();
		writeFileSync(text, 'not a database, but long enough to have a header of a hundred bytes: '.repeat(3));
		const cut = await fileWith('a', 'b');
		truncateSync(cut, Math.floor(statSync(cut).size / 2));
		const short = newFile();
		writeFileSync(short, 'SQLite format 3\0');
		const folderThere = newFile();
		mkdirSync(folderThere);
		const damagedFile = await fileWith('a');
		const bytes = readFileSync(damagedFile);
		bytes.fill(0xa5, 4096 * 3, 4096 * 12);
		writeFileSync(damagedFile, bytes);
		for (const [file, says] of [
			[text, /is not a database/],
			[cut, /is damaged/],
			[short, /is not a database/],
			[damagedFile, /is damaged/],
			[folderThere, /is not a file/],
			[join(text, 'below.sqlite'), /a part of its path is not a folder/]
		] as const) {
			const before = existsSync(file) && statSync(file).isFile() ? readFileSync(file) : null;
			await assert.rejects(openDatabase(file), { name: 'StartError', message: says });
			if (before) assert.deepEqual(readFileSync(file), before);
		}
	});

	test('failures of the disk are found wherever a library has wrapped them', () => {
		assert.equal(sqliteCode({ cause: { parent: { code: 'SQLITE_FULL' } } }), 'SQLITE_FULL');
		assert.equal(sqliteCode({ code: 'ENOENT', parent: { code: 'SQLITE_BUSY' } }), 'SQLITE_BUSY');
		const loop: { cause?: unknown } = {};
		loop.cause = loop;
		assert.equal(sqliteCode(loop), '');
		assert.equal(sqliteCode(null), '');
		const sentence = (code: string) => (asStartError({ code }, 'X') as Error).message;
		assert.match(sentence('SQLITE_FULL'), /no space left for X/);
		assert.match(sentence('EROFS'), /only be read/);
		assert.match(sentence('EACCES'), /closed to this user/);
		const fault = new Error('a fault of ours');
		assert.equal(asStartError(fault, 'X'), fault);
	});

	test('restoring: the backup takes the place, what was there is kept whole, the log of it too', async () => {
		const file = newFile();
		const owner = await holder(file, 'old one', 'old two');
		await owner.kill();
		const { keptAs } = await restoreDatabase(await fileWith('new'), file, asItIs);
		assert.deepEqual(await keysIn(file), ['new']);
		assert.deepEqual(await keysIn(keptAs!), ['old one', 'old two'], 'what was only in the log is in it');
		const fresh = newFile();
		assert.equal((await restoreDatabase(file, fresh, asItIs)).keptAs, null);
		assert.deepEqual(await keysIn(fresh), ['new']);
		const elsewhere = join(folder.dir, 'a folder', 'of its own', 'data.sqlite');
		assert.equal((await restoreDatabase(file, elsewhere, asItIs)).keptAs, null);
		assert.deepEqual(await keysIn(elsewhere), ['new'], 'where there was no folder yet');
	});

	test('restoring over a damaged file keeps that as it is, log and all', async () => {
		const file = newFile();
		const owner = await holder(file, 'a');
		await owner.kill();
		writeFileSync(file, 'damaged beyond recognition');
		const log = readFileSync(`${file}-wal`);
		const { keptAs } = await restoreDatabase(await fileWith('new'), file, asItIs);
		assert.deepEqual(await keysIn(file), ['new']);
		assert.equal(readFileSync(keptAs!, 'utf8'), 'damaged beyond recognition');
		const kept = readdirSync(folder.dir).filter((name) => name.startsWith(file.split('/').at(-1)!));
		assert.ok(kept.some((name) => readFileSync(join(folder.dir, name)).equals(log)));
	});

	test('what is no whole backup is refused before anything is touched', async () => {
		const file = await fileWith('mine');
		const before = readFileSync(file);
		const cut = await fileWith('a');
		truncateSync(cut, 8192);
		const empty = newFile();
		writeFileSync(empty, '');
		const notes = newFile();
		writeFileSync(notes, 'what I did today');
		const later = newFile();
		await (
			await openDatabase(later, {
				migrations: { '0001-first': { up: async () => undefined, down: async () => undefined } }
			})
		).close();
		const refusedFor: [string, RegExp][] = [
			[newFile(), /There is no /],
			[cut, /damaged|not a database/],
			[empty, /is empty/],
			[folder.dir, /is not a file/],
			[notes, /is not a database, and so no backup/],
			[later, /not one of Stack Tender/],
			[file, /is the data file itself/]
		];
		for (const [backup, says] of refusedFor)
			await assert.rejects(restoreDatabase(backup, file, asItIs), { name: 'StartError', message: says });
		assert.deepEqual(readFileSync(file), before);
		assert.deepEqual(
			readdirSync(folder.dir).filter((name) => name.includes('-copy-')),
			[]
		);
	});

	test('copies that were being handed out when an owner was killed are removed by the next', async () => {
		const file = await fileWith('a');
		const half = join(folder.dir, `.${file.split('/').at(-1)}-copy-abc123`);
		mkdirSync(half);
		writeFileSync(join(half, 'backup.sqlite'), 'half');
		assert.deepEqual(await keysIn(file), ['a']);
		assert.ok(!existsSync(half));
	});
});
