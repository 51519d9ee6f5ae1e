/**
 * What was keyed for a program, and what is to be put back: read from the record of what was
 * keyed.
 */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { aCharger, held } from '../../../../../tests/support/bench-chargers';
import { aDatabase } from '../../../../../tests/support/database';
import type { Charger } from '../../../../../core/charger/charger';
import type { Database } from '../../db/connect';
import type { Result } from '../../result';
import { createPack } from '../packs/packs';
import { saveProgram } from '../programs/programs';
import { createCharger, getCharger, setHeldValue } from './chargers';
import { keyedFor, toPutBack } from './keyed';

function ok<T>(result: Result<T>): T {
	assert.ok(result.ok, result.ok ? '' : result.message);
	return result.value;
}
const now = () => new Date().toISOString();

describe('what was keyed', () => {
	let db: Database;
	let charger: Charger;
	let packId: string;
	let runs = 0;
	const limits = { min: 10, max: 999, step: 1 };
	const program = async () =>
		ok(
			await saveProgram(
				db,
				{ packId, chargerId: charger.id, channelId: charger.channels[0].id, task: 'balance' },
				now()
			)
		).id;
	const key = (value: number | null, programId: string | null, rest: object = {}) =>
		setHeldValue(db, charger.id, {
			kind: 'safetyTimerMin',
			channelId: null,
			value,
			programId,
			...rest
		}).then(ok);
	const run = (programId: string, status: 'running' | 'ended') =>
		db.write(async (tx) =>
			tx.models.Run.create({
				id: `run ${++runs}`,
				programId,
				packId,
				chargerId: charger.id,
				channelId: charger.channels[0].id,
				task: 'balance',
				purpose: 'standard',
				mode: 'by hand',
				status,
				startedAt: now(),
				settings: {} as never,
				overridden: [],
				joined: [],
				notes: ''
			})
		);
	const standsAt = async () => ok(await getCharger(db, charger.id)).held[0].heldValue;
	const asked = async () => (await toPutBack(db)).map((k) => [k.kind, k.before, k.value]);

	before(async () => {
		db = await aDatabase();
		const { id: _id, ...whole } = aCharger({
			held: [
				held({ kind: 'safetyTimerMin', heldValue: 120, ...limits }),
				held({ kind: 'endVoltageV', chemistry: 'lipo', heldValue: 4.1, min: 3.9, max: 4.3, step: 0.01 })
			]
		});
		charger = ok(
			await createCharger(db, { ...whole, channels: whole.channels.map(({ id: _c, ...c }) => c) })
		);
		packId = ok(await createPack(db, { name: 'Lifeboat', chemistry: 'lipo', cells: 3, capacityAh: 2.6 })).id;
	});
	after(() => db?.close());

	test('ticked, it stands so; taken back at once it was never keyed', async () => {
		const first = await program();
		await key(180, first);
		assert.deepEqual(
			(await keyedFor(db, first, charger.id)).map((k) => [k.kind, k.before, k.value]),
			[['safetyTimerMin', 120, 180]]
		);
		assert.equal(await standsAt(), 180);
		await key(120, first);
		assert.deepEqual(await keyedFor(db, first, charger.id), []);
	});

	test('asked back only after a run, while none is open, with the value before the first of two programs', async () => {
		const [first, second] = [await program(), await program()];
		await key(180, first);
		assert.deepEqual(await asked(), [], 'nothing ran');
		await run(first, 'running');
		assert.deepEqual(await asked(), [], 'it runs');
		await db.write(async (tx) => tx.models.Run.update({ status: 'ended' }, { where: { programId: first } }));
		assert.deepEqual(await asked(), [['safetyTimerMin', 120, 180]]);
		await key(240, second);
		assert.deepEqual(await keyedFor(db, first, charger.id), [], 'another program has it now');
		assert.deepEqual(await asked(), [], 'and has not run');
		await run(second, 'ended');
		assert.deepEqual(await asked(), [['safetyTimerMin', 120, 240]], 'back to what it was before both');
		await key(120, null, { putBack: true });
		assert.deepEqual(await asked(), []);
		assert.equal(await standsAt(), 120);
	});

	test('what serves the next runs is not asked back, and what nobody had read off it neither', async () => {
		await key(120, null);
		const first = await program();
		await key(160, first, { stays: true });
		assert.equal((await keyedFor(db, first, charger.id)).length, 1, 'it shows as keyed');
		await run(first, 'ended');
		assert.deepEqual(await asked(), []);
		// A charger just described: its timer is the maker's, as a guess.
		await db.write((tx) =>
			tx.models.HeldSetting.update(
				{ known: false },
				{ where: { chargerId: charger.id, kind: 'safetyTimerMin' } }
			)
		);
		const second = await program();
		await key(160, second, { stays: true });
		const [keyed] = await keyedFor(db, second, charger.id);
		assert.deepEqual([keyed.value, keyed.wasKnown], [160, false], 'the same value, and now known');
		assert.equal(ok(await getCharger(db, charger.id)).held[0].known, true);
		await key(160, second, { known: false });
		assert.deepEqual(await keyedFor(db, second, charger.id), [], 'the tick taken back');
		assert.equal(ok(await getCharger(db, charger.id)).held[0].known, false);
		await key(120, null);
	});

	test('left so on purpose, or keyed without a program, it is how the charger is now', async () => {
		const first = await program();
		await key(180, first);
		await run(first, 'ended');
		await key(180, null, { putBack: true });
		assert.deepEqual(await asked(), []);
		const second = await program();
		await key(200, second);
		await run(second, 'ended');
		assert.deepEqual(await asked(), [['safetyTimerMin', 180, 200]]);
		await key(90, null);
		assert.deepEqual(await asked(), []);
	});

	test('a value kept for one chemistry is that one', async () => {
		const refused = await setHeldValue(db, charger.id, { kind: 'endVoltageV', channelId: null, value: 4.2 });
		assert.ok(!refused.ok && refused.status === 404);
		const change = { kind: 'endVoltageV', channelId: null, chemistry: 'lipo', value: 4.2 };
		const changed = ok(await setHeldValue(db, charger.id, change));
		assert.equal(changed.held.find((h) => h.kind === 'endVoltageV')!.heldValue, 4.2);
	});
});
