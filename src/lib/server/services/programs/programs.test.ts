/** Kept programs, memory slots and what goes on around a program, on a real database. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { randomUUID } from 'node:crypto';
import type { Charger } from '../../../../../core/charger/charger';
import type { Pack } from '../../../../../core/pack/pack';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../../../../tests/support/rule-cases';
import { aDatabase } from '../../../../../tests/support/database';
import type { Database } from '../../db/connect';
import { keyedProgram } from '../../link/keyed-program';
import type { Result } from '../../result';
import { historiesOf } from '../packs/care';
import { packStateOf } from '../packs/pack-states';
import { getPack } from '../packs/packs';
import { createCharger, createSupply, getCharger } from '../chargers/chargers';
import { eventsOf } from '../house/events';
import { addReading, createPack, listPacks } from '../packs/packs';
import { setPreferences } from '../house/preferences';
import { programContext, programsOf, renameProgram, saveProgram, solveProgram } from './programs';
import { setSlot, slotsOf } from '../chargers/slots';

function ok<T>(result: Result<T>): T {
	assert.ok(result.ok, result.ok ? '' : result.message);
	return result.value;
}
const now = '2026-05-02T18:00:00.000Z';
const fieldsOf = ({ id: _id, ...fields }: Pack) => fields;

describe('programs, slots and surroundings', () => {
	let db: Database;
	let pack: Pack;
	let trawler: Pack;
	let charger: Charger;
	let other: Charger;
	const newCharger = async (change: object): Promise<Charger> => {
		const { id: _id, ...fields } = aMultiCharger({ slots: 3, ...change });
		const channels = fields.channels.map(({ id: _channel, ...c }) => c);
		return ok(await createCharger(db, { ...fields, channels }));
	};
	const request = (change: object = {}) => ({
		packId: pack.id,
		chargerId: charger.id,
		channelId: charger.channels[0].id,
		task: 'balance' as const,
		purpose: 'standard' as const,
		...change
	});

	/** A run of `packId` that has ended, as the logbook keeps it. */
	const pastRun = (packId: string, fields: Record<string, unknown>) =>
		db.write((tx) =>
			tx.models.Run.create({
				id: randomUUID(),
				packId,
				chargerId: charger.id,
				channelId: charger.channels[0].id,
				mode: 'by hand',
				status: 'ended',
				purpose: 'standard',
				overridden: [],
				notes: '',
				...fields
			})
		);

	before(async () => {
		db = await aDatabase();
		const { id: _a, ...fields } = aPack({ name: 'Lifeboat' });
		pack = ok(await createPack(db, fields));
		const { id: _b, ...nickel } = nimhPack({ name: 'Trawler' });
		trawler = ok(await createPack(db, nickel));
		const reading = { takenAt: '2026-05-02T17:00:00.000Z', temperatureDegC: 20 };
		ok(await addReading(db, pack.id, { ...reading, cellVoltagesV: [3.72, 3.72, 3.72] }, now));
		ok(await addReading(db, trawler.id, { ...reading, packVoltageV: 7.6 }, now));
		const supply = ok(
			await createSupply(db, {
				name: 'Socket',
				kind: 'bench supply',
				voltageV: 120,
				powerW: 260,
				otherLoadW: 20
			})
		);
		charger = await newCharger({ name: 'One', supplyId: supply.id });
		other = await newCharger({ name: 'Two', supplyId: supply.id });
	});
	after(() => db.close());

	test('what a charger and a pack are is kept whole', async () => {
		assert.deepEqual(ok(await getCharger(db, charger.id)).channels[0].tasks, charger.channels[0].tasks);
		assert.equal(charger.slots, 3);
		assert.equal(charger.channels[0].deltaVStepV, 0.001);
		const shelf = await listPacks(db, now);
		assert.equal(shelf.find((p) => p.pack.id === trawler.id)!.pack.chemistry, 'nimh');
	});

	test('saved under one name, programs are versions; taken off the list they stay for the logbook', async () => {
		const first = ok(await saveProgram(db, request({ name: 'Race day' }), now));
		const second = ok(await saveProgram(db, request({ name: 'Race day', overrides: { currentA: 2 } }), now));
		ok(await saveProgram(db, request(), now));
		assert.deepEqual(
			(await programsOf(db, pack.id)).map((p) => [p.name, p.version, p.settings.currentA]),
			[
				['Race day', 2, 2],
				['Race day', 1, 2.6]
			]
		);
		assert.deepEqual(second.overrides, { currentA: 2 });
		ok(await renameProgram(db, first.id, null));
		assert.equal((await programsOf(db, pack.id)).length, 1);
		ok(await renameProgram(db, first.id, 'Race day'));
		assert.equal((await programsOf(db, pack.id)).length, 2);
		const third = ok(await saveProgram(db, request({ name: 'Race day' }), now));
		assert.equal(third.version, 3);
	});

	test('a slot holds a program of its own charger, says what it held before, and writes it down', async () => {
		const [program] = await programsOf(db, pack.id);
		assert.equal(ok(await setSlot(db, charger.id, { slot: 2, programId: program.id })).before, null);
		const [held] = await slotsOf(db, charger.id);
		assert.deepEqual([held.slot, held.title], [2, 'Balance charge · Lifeboat']);
		assert.equal(ok(await setSlot(db, charger.id, { slot: 2, programId: null })).before, program.id);
		assert.deepEqual(await slotsOf(db, charger.id), []);
		const refusedAt = async (input: object, id = charger.id) => {
			const result = await setSlot(db, id, input);
			assert.ok(!result.ok);
			return result.message;
		};
		assert.match(await refusedAt({ slot: 4, programId: program.id }), /has 3 slots/);
		assert.match(await refusedAt({ slot: 1, programId: program.id }, other.id), /proved on another charger/);
		assert.match(await refusedAt({ slot: 1, programId: 'nothing' }), /no such program/i);
		assert.match(await refusedAt({ slot: 0, programId: null }), /Slots start at 1/);
		assert.ok((await eventsOf(db, charger.id)).some((e) => e.kind === 'slot keyed'));
	});

	test('the context tells of the same supply, of practice and of charges since the last balance', async () => {
		ok(await setPreferences(db, { practice: { fullness: 'a little less' } }));
		const run = (balance: boolean, hour: number) =>
			pastRun(pack.id, {
				task: 'balance',
				settings: { balance, cells: 3, currentA: 2, endVoltageV: 4.2 },
				startedAt: `2026-05-01T${hour}:00:00.000Z`
			});
		const since = async () => ok(await programContext(db, request(), now)).around!.chargesSinceBalance;
		assert.equal(await since(), null, 'never charged');
		await run(true, 10);
		assert.equal(await since(), 0);
		await run(false, 12);
		await run(false, 14);
		const { around } = ok(await programContext(db, request(), now));
		assert.equal(around!.chargesSinceBalance, 2);
		assert.deepEqual(around!.sameSupply, ['Two']);
		assert.ok(around!.sameSupplyMostW! > 260);
		const solution = ok(await solveProgram(db, request(), now));
		assert.equal(solution.settings.endVoltageV, 4.1);
		assert.ok(solution.findings.some((f) => f.rule === 'supply-shared'));
		const own = ok(await solveProgram(db, request({ practice: { fullness: 'full' } }), now));
		assert.equal(own.settings.endVoltageV, 4.2);
	});

	test('a refused practice or stock says where, and writes nothing', async () => {
		const bad = await setPreferences(db, { inventory: { leads: [{ id: 'x', name: '' }] } });
		assert.ok(!bad.ok);
		const worse = await setPreferences(db, { practice: { hurryMaxC: 99 } });
		assert.ok(!worse.ok && /at most 20 C/.test(JSON.stringify(worse)));
	});

	test('a nickel program is keyed without an end voltage and with its dip; nothing of it is infinite', async () => {
		const solution = ok(await solveProgram(db, request({ packId: trawler.id, task: 'cycle' }), now));
		const keyed = keyedProgram('run', solution.resolved, solution.settings);
		assert.deepEqual(
			keyed.legs.map((l) => l.kind),
			['discharge', 'rest', 'charge']
		);
		const [down, rest, up] = keyed.legs;
		assert.equal(down.endVoltageV, 1);
		assert.deepEqual([rest.currentA, rest.timerMin], [0, 10]);
		assert.deepEqual([up.endVoltageV, up.deltaV, up.holdOffS], [null, 0.005, 180]);
		assert.deepEqual(JSON.parse(JSON.stringify(keyed)), keyed);
	});

	test('the newest of what is kept for the other packs of a charger comes with the context, and nothing of its own', async () => {
		const { around } = ok(await programContext(db, request({ packId: trawler.id, task: 'charge' }), now));
		assert.deepEqual(
			around!.keptHere!.map((k) => [k.pack, k.settings.currentA]),
			[['Lifeboat', 2.6]]
		);
		assert.deepEqual(ok(await programContext(db, request(), now)).around!.keptHere, []);
		const elsewhere = { packId: trawler.id, chargerId: other.id, channelId: other.channels[0].id };
		assert.deepEqual(ok(await programContext(db, request(elsewhere), now)).around!.keptHere, []);
	});

	test('the largest pack of a channel is looked for only where that is the practice, by packs in service that fit', async () => {
		assert.equal(ok(await programContext(db, request(), now)).around!.largest, null);
		const add = async (change: Record<string, unknown>) => {
			const { id: _id, ...fields } = aPack(change);
			return ok(await createPack(db, fields));
		};
		const winch = await add({ name: 'Winch', cells: 6, capacityAh: 5, connectorId: null });
		await add({ name: 'Swollen giant', cells: 6, capacityAh: 30, condition: 'swollen' });
		const practice = { guards: 'largest pack' as const };
		const { largest } = ok(await programContext(db, request({ practice }), now)).around!;
		assert.equal(largest!.capacityLimitAh!.pack, 'Winch');
		const solution = ok(await solveProgram(db, request({ practice }), now));
		// It ends a little less than full, by the practice noted above: nine tenths of 5 Ah and a margin.
		assert.ok(solution.settings.capacityLimitAh! > 4.5, `${solution.settings.capacityLimitAh} Ah`);
		assert.match(solution.decisions.capacityLimitAh.why, /what Winch needs, by this program's choice/);
		await db.write((tx) => tx.models.Pack.destroy({ where: { id: winch.id } }));
	});

	test('what the past runs of a pack say: how the last one left it, and when it was last full and empty', async () => {
		const run = (task: string, endReason: string, endedAt: string) =>
			pastRun(trawler.id, { task, settings: { cells: 6 }, startedAt: endedAt, endedAt, endReason });
		await run('discharge', 'end voltage', '2026-01-05T10:00:00.000Z');
		await run('charge', 'full', '2026-04-20T10:00:00.000Z');
		await run('charge', 'timer', '2026-04-21T10:00:00.000Z');
		const latest = await run('charge', 'full', '2026-05-02T17:30:00.000Z');
		assert.deepEqual((await historiesOf(db)).get(trawler.id), {
			emptiedAt: '2026-01-05T10:00:00.000Z',
			filledAt: '2026-05-02T17:30:00.000Z'
		});
		assert.deepEqual([...(await historiesOf(db, [trawler.id])).keys()], [trawler.id]);
		const stateAt = async (at: string) => packStateOf(db, ok(await getPack(db, trawler.id)), at);
		const state = await stateAt(now);
		assert.equal(state.movedAt, '2026-05-02T17:30:00.000Z');
		assert.match(state.how!, /^filled 0 h ago/);
		const { around } = ok(await programContext(db, request({ packId: trawler.id, task: 'charge' }), now));
		assert.equal(around!.events!.filter((e) => e.kind === 'run').length, 4);
		// Its reading is from before that run: what the run left is what is known, and it is asked about.
		const solution = ok(await solveProgram(db, request({ packId: trawler.id, task: 'charge' }), now));
		assert.ok(solution.resolved.chargeState.soc > 0.9);
		assert.ok(solution.findings.some((f) => f.rule === 'reading-before-run'));
		// As of an hour earlier the run had not been.
		const earlier = await stateAt('2026-05-02T17:00:00.000Z');
		assert.equal(earlier.movedAt, '2026-04-21T10:00:00.000Z');
		// A run that was deleted says nothing.
		await db.write(() => latest.destroy());
		assert.equal((await stateAt(now)).movedAt, '2026-04-21T10:00:00.000Z');
	});

	test('a discharge that had to end higher has not emptied the pack, by either way of asking', async () => {
		const low = ok(await createPack(db, fieldsOf(aPack({ name: 'Emptied' }))));
		const high = ok(await createPack(db, fieldsOf(aPack({ name: 'Ended higher' }))));
		const endedAt = '2026-05-02T16:00:00.000Z';
		for (const [pack, dischargeEndV] of [
			[low, 3.3],
			[high, 3.6]
		] as const)
			await pastRun(pack.id, {
				task: 'discharge',
				settings: { cells: 3, dischargeEndV },
				startedAt: endedAt,
				endedAt,
				endReason: 'end voltage'
			});
		const [emptied, higher] = await Promise.all([low, high].map((p) => packStateOf(db, p, now)));
		assert.equal(emptied.claim, 'empty');
		assert.equal(higher.claim, null);
		assert.ok(higher.charge!.mean > emptied.charge!.mean + 0.02);
	});

	test('resistances of earlier readings come along, oldest first, and none of readings without them', async () => {
		const pack = ok(await createPack(db, fieldsOf(aPack({ name: 'Measured' }))));
		const read = (takenAt: string, cellResistancesOhm: number[] | null) =>
			addReading(
				db,
				pack.id,
				{ takenAt, cellVoltagesV: [3.8, 3.8, 3.8], temperatureDegC: 25, cellResistancesOhm },
				now
			);
		ok(await read('2026-01-02T10:00:00.000Z', null));
		ok(await read('2026-02-02T10:00:00.000Z', [0.012, 0.011, 0.01]));
		ok(await read('2026-01-01T10:00:00.000Z', [0.008, 0.008, 0.009]));
		ok(await read('2026-05-02T17:00:00.000Z', [0.02, 0.02, 0.021]));
		const { around } = ok(await programContext(db, request({ packId: pack.id, task: 'balance' }), now));
		assert.deepEqual(
			around!.earlierResistances!.map((e) => [e.takenAt, e.ohm[0], e.degC]),
			[
				['2026-01-01T10:00:00.000Z', 0.008, 25],
				['2026-02-02T10:00:00.000Z', 0.012, 25],
				['2026-05-02T17:00:00.000Z', 0.02, 25]
			]
		);
		const { findings } = ok(await solveProgram(db, request({ packId: pack.id, task: 'balance' }), now));
		assert.match(
			findings.find((f) => f.rule === 'resistance-risen')?.sentence ?? '',
			/times the .* of 2026-01-01/
		);
	});

	test('a reading keeps what happened before it, and a word nobody knows is refused', async () => {
		const reading = { takenAt: '2026-05-02T17:55:00.000Z', packVoltageV: 7.2, usedSince: 'until it faded' };
		assert.equal(ok(await addReading(db, trawler.id, reading, now)).usedSince, 'until it faded');
		const shelf = await listPacks(db, now);
		const { readiness } = shelf.find((p) => p.pack.id === trawler.id)!;
		assert.match(readiness.sentence, /used until it faded/);
		assert.ok(!(await addReading(db, trawler.id, { ...reading, usedSince: 'sold' }, now)).ok);
	});
});
