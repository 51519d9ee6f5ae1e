import assert from 'node:assert/strict';
import { test } from 'node:test';
import { LoopSlices } from './loop-slices';

const blockFor = (ms: number) => {
	for (const until = performance.now() + ms; performance.now() < until;);
};

test('others get their turn between slices, and none is given away before a slice is used up', async () => {
	const slices = new LoopSlices();
	let turns = 0;
	const other = setInterval(() => turns++, 1);
	try {
		for (let i = 0; i < 20; i++) {
			blockFor(15);
			await slices.pause();
		}
		assert.ok(turns >= 10, `${turns} turns`);
		let resumed = false;
		const fresh = new LoopSlices();
		setImmediate(() => (resumed = true));
		await fresh.pause();
		assert.equal(resumed, false, 'a short part goes on at once');
	} finally {
		clearInterval(other);
	}
});
