/**
 * What is seen at a pack binds in the same write, and climbs down only by a person's deliberate
 * act.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import type { Pack } from '$core/pack/pack';
import { now, Workshop } from '../../../../../tests/support/workshop';
import type { Result } from '../../result';
import { addObservation, clearObservation, deleteObservation, restoreObservation } from './observations';
import { packStateOf } from './pack-states';
import { getPack, listPacks, updatePack } from './packs';

function ok<T>(result: Result<T>): T {
	assert.ok(result.ok, result.ok ? '' : result.message);
	return result.value;
}

describe('observations', () => {
	let shop: Workshop;
	let pack: Pack;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());

	const condition = async (): Promise<string> => ok(await getPack(shop.db, pack.id)).condition;
	const observe = async (what: string, id?: string) =>
		ok(await addObservation(shop.db, pack.id, { what }, now(), id));

	test('swollen is the condition at once, on the shelf too; the same entry twice is one', async () => {
		pack = await shop.pack({ name: 'Auk' });
		const seen = await observe('swollen', 'once');
		assert.deepEqual(await observe('swollen', 'once'), seen);
		assert.equal(await condition(), 'swollen');
		const [listed] = await listPacks(shop.db, now());
		assert.equal(listed.readiness.state, 'out of service');
		const state = await packStateOf(shop.db, ok(await getPack(shop.db, pack.id)), now());
		assert.equal(state.condition.forGood, true);
		assert.match(state.condition.act, /never charged again/);
	});

	test('it cannot be cleared or edited away; taken back as a mistake it is gone, and undo brings it back', async () => {
		const cleared = await clearObservation(shop.db, 'once', { because: 'looks fine to me' }, now());
		assert.ok(!cleared.ok && cleared.status === 409);
		const { id: _id, ...fields } = ok(await getPack(shop.db, pack.id));
		const edited = await updatePack(shop.db, pack.id, { ...fields, condition: 'in service' });
		assert.ok(!edited.ok && /seen swollen/.test(edited.message));
		assert.equal(await condition(), 'swollen');
		ok(await deleteObservation(shop.db, 'once'));
		assert.equal(await condition(), 'in service');
		ok(await restoreObservation(shop.db, 'once'));
		assert.equal(await condition(), 'swollen');
		ok(await deleteObservation(shop.db, 'once'));
	});

	test('dented is cleared with a reason, and with nothing less; a graver one stays behind it', async () => {
		const dented = await observe('dented');
		assert.equal(await condition(), 'damaged');
		const bare = await clearObservation(shop.db, dented.id, { because: ' ' }, now());
		assert.ok(!bare.ok && bare.status === 422);
		const swollen = await observe('swollen');
		ok(await clearObservation(shop.db, dented.id, { because: 'the sleeve alone' }, now()));
		assert.equal(await condition(), 'swollen');
		ok(await deleteObservation(shop.db, swollen.id));
		assert.equal(await condition(), 'in service');
	});

	test('swollen by the form is on record as seen; hot is no condition', async () => {
		const { id: _id, ...fields } = ok(await getPack(shop.db, pack.id));
		ok(await updatePack(shop.db, pack.id, { ...fields, condition: 'swollen' }));
		const rows = await shop.db.models.Observation.findAll({ where: { packId: pack.id } });
		const binding = rows.filter((row) => row.get('clearedAt') == null);
		assert.deepEqual(
			binding.map((row) => row.get('what')),
			['swollen']
		);
		ok(await deleteObservation(shop.db, binding[0].get('id')));
		await observe('hot');
		assert.equal(await condition(), 'in service');
		const state = await packStateOf(shop.db, ok(await getPack(shop.db, pack.id)), now());
		assert.ok(state.warmth.unexplained !== null, 'and nothing explains it');
	});
});
