import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Keeper } from './keeper';

test('what was found is kept until it is forgotten, or asked for as of another moment', async () => {
	const keeper = new Keeper();
	let asked = 0;
	const find = async () => ++asked;
	assert.deepEqual(await Promise.all([keeper.keep('a', find), keeper.keep('a', find)]), [1, 1]);
	assert.equal(await keeper.keep('b', find), 2);
	assert.equal(await keeper.keep('a', find, 'noon'), 3);
	assert.equal(await keeper.keep('a', find, 'noon'), 3);
	assert.equal(await keeper.keep('a', find, 'one'), 4, 'the older one is not held beside it');
	keeper.forget();
	assert.equal(await keeper.keep('a', find, 'one'), 5);
});

test('what was being read while something was written is not kept', async () => {
	const keeper = new Keeper();
	let answer!: (value: string) => void;
	const slow = keeper.keep('a', () => new Promise<string>((resolve) => (answer = resolve)));
	keeper.forget();
	answer('old');
	assert.equal(await slow, 'old');
	assert.equal(await keeper.keep('a', async () => 'new'), 'new');
});

test('a failure is told to who asked, and the next one asks again', async () => {
	const keeper = new Keeper();
	await assert.rejects(
		keeper.keep('a', async () => {
			throw new Error('no');
		}),
		/no/
	);
	await new Promise((r) => setImmediate(r));
	assert.equal(await keeper.keep('a', async () => 1), 1);
});

test('many names do not pile up', async () => {
	const keeper = new Keeper();
	for (let i = 0; i < 3000; i++) await keeper.keep(`pack ${i}`, async () => i);
	let again = 0;
	for (let i = 0; i < 3000; i++) await keeper.keep(`pack ${i}`, async () => again++);
	assert.ok(again >= 2500, `${again} were found anew`);
});
