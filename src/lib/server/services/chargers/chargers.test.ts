/**
 * A charger's description on the bench: what is changed, what is refused and why, channels that
 * keep who they are.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { ok, refused, Workshop } from '../../../../../tests/support/workshop';
import {
	createCharger,
	createSupply,
	deleteCharger,
	deleteSupply,
	getCharger,
	listChargers,
	listSupplies,
	restoreCharger,
	setHeldValue,
	updateCharger,
	useSupply
} from './chargers';

describe('chargers', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());
	const channels = (count: number): Record<string, unknown>[] => {
		const [one] = shop.chargerInput().channels as Record<string, unknown>[];
		return Array.from({ length: count }, (_, i) => ({ ...one, label: String.fromCharCode(65 + i) }));
	};

	test('a change is kept, channels keep their identity by their place, and one more is a new one', async () => {
		const before = await shop.charger({ name: 'Spit Two' });
		const change = shop.chargerInput({ name: 'Spit Three' });
		const after = ok(await updateCharger(shop.db, before.id, { ...change, channels: channels(2) }));
		assert.equal(after.name, 'Spit Three');
		assert.equal(after.channels.length, 2);
		assert.equal(after.channels[0].id, before.channels[0].id);
		assert.notEqual(after.channels[1].id, before.channels[0].id);
		assert.deepEqual(ok(await getCharger(shop.db, before.id)), after);
		const again = ok(await updateCharger(shop.db, before.id, { ...change, channels: channels(1) }));
		assert.deepEqual(
			again.channels.map((c) => c.id),
			[before.channels[0].id]
		);
	});

	test('while a run goes on over its link, that and the run’s channel stay', async () => {
		const charger = ok(
			await createCharger(shop.db, { ...shop.chargerInput({ name: 'Spit Four' }), channels: channels(2) })
		);
		await shop.started(await shop.pack(), charger);
		const input = (change: object) => ({ ...shop.chargerInput({ name: 'Spit Four' }), ...change });
		const unlinked = await updateCharger(shop.db, charger.id, input({ link: 'none', channels: channels(2) }));
		refused(unlinked, 409, /run is going on over the link of this charger: end it first/);
		assert.deepEqual(unlinked.ok ? {} : unlinked.fields, { link: 'A run is going on over it.' });
		const second = { ...charger, channels: [charger.channels[1]] };
		await shop.started(await shop.pack({ name: 'On the second' }), second);
		refused(
			await updateCharger(shop.db, charger.id, input({ channels: channels(1) })),
			409,
			/in a channel that would be removed/
		);
		await shop.follow(300, 0.5);
		ok(await updateCharger(shop.db, charger.id, input({ channels: channels(1) })));
		assert.equal(ok(await updateCharger(shop.db, charger.id, input({ link: 'none' }))).link, 'none');
	});

	test('a supply that was taken away meanwhile is not made twice by the same request', async () => {
		const input = { name: 'Old supply', kind: 'bench supply', voltageV: 12, powerW: 100 };
		const id = '00000000-0000-4000-8000-00000000beef';
		const made = ok(await createSupply(shop.db, input, id));
		assert.deepEqual(ok(await createSupply(shop.db, { ...input, name: 'Another' }, id)), made);
		ok(await deleteSupply(shop.db, id));
		assert.equal(ok(await deleteSupply(shop.db, id)).id, id, 'taken away twice is away');
		assert.equal(ok(await createSupply(shop.db, input, id)).id, id);
		assert.equal(
			(await listSupplies(shop.db)).some((s) => s.id === id),
			false,
			'it stays away'
		);
	});

	test('a supply that there is is taken; one that there is not is refused, and nothing is changed', async () => {
		const charger = await shop.charger({ name: 'Groyne Five' });
		const supply = ok(
			await createSupply(shop.db, { name: 'Shed supply', kind: 'bench supply', voltageV: 24, powerW: 350 })
		);
		const fed = ok(
			await updateCharger(
				shop.db,
				charger.id,
				shop.chargerInput({ name: 'Groyne Five', supplyId: supply.id })
			)
		);
		assert.equal(fed.supplyId, supply.id);
		for (const wrong of [
			await updateCharger(shop.db, charger.id, shop.chargerInput({ name: 'Other', supplyId: 'none' })),
			await createCharger(shop.db, shop.chargerInput({ name: 'Other', supplyId: 'none' }))
		])
			refused(wrong, 422, /supply/i);
		assert.equal(ok(await getCharger(shop.db, charger.id)).name, 'Groyne Five');
		assert.ok(!(await listChargers(shop.db)).some((c) => c.name === 'Other'));
		refused(await updateCharger(shop.db, 'none', shop.chargerInput()), 404, /no such charger/);
	});

	test('what was changed in another window is not overwritten', async () => {
		const charger = await shop.charger({ name: 'Weir Six' });
		const was = { ...shop.chargerInput({ name: 'Weir Six' }) };
		ok(await updateCharger(shop.db, charger.id, shop.chargerInput({ name: 'Weir Six', price: 90 })));
		refused(
			await updateCharger(shop.db, charger.id, { ...shop.chargerInput({ name: 'Weir Seven' }), was }),
			409,
			/another window|meanwhile/
		);
		assert.equal(ok(await getCharger(shop.db, charger.id)).name, 'Weir Six');
	});

	test('which supply feeds it is noted alone, and is one that there is', async () => {
		const charger = await shop.charger({ name: 'Lock Eight' });
		const supply = ok(
			await createSupply(shop.db, {
				name: 'Boat battery',
				kind: 'lead battery',
				voltageV: 12.6,
				capacityAh: 60
			})
		);
		assert.equal(ok(await useSupply(shop.db, charger.id, { supplyId: supply.id })).supplyId, supply.id);
		refused(await useSupply(shop.db, charger.id, { supplyId: 'none' }), 422, /supply/i);
		assert.equal(ok(await getCharger(shop.db, charger.id)).supplyId, supply.id);
		assert.equal(ok(await useSupply(shop.db, charger.id, { supplyId: null })).supplyId, null);
		refused(await useSupply(shop.db, 'none', { supplyId: null }), 404, /no such charger/);
	});

	test('deleted twice is deleted once, and it comes back whole', async () => {
		const charger = await shop.charger({ name: 'Ramp Nine' });
		assert.deepEqual(ok(await deleteCharger(shop.db, charger.id)), { id: charger.id, name: 'Ramp Nine' });
		assert.deepEqual(ok(await deleteCharger(shop.db, charger.id)), { id: charger.id, name: 'Ramp Nine' });
		refused(await getCharger(shop.db, charger.id), 404, /no such charger/);
		assert.deepEqual(ok(await restoreCharger(shop.db, charger.id)), charger);
		refused(await deleteCharger(shop.db, 'none'), 404, /no such charger/);
	});

	test('a held value outside what the charger takes is refused with its range', async () => {
		const charger = await shop.charger({ name: 'Hard Ten' });
		const set = (value: number | null) =>
			setHeldValue(shop.db, charger.id, { kind: 'safetyTimerMin', channelId: null, value });
		assert.equal(ok(await set(999)).held.find((h) => h.kind === 'safetyTimerMin')!.heldValue, 999);
		refused(await set(1000), 422, /The charger takes 1 min to 999 min/);
		refused(await set(0), 422, /The charger takes/);
		assert.equal(ok(await set(null)).held.find((h) => h.kind === 'safetyTimerMin')!.heldValue, null);
	});
});
