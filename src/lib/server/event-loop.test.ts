import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BLOCK_MS, EventLoopWatch, type EventLoopBlock } from './event-loop';

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

function blockFor(ms: number): void {
	const until = performance.now() + ms;
	while (performance.now() < until);
}

test('a block is recorded with the requests under way, and with none that ended before', async () => {
	const heard: EventLoopBlock[] = [];
	const watch = new EventLoopWatch((block) => heard.push(block));
	watch.start();
	try {
		const before = watch.begin('GET /before');
		before();
		await sleep(60);
		const waiting = watch.begin('GET /waiting');
		const heavy = watch.begin('POST /heavy');
		blockFor(BLOCK_MS + 100);
		heavy();
		await sleep(60);
		waiting();
		// A machine that stands still makes blocks of its own.
		const [own, ...others] = heard.filter((block) => block.requests.includes('POST /heavy'));
		assert.deepEqual(others, []);
		assert.deepEqual(own.requests.sort(), ['GET /waiting', 'POST /heavy']);
		assert.ok(own.blockedMs >= BLOCK_MS, `${own.blockedMs}`);
		// It was busy, not stopped; a machine that stands still beside it takes nothing away.
		assert.ok(own.processorMs >= (BLOCK_MS + 100) / 2, `${own.processorMs}`);
		const { maxMs, p50Ms, blocks } = watch.figures();
		assert.ok(maxMs >= BLOCK_MS, `${maxMs}`);
		assert.ok(p50Ms < maxMs);
		assert.deepEqual(blocks, heard);
	} finally {
		watch.stop();
	}
});

test('ending a request twice counts once, and no more than fifty blocks are kept', async () => {
	const watch = new EventLoopWatch();
	const end = watch.begin('GET /');
	end();
	end();
	const record = (watch as unknown as { record(a: number, b: number, c: number): void }).record.bind(watch);
	for (let i = 0; i < 70; i++) record(performance.now() - 1000, performance.now(), 900);
	assert.equal(watch.figures().blocks.length, 50);
	assert.deepEqual(watch.figures().blocks[0].requests, ['GET /']);
});
