/**
 * A book that is read in a process of its own: the same comes of it, others write meanwhile, and it
 * can be left.
 */
import assert from 'node:assert/strict';
import { readdirSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import { test } from 'node:test';
import { aDatabase } from '../../../../../tests/support/database';
import { demoFile } from '../../../../../tests/support/demo-file';
import type { Database } from '../../db/connect';
import { bringInBeside, cancelImport, compareBeside, importProgress } from './import-beside';
import { bookPieces } from './take-out';

const NOW = '2026-06-13T16:00:00.000Z';
const nobodyLeaves = new AbortController().signal;

async function bookOf(db: Database): Promise<Uint8Array> {
	const pieces: string[] = [];
	for await (const piece of bookPieces(db, NOW)) pieces.push(piece);
	return Buffer.from(pieces.join(''));
}
/** Copies and staged files beside the data. */
const leftovers = ({ file }: Database): string[] =>
	readdirSync(dirname(file)).filter(
		(name) =>
			name.includes(basename(file)) &&
			name !== basename(file) &&
			!/-(wal|shm|journal)$|(owner|lock)$/.test(name)
	);

test('a book read beside comes in whole while others write, and comes out the same', async () => {
	const demo = await aDatabase((file) => demoFile(file, Date.parse(NOW)));
	const bytes = await bookOf(demo);
	await demo.close();
	const db = await aDatabase();
	const looked = await compareBeside(db, bytes, nobodyLeaves);
	assert.ok(looked.ok, looked.ok ? '' : looked.message);
	const runs = looked.value.tables.find(({ table }) => table === 'runs')!;
	assert.ok(runs.fresh > 300 && runs.same === 0);

	let writes = 0;
	let going = true;
	const others = (async () => {
		for (; going; writes++) {
			await db.write((tx) => tx.models.Preference.upsert({ key: 'soak', value: writes }));
			await new Promise((resolve) => setTimeout(resolve, 5));
		}
	})();
	const brought = await bringInBeside(db, bytes, false, nobodyLeaves);
	going = false;
	await others;
	assert.ok(brought.ok, brought.ok ? '' : brought.message);
	assert.ok(writes > 10, `${writes} writes meanwhile`);
	assert.deepEqual(leftovers(db), [brought.value.keptAs]);
	await db.write((tx) => tx.models.Preference.destroy({ where: { key: 'soak' } }));
	assert.deepEqual(JSON.parse(String(Buffer.from(await bookOf(db)))), JSON.parse(String(Buffer.from(bytes))));
	await db.close();
});

test('left by whoever asked or by whoever looks on, nothing comes of it and nothing stays behind', async () => {
	const demo = await aDatabase((file) => demoFile(file, Date.parse(NOW)));
	const bytes = await bookOf(demo);
	await demo.close();
	const db = await aDatabase();
	assert.equal(cancelImport().ok, false, 'nothing goes on yet');

	const leaving = new AbortController();
	const left = bringInBeside(db, bytes, false, leaving.signal);
	leaving.abort();
	const no = await left;
	assert.ok(!no.ok && no.status === 409);

	const cancelled = bringInBeside(db, bytes, false, nobodyLeaves);
	while (importProgress().share === null) await new Promise((resolve) => setImmediate(resolve));
	assert.ok(cancelImport().ok);
	const same = await cancelled;
	assert.ok(!same.ok && same.status === 409);
	assert.equal(importProgress().share, null);
	assert.equal(await db.models.Pack.count(), 0);
	assert.deepEqual(leftovers(db), []);
	await db.close();
});

test('files wait for one another, and no more of them than are worth holding', async () => {
	const db = await aDatabase();
	const broken = Buffer.from('{"format":"stack-tender book"');
	const answers = await Promise.all(Array.from({ length: 6 }, () => compareBeside(db, broken, nobodyLeaves)));
	const statuses = answers.map((a) => (a.ok ? 200 : a.status));
	assert.equal(statuses.filter((s) => s === 422).length, 3, `${statuses}`);
	assert.equal(statuses.filter((s) => s === 503).length, 3, `${statuses}`);
	await db.close();
});
