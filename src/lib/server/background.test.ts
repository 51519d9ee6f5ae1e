import assert from 'node:assert/strict';
import { once } from 'node:events';
import { constants, getPriority } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { runInBackground } from './background';

const SOURCE = pathToFileURL(join(import.meta.dirname, 'background.ts')).href;
const IN_THREAD = `
	import('tsx/esm/api').then(async (tsx) => {
		tsx.register();
		const { runInBackground } = await import('${SOURCE}');
		runInBackground();
		const thread = Number(require('node:fs').readlinkSync('/proc/thread-self').split('/').pop());
		require('node:worker_threads').parentPort.postMessage(require('node:os').getPriority(thread));
	});`;

test(
	'a thread in the background lowers its own priority and nobody else’s',
	{ skip: process.platform !== 'linux' },
	async () => {
		const before = getPriority();
		const worker = new Worker(IN_THREAD, { eval: true });
		const [own] = (await once(worker, 'message')) as [number];
		await worker.terminate();
		assert.equal(own, Math.max(before, constants.priority.PRIORITY_BELOW_NORMAL));
		runInBackground();
		assert.equal(getPriority(), before, 'the server itself stays as it is');
	}
);
