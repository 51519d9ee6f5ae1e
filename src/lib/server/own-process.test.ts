/**
 * Work in a process of its own is ended at any moment of its use of SQLite, and this process goes
 * on. (Within a thread of this one SQLite's native part ends it all: "Error::New
 * napi_define_properties".)
 */
import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { aFolder } from '../../../tests/support/database';
import { demoFile } from '../../../tests/support/demo-file';
import { resultOfProcess } from './own-process';

const TIMES = 8;
const MOST_MS = 60_000;

describe('a process of its own', () => {
	let folder: ReturnType<typeof aFolder>;
	let file = '';
	before(async () => {
		folder = aFolder('own-process');
		file = join(folder.dir, 'demo.sqlite');
		await demoFile(file);
	});
	after(() => folder.remove());
	const prove = (request: unknown, mostMs = MOST_MS, stop?: AbortSignal, tell?: (share: number) => void) =>
		resultOfProcess<string | null>({
			...{ name: 'prove-worker', source: 'services/book/prove-worker.ts', request },
			...{ mostMs, stop, tell }
		});

	test('is ended wherever it is, and the next one comes to its result', async () => {
		for (let k = 0; k < TIMES; k++) {
			const stop = new AbortController();
			const seen: number[] = [];
			const work = prove({ file }, MOST_MS, stop.signal, (share) => {
				seen.push(share);
				// In another part of its work each time.
				if (seen.length > 3 * k) stop.abort();
			});
			const timer = setTimeout(() => stop.abort(), MOST_MS / 2);
			assert.deepEqual(await work, { unfinished: 'cancelled' });
			clearTimeout(timer);
		}
		assert.deepEqual(await prove({ file }), { result: null });
	});

	test('that takes too long is ended; one that was cancelled before does not begin', async () => {
		assert.deepEqual(await prove({ file }, 50), { unfinished: 'too long' });
		assert.deepEqual(await prove({ file }, MOST_MS, AbortSignal.abort()), { unfinished: 'cancelled' });
	});

	test('that throws is told by its message', async () => {
		await assert.rejects(prove(null), /Cannot destructure/);
		const text = join(folder.dir, 'text.sqlite');
		writeFileSync(text, 'no database');
		const refused = await prove({ file: text });
		assert.ok('result' in refused && refused.result !== null && !refused.result.includes(folder.dir));
	});
});
