/**
 * What a pack reads where it is to be joined: not soon after current flowed, and nothing from
 * before it was used.
 */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, test } from 'node:test';
import type { Pack } from '../../../../../core/pack/pack';
import { now, ok, Workshop } from '../../../../../tests/support/workshop';
import { joiningReading } from './joining';
import { addUse, deleteUse } from './uses';

let shop: Workshop;
let pack: Pack;
const before = (minutes: number) => new Date(Date.now() - minutes * 60e3).toISOString();
const state = async () => (await joiningReading(shop.db, pack, now()))?.state ?? null;

beforeEach(async () => {
	shop = await Workshop.open();
	pack = await shop.pack({ name: 'Joined' });
});
afterEach(() => shop.close());

// The pack is read at rest as it is made, just now.
test('said to be at rest a quarter of an hour after a use it is not; half an hour after it is', async () => {
	assert.equal(await state(), 'rest');
	ok(await addUse(shop.db, pack.id, { at: before(31) }, now()));
	assert.equal(await state(), 'rest');
	ok(await addUse(shop.db, pack.id, { at: before(15) }, now()));
	assert.equal(await state(), 'just used');
});

test('a reading from before the last use is none', async () => {
	ok(await addUse(shop.db, pack.id, {}, now()));
	assert.equal(await state(), null);
});

test('a use that was taken back is not written twice by the same request, and stays away', async () => {
	const id = '00000000-0000-4000-8000-00000000feed';
	const made = ok(await addUse(shop.db, pack.id, { at: before(5) }, now(), id));
	ok(await deleteUse(shop.db, id));
	assert.deepEqual(ok(await addUse(shop.db, pack.id, { at: before(5) }, now(), id)), made);
	assert.equal(await state(), 'rest', 'it was never used');
});
