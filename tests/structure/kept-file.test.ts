/** What many tests begin with is made once, though they ask for it at the same moment. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { keptFile } from '../support/kept-file';

const CACHE = join('node_modules', '.cache', 'stack-tender');
const NAME = `trial${process.pid}`;
const folder = mkdtempSync(join(tmpdir(), 'kept-'));
const own = () => readdirSync(CACHE).filter((name) => name.includes(NAME));
after(() => {
	for (const name of own()) rmSync(join(CACHE, name));
	rmSync(folder, { recursive: true });
});

let made = 0;
const ask = (file: string) =>
	keptFile(join(folder, file), { name: NAME, madeFrom: ['tests/fixtures'] }, async (db) => {
		made++;
		await new Promise((done) => setTimeout(done, 300));
		assert.ok(db);
	});

test('asked for three times at once it is made once, and nothing of the making is left', async () => {
	await Promise.all(['a', 'b', 'c'].map(ask));
	assert.equal(made, 1);
	for (const file of ['a', 'b', 'c']) assert.ok(existsSync(join(folder, file)));
	assert.equal(own().length, 1, own().join());
});

test('who began it and ended is not waited for', async () => {
	const [kept] = own();
	rmSync(join(CACHE, kept));
	const gone = spawnSync('node', ['-e', '']).pid;
	writeFileSync(join(CACHE, `${kept}.by`), String(gone));
	await ask('d');
	assert.equal(made, 2);
	assert.equal(own().length, 1, own().join());
});

test('where it cannot be made the next one tries', async () => {
	rmSync(join(CACHE, own()[0]));
	const failing = keptFile(join(folder, 'e'), { name: NAME, madeFrom: ['tests/fixtures'] }, () =>
		Promise.reject(new Error('cannot be made'))
	);
	await assert.rejects(failing, /cannot be made/);
	assert.deepEqual(own(), []);
	await ask('f');
	assert.equal(made, 3);
});
