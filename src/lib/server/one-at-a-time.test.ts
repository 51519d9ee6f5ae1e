import assert from 'node:assert/strict';
import { test } from 'node:test';
import { OneAtATime } from './one-at-a-time';

test('in order, one at a time, past what fails, and no more than may wait', async () => {
	const turns = new OneAtATime(3);
	const done: string[] = [];
	let open = 0;
	const work =
		(name: string, fails = false) =>
		async () => {
			assert.equal(++open, 1, 'alone');
			await new Promise((resolve) => setImmediate(resolve));
			open--;
			done.push(name);
			if (fails) throw new Error(name);
			return name;
		};
	const first = turns.run(work('first', true));
	const [second, third] = [turns.run(work('second')), turns.run(work('third'))];
	assert.equal(turns.run(work('fourth')), null);
	await assert.rejects(first!, /first/);
	assert.deepEqual(await Promise.all([second, third]), ['second', 'third']);
	assert.equal(await turns.run(work('fifth')), 'fifth');
	assert.deepEqual(done, ['first', 'second', 'third', 'fifth']);
});
