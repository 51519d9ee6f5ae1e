/**
 * What care the shelf asks for, from a real database: what is due by when, and whose resistance
 * is worth asking for.
 */
import assert from 'node:assert/strict';
import { after, describe, test } from 'node:test';
import { now, ok, Workshop } from '../../../../../tests/support/workshop';
import { addReading, deletePack } from '../packs/packs';
import { careUntil, season } from './care';

describe('care of the shelf', async () => {
	const shop = await Workshop.open();
	after(() => shop.close());
	const far = new Date(Date.now() + 400 * 86400e3).toISOString();
	const due = async (until = far) =>
		(await careUntil(shop.db, now(), until)).map((i) => [i.packId, i.goal] as const);
	/** A minute ahead: what is due at once is due by then, whichever millisecond it is asked in. */
	const soon = () => new Date(Date.now() + 60e3).toISOString();
	const asksFor = async (packId: string, until?: string) =>
		(await due(until)).filter(([id]) => id === packId).map(([, goal]) => goal);

	test('resistance is asked for once that of any pack was read; of one that was read, three months later', async () => {
		const [one, other] = [await shop.pack({ name: 'One' }), await shop.pack({ name: 'Other' })];
		assert.ok(!(await asksFor(one.id)).includes('resistance'), 'nobody here reads it');
		const cells = Array.from({ length: one.cells }, () => 3.72);
		ok(
			await addReading(
				shop.db,
				one.id,
				{
					takenAt: now(),
					cellVoltagesV: cells,
					cellResistancesOhm: cells.map(() => 0.006),
					temperatureDegC: 21
				},
				now()
			)
		);
		assert.ok((await asksFor(other.id, soon())).includes('resistance'), 'now');
		assert.ok(!(await asksFor(one.id, soon())).includes('resistance'), 'not yet');
		assert.ok((await asksFor(one.id)).includes('resistance'), 'later');
	});

	test('what is due longest stands first; what is due later is left out; a pack that is gone asks for nothing', async () => {
		const items = await careUntil(shop.db, now(), far);
		assert.ok(items.length >= 3);
		for (const [k, item] of items.entries()) if (k > 0) assert.ok(items[k - 1].dueAt <= item.dueAt);
		const soon = new Date(Date.now() + 3600e3).toISOString();
		assert.ok((await careUntil(shop.db, now(), soon)).every((i) => i.dueAt <= soon));
		const gone = await shop.pack({ name: 'Gone' });
		assert.ok((await asksFor(gone.id)).length > 0);
		ok(await deletePack(shop.db, gone.id));
		assert.deepEqual(await asksFor(gone.id), []);
	});

	test('the season goes on by months, and holds what comes again', async () => {
		const months = await season(shop.db, now(), 8);
		assert.equal(months.length, 8);
		const ohms = months.flatMap((m) => m.items).filter((i) => i.goal === 'resistance');
		assert.ok(ohms.length >= 4, `two packs, every three months: ${ohms.length}`);
	});
});
