/** Copies beside the data file are bounded in number and size; nothing else there is touched. */
import assert from 'node:assert/strict';
import { readdirSync, truncateSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, test } from 'node:test';
import { aFolder } from '../../../../tests/support/database';
import { copyKind, dropOldCopies, MOST_COPIES } from './kept-copies';

let folder: ReturnType<typeof aFolder>;
let file: string;
beforeEach(() => {
	folder = aFolder('copies');
	file = join(folder.dir, 'data.sqlite');
	writeFileSync(file, 'data');
});
afterEach(() => folder.remove());

/** A copy that is so old, days, and so large; sparse files take no room. */
function copy(name: string, days: number, bytes = 100): void {
	const path = join(folder.dir, name);
	writeFileSync(path, '');
	truncateSync(path, bytes);
	utimesSync(path, new Date(), new Date(Date.now() - days * 86400e3));
}

test('the newest are kept, of whatever kind, and what is no copy stays', () => {
	for (let k = 1; k <= 10; k++) copy(`data.sqlite.replaced-${k}`, k);
	for (let k = 1; k <= 10; k++) copy(`data.sqlite.before-import-${k}`, k + 0.5);
	copy('data.sqlite.owner', 999);
	copy('other.sqlite.replaced-1', 999);
	const dropped = dropOldCopies(file);
	assert.equal(dropped.length, 20 - MOST_COPIES);
	assert.ok(
		dropped.every((name) => /-([7-9]|10)$/.test(name)),
		dropped.join()
	);
	const left = readdirSync(folder.dir);
	assert.ok(['data.sqlite', 'data.sqlite.owner', 'other.sqlite.replaced-1'].every((n) => left.includes(n)));
	assert.deepEqual(dropOldCopies(file), []);
});

test('a gigabyte of them, or five times the data; the two newest however large', () => {
	for (let k = 1; k <= 4; k++) copy(`data.sqlite.uploaded-${k}`, k, 4e8);
	assert.deepEqual(dropOldCopies(file).sort(), ['data.sqlite.uploaded-3', 'data.sqlite.uploaded-4']);
	truncateSync(file, 4e8);
	for (let k = 3; k <= 7; k++) copy(`data.sqlite.uploaded-${k}`, k, 4e8);
	assert.deepEqual(dropOldCopies(file).sort(), ['data.sqlite.uploaded-6', 'data.sqlite.uploaded-7']);
	truncateSync(file, 4);
	for (let k = 1; k <= 2; k++) copy(`data.sqlite.uploaded-${k}`, k, 3e9);
	assert.equal(dropOldCopies(file).length, 3);
	assert.equal(copyKind(file, 'data.sqlite.uploaded-1'), 'uploaded');
});
