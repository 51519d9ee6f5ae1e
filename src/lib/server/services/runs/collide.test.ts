/**
 * Writes that are asked for at the same moment, and requests that repeat themselves: nothing is
 * lost, doubled or half done.
 */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, test } from 'node:test';
import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Charger } from '../../../../../core/charger/charger';
import { emptyTelemetry, type Telemetry } from '../../../../../core/simulate/telemetry';
import type { Pack } from '../../../../../core/pack/pack';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { refuse } from '../../result';
import {
	createCharger,
	createSupply,
	deleteCharger,
	listChargers,
	listSupplies,
	setHeldValue,
	updateCharger
} from '../chargers/chargers';
import { deleteRun, lastEnded } from './logbook';
import { getPreferences, setPreferences } from '../house/preferences';
import { channelStates } from '../house/today';
import { eventsOf } from '../house/events';
import {
	addReading,
	allPacks,
	createPack,
	deletePack,
	deleteReading,
	getPack,
	listPacks,
	readingsOf,
	updatePack
} from '../packs/packs';
import { programContext, programsOf, renameProgram, saveProgram } from '../programs/programs';
import { endByHand } from './by-hand';
import { addLook, deleteLook, looksOf, mendLook, restoreLook } from './looks';
import { startRun } from './runs';
import { setSlot } from '../chargers/slots';
import { appendTelemetry, readTelemetry, storedSamples, summaryOf } from './telemetry';

const atOnce = <T>(n: number, work: (i: number) => Promise<T>): Promise<T[]> =>
	Promise.all(Array.from({ length: n }, (_, i) => work(i)));

describe('writes at the same moment', () => {
	let shop: Workshop;
	let pack: Pack;
	let charger: Charger;
	const request = (change: object = {}) => ({
		packId: pack.id,
		chargerId: charger.id,
		channelId: charger.channels[0].id,
		...change
	});

	beforeEach(async () => {
		shop = await Workshop.open();
		pack = await shop.pack();
		charger = await shop.charger({ slots: 3 });
	});
	afterEach(() => shop.close());

	test('forty saves at once while a run is followed are forty versions, and every sample is there', async () => {
		const run = await shop.started(
			await shop.pack({ name: 'Running' }),
			await shop.charger({ name: 'Linked' })
		);
		let saving = true;
		const following = (async () => {
			while (saving) await shop.follow(1, 0.05);
		})();
		const saved = await atOnce(40, () => saveProgram(shop.db, request({ name: 'Race day' }), now()));
		saving = false;
		await following;
		assert.deepEqual(
			saved.map((s) => ok(s).version).sort((a, b) => a! - b!),
			Array.from({ length: 40 }, (_, i) => i + 1)
		);
		const { timeS } = await readTelemetry(shop.db, run.id);
		timeS.slice(1).forEach((t, k) => assert.ok(t > timeS[k]));
	});

	test('ending a run by hand eight times at once ends it once; other figures are not taken in silence', async () => {
		const run = await shop.byHand(pack, charger);
		const before = (await readingsOf(shop.db, pack.id)).length;
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 61,
			chargeAh: 2.1,
			endCellVoltagesV: [4.2, 4.2, 4.19]
		};
		const answers = await atOnce(8, () => endByHand(shop.db, run.id, end, now()));
		assert.equal(new Set(answers.map((a) => ok(a).endedAt)).size, 1);
		assert.equal((await readingsOf(shop.db, pack.id)).length, before + 1);
		const kinds = (await eventsOf(shop.db, run.id)).map((e) => e.kind);
		assert.deepEqual(kinds, ['run started', 'run ended']);
		refused(
			await endByHand(shop.db, run.id, { ...end, chargeAh: 1 }, now()),
			409,
			/closed already, with other figures/
		);
	});

	test('a start against a delete: one of them wins, and no run is left on a pack or charger that is gone', async () => {
		for (let i = 0; i < 12; i++) {
			const mine = await shop.pack({ name: `Pack ${i}` });
			const its = await shop.charger({ name: `Charger ${i}` });
			const programId = await shop.program(mine, its);
			const start = { programId, mode: 'by hand', cellsRead: 3 };
			const remove = () => (i % 2 ? deletePack(shop.db, mine.id) : deleteCharger(shop.db, its.id));
			const both = [() => startRun(shop.bench, start, now()), remove];
			const [a, b] = await Promise.all((i % 3 ? both : both.reverse()).map((act) => act()));
			assert.equal(Number(a.ok) + Number(b.ok), 1, 'just one of them');
		}
		const [loose] = await shop.db.sequelize.query(
			`SELECT runs.id FROM runs JOIN packs ON packs.id = packId JOIN chargers ON chargers.id = chargerId
			 WHERE packs.deletedAt IS NOT NULL OR chargers.deletedAt IS NOT NULL`
		);
		assert.deepEqual(loose, []);
	});

	test('the same look twice is one look; a look is mended, taken away and put back; none comes after the end', async () => {
		const run = await shop.byHand(pack, charger);
		const look = { minute: 10.1, what: 'packV', value: 11.83 };
		for (const answer of await atOnce(5, () => addLook(shop.db, run.id, look))) ok(answer);
		const [kept, ...more] = await looksOf(shop.db, run.id);
		assert.deepEqual({ ...kept, id: '' }, { id: '', ...look });
		assert.equal(more.length, 0);
		ok(await mendLook(shop.db, kept.id, { ...look, value: 11.38 }));
		assert.equal((await looksOf(shop.db, run.id))[0].value, 11.38);
		refused(await mendLook(shop.db, kept.id, { ...look, what: 'colour' }), 422, /./);
		refused(await mendLook(shop.db, 'none', look), 404, /no such look/);
		ok(await deleteLook(shop.db, kept.id));
		assert.equal((await looksOf(shop.db, run.id)).length, 0);
		ok(await restoreLook(shop.db, kept.id));
		ok(await addLook(shop.db, run.id, { minute: 11, what: 'chargeAh', value: 0.4 }));
		assert.deepEqual(
			(await looksOf(shop.db, run.id)).map((l) => l.minute),
			[10.1, 11]
		);
		ok(
			await endByHand(
				shop.db,
				run.id,
				{ endReason: 'full', begunEarlier: true, durationMin: 61, chargeAh: 2 },
				now()
			)
		);
		ok(await addLook(shop.db, run.id, { minute: 11, what: 'chargeAh', value: 0.4 }));
		refused(await addLook(shop.db, run.id, { minute: 12, what: 'chargeAh', value: 0.5 }), 409, /going on/);
		refused(await addLook(shop.db, 'none', look), 404, /no such run/);
	});

	test('a look that no sound charge can show is kept, and said to be one', async () => {
		const run = await shop.byHand(pack, charger);
		const stop = async (what: string, value: number, minute = 10) =>
			ok(await addLook(shop.db, run.id, { minute, what, value })).stop;
		assert.equal(await stop('packV', 11.6), null);
		assert.match((await stop('packV', 17.6))!, /17\.60 V is above the end of this program, 12\.60 V: stop/);
		assert.match((await stop('currentA', 9))!, /9\.0 A is more than/);
		assert.match((await stop('chargeAh', 20))!, /20000 mAh is more than this pack can hold/);
		assert.equal((await looksOf(shop.db, run.id)).length, 4, 'nothing that was read is lost');
		ok(
			await endByHand(
				shop.db,
				run.id,
				{ endReason: 'stopped', begunEarlier: true, durationMin: 11, chargeAh: 0.4 },
				now()
			)
		);
	});

	test('what is made with a key is made once: packs, readings, chargers, supplies, programs', async () => {
		const { id: _id, ...fields } = aPack({ name: 'Keyed' });
		const reading = { takenAt: now(), packVoltageV: 11.4 };
		const supply = { name: 'Shed', kind: 'bench supply', voltageV: 24 };
		const makers: ((key: string) => Promise<{ ok: boolean; value?: { id: string } }>)[] = [
			(key) => createPack(shop.db, fields, key),
			(key) => addReading(shop.db, pack.id, reading, now(), key),
			(key) => createCharger(shop.db, shop.chargerInput(), key),
			(key) => createSupply(shop.db, supply, key),
			(key) => saveProgram(shop.db, request({ name: 'Once' }), now(), key)
		];
		for (const make of makers) {
			const key = randomUUID();
			const made = [...(await atOnce(3, () => make(key))), await make(key)];
			assert.deepEqual(new Set(made.map((m) => m.value?.id)), new Set([key]));
			assert.notEqual((await make(randomUUID())).value?.id, key, 'another key is another one');
		}
		assert.deepEqual(
			(await programsOf(shop.db, pack.id)).map((p) => p.version),
			[2, 1]
		);
	});

	test('what is removed or set once more is answered as the first time, and recorded once', async () => {
		ok(await deletePack(shop.db, pack.id));
		assert.equal(ok(await deletePack(shop.db, pack.id)).id, pack.id);
		assert.equal((await eventsOf(shop.db, pack.id)).length, 1);
		const other = await shop.pack({ name: 'Other' });
		const [reading] = await readingsOf(shop.db, other.id);
		ok(await deleteReading(shop.db, reading.id));
		assert.deepEqual(ok(await deleteReading(shop.db, reading.id)), reading);
		assert.deepEqual(await readingsOf(shop.db, other.id), []);
		const programId = await shop.program(other, charger);
		for (let i = 0; i < 2; i++) {
			ok(await setSlot(shop.db, charger.id, { slot: 1, programId }));
			ok(await setHeldValue(shop.db, charger.id, { kind: 'safetyTimerMin', channelId: null, value: 77 }));
		}
		assert.deepEqual(
			(await eventsOf(shop.db, charger.id)).map((e) => e.kind),
			['slot keyed', 'held value keyed']
		);
		ok(await deleteCharger(shop.db, charger.id));
		assert.equal(ok(await deleteCharger(shop.db, charger.id)).id, charger.id);
	});

	test('a program renamed into a version that is there becomes the next one', async () => {
		const a = ok(await saveProgram(shop.db, request({ name: 'Race day' }), now()));
		const b = ok(await saveProgram(shop.db, request({ name: 'Practice' }), now()));
		assert.equal(ok(await renameProgram(shop.db, b.id, 'Race day')).version, 2);
		assert.equal(
			ok(await renameProgram(shop.db, a.id, 'Race day')).version,
			1,
			'its own name changes nothing'
		);
		const unnamed = ok(await saveProgram(shop.db, request(), now()));
		assert.equal(ok(await renameProgram(shop.db, unnamed.id, 'Race day')).version, 3);
		const [first, second] = await atOnce(2, async () => {
			const one = ok(await saveProgram(shop.db, request({ name: randomUUID() }), now()));
			return ok(await renameProgram(shop.db, one.id, 'Race day')).version;
		});
		assert.deepEqual([first, second].sort(), [4, 5]);
	});

	test('a held setting names a channel of its own charger', async () => {
		const other = await shop.charger({ name: 'Other' });
		const input = shop.chargerInput();
		const held = (input.held as object[]).map((h) => ({ ...h, channelId: other.channels[0].id }));
		refused(
			await updateCharger(shop.db, charger.id, { ...input, held }),
			422,
			/channel that this charger does not have/
		);
		assert.equal((await shop.db.models.HeldSetting.count({ where: { chargerId: charger.id } })) > 0, true);
	});

	test('readings that cannot be: from the future, from the year 0; a clock that is a little ahead is forgiven', async () => {
		const at = (takenAt: string) =>
			addReading(shop.db, pack.id, { takenAt, packVoltageV: 11.4 }, '2026-05-02T18:00:00.000Z');
		refused(await at('2026-05-02T18:02:01.000Z'), 422, /from the future/);
		refused(await at('0000-01-01T00:00:00.000Z'), 422, /before 1990/);
		refused(await at('1989-12-31T23:59:59.000Z'), 422, /before 1990/);
		assert.equal(ok(await at('2026-05-02T18:02:00.000Z')).takenAt, '2026-05-02T18:00:00.000Z');
		assert.equal(ok(await at('1990-01-01T00:00:00.000Z')).takenAt, '1990-01-01T00:00:00.000Z');
	});

	test('a pack is not its own pair, and its partner is one that there is or was', async () => {
		const { id: _id, ...fields } = aPack();
		const pair = (pairId: string) => updatePack(shop.db, pack.id, { ...fields, pairId });
		refused(await pair(pack.id), 422, /its own pair/);
		refused(await pair('nobody'), 422, /no such pack to pair/);
		const other = await shop.pack({ name: 'Other' });
		ok(await pair(other.id));
		ok(await deletePack(shop.db, other.id));
		ok(await pair(other.id));
		const key = randomUUID();
		refused(await createPack(shop.db, { ...fields, pairId: key }, key), 422, /its own pair/);
	});
});

describe('the write queue', () => {
	let shop: Workshop;
	beforeEach(async () => void (shop = await Workshop.open()));
	afterEach(() => shop.close());

	const preference = (key: string) => ({ key, value: {} });

	test('a refusal and an error take everything back, and the next write is not theirs', async () => {
		const { db } = shop;
		const no = await db.write(async (tx) => {
			await tx.models.Preference.create(preference('a'));
			return refuse(409, 'No.');
		});
		assert.equal(no.ok, false);
		await assert.rejects(
			db.write(async (tx) => {
				await tx.models.Preference.create(preference('b'));
				throw new Error('a fault');
			}),
			/a fault/
		);
		// One that ended its own transaction, as a full disk does.
		await assert.rejects(
			db.write(async (tx) => {
				await tx.models.Preference.create(preference('c'));
				await tx.sequelize.query('ROLLBACK');
				throw new Error('full');
			}),
			/full/
		);
		await db.write((tx) => tx.models.Preference.create(preference('d')));
		assert.deepEqual(
			(await db.models.Preference.findAll()).map((row) => row.get('key')),
			['d']
		);
	});

	test('once it is closed what was asked for is done, and nothing more is taken', async () => {
		const other = await Workshop.open();
		const last = other.db.write(async () => 'done');
		await other.close();
		assert.equal(await last, 'done');
		await assert.rejects(
			other.db.write(async () => 'too late'),
			/the data file is closed/
		);
	});

	test('a write within a write is a fault that is told at once, not a wait for ever', async () => {
		await assert.rejects(
			shop.db.write(() => shop.db.write(async () => undefined)),
			/would wait for itself/
		);
		assert.equal(await shop.db.write(async () => 1), 1);
	});

	test('writes are done in the order they are asked for, readers see only what is done, and cannot write', async () => {
		const { db } = shop;
		const seen: number[] = [];
		let during = -1;
		await Promise.all([
			db.write(async (tx) => {
				await tx.models.Preference.create(preference('first'));
				await new Promise((r) => setTimeout(r, 30));
				during = await db.models.Preference.count();
				seen.push(1);
			}),
			db.write(async () => void seen.push(2)),
			db.write(async () => void seen.push(3))
		]);
		assert.deepEqual(seen, [1, 2, 3]);
		assert.equal(during, 0);
		assert.equal(await db.models.Preference.count(), 1);
		await assert.rejects(db.models.Preference.create(preference('aside')), /readonly/);
	});

	test('the writer waits for the disk, every connection keeps references, and what is closed takes no more', async () => {
		const value = async (pragma: string) =>
			shop.db.write(async (tx) => {
				const [row] = await tx.sequelize.query<object>(`PRAGMA ${pragma}`, { type: QueryTypes.SELECT });
				return Object.values(row)[0];
			});
		assert.equal(await value('synchronous'), 2, 'FULL');
		assert.equal(await value('foreign_keys'), 1);
		assert.equal(await value('journal_mode'), 'wal');
		const last = shop.db.write((tx) => tx.models.Preference.create(preference('last')));
		const closing = shop.db.close();
		await last;
		await closing;
		await assert.rejects(
			shop.db.write(async () => undefined),
			/closed/
		);
		shop = await Workshop.open();
	});
});

describe('what is kept between writes', () => {
	let shop: Workshop;
	beforeEach(async () => void (shop = await Workshop.open()));
	afterEach(() => shop.close());

	test('is never older than the last write, whichever it was', async () => {
		const { db } = shop;
		const at = now();
		const pack = await shop.pack();
		const charger = await shop.charger({ slots: 2 });
		/** Everything that is kept, as a page would show it. */
		const seen = async () =>
			JSON.stringify([
				await listPacks(db, at),
				await allPacks(db),
				await getPack(db, pack.id),
				await listChargers(db),
				await listSupplies(db),
				await getPreferences(db),
				await channelStates(db),
				await lastEnded(db, 5),
				(await surroundingsOf(db)).around
			]);
		const surroundingsOf = async (store: typeof db) =>
			ok(
				await programContext(store, { ...request(pack, charger), task: 'balance', purpose: 'standard' }, at)
			);
		const request = (p: Pack, c: Charger) => ({ packId: p.id, chargerId: c.id, channelId: c.channels[0].id });
		const { id: _id, ...fields } = aPack();
		let runId = '';
		const writes: [string, () => Promise<unknown>][] = [
			['a pack', () => updatePack(db, pack.id, { ...fields, name: 'Renamed' })],
			['a reading', () => addReading(db, pack.id, { takenAt: now(), cellVoltagesV: [3.8, 3.8, 3.8] }, now())],
			['a supply', () => createSupply(db, { name: 'Shed', kind: 'mains', voltageV: 230 })],
			['a preference', () => setPreferences(db, { practice: { fullness: 'a little less' } })],
			[
				'a held value',
				() => setHeldValue(db, charger.id, { kind: 'safetyTimerMin', channelId: null, value: 77 })
			],
			[
				'a program of another pack',
				async () => {
					const other = await shop.pack({ name: 'Other' });
					ok(await saveProgram(db, { ...request(other, charger), name: 'Kept' }, at));
				}
			],
			[
				'a slot',
				async () => setSlot(db, charger.id, { slot: 1, programId: await shop.program(pack, charger) })
			],
			['a start', async () => (runId = (await shop.byHand(pack, charger)).id)],
			[
				'an end',
				() =>
					endByHand(db, runId, { endReason: 'timer', begunEarlier: true, durationMin: 9, chargeAh: 1 }, now())
			],
			['a run taken out', () => deleteRun(db, runId)],
			['a charger', () => updateCharger(db, charger.id, shop.chargerInput({ name: 'Anew' }))]
		];
		let before = await seen();
		for (const [what, write] of writes) {
			await write();
			const after = await seen();
			assert.notEqual(after, before, `${what} is not seen`);
			assert.equal(await seen(), after);
			before = after;
		}
	});

	test('outlasts samples, of which nothing is kept, and is shared by those who ask', async () => {
		const { db } = shop;
		const pack = await shop.pack();
		const run = await shop.started(pack, await shop.charger());
		const before = await listPacks(db, now());
		await shop.follow(2, 0.2);
		assert.ok((await storedSamples(db, run.id)) > 0);
		assert.equal(await listPacks(db, now()), before);
	});
});

describe('telemetry that is large, or fetched twice', () => {
	let shop: Workshop;
	let runId: string;
	beforeEach(async () => {
		shop = await Workshop.open();
		runId = (await shop.byHand(await shop.pack(), await shop.charger())).id;
	});
	afterEach(() => shop.close());

	const part = (from: number, count: number, cells = 3): Telemetry => {
		const t = emptyTelemetry(cells);
		for (let k = from; k < from + count; k++) {
			t.timeS.push(k);
			t.currentA.push(2);
			t.packV.push(11 + k / 1e6);
			t.chargeAh.push(k / 3600);
			t.temperatureDegC.push(k === 100 ? 44 : 20);
			t.cellV.forEach((c, i) => c.push(3.7 + i / 100));
		}
		return t;
	};
	const append = (from: number, t: Telemetry) => shop.db.write((tx) => appendTelemetry(tx, runId, from, t));

	test('samples are added only where the stored ones end', async () => {
		assert.equal(await append(0, part(0, 100)), 100);
		assert.equal(await append(0, part(0, 100)), 100, 'once more');
		assert.equal(await append(50, part(50, 100)), 100, 'overlapping');
		assert.equal(await append(101, part(101, 5)), 100, 'with a gap');
		const both = await Promise.all([append(100, part(100, 20)), append(100, part(100, 20))]);
		assert.deepEqual(both, [120, 120]);
		const { timeS } = await readTelemetry(shop.db, runId);
		assert.deepEqual(
			timeS,
			Array.from({ length: 120 }, (_, k) => k)
		);
	});

	test('a run of 160 000 samples is summed up and read', async () => {
		const count = 160_000;
		await append(0, part(0, count, 1));
		assert.deepEqual(await summaryOf(shop.db, runId), {
			durationS: count - 1,
			chargeAh: Math.round((1e4 * (count - 1)) / 3600) / 1e4,
			peakTemperatureDegC: 44,
			endCellVoltagesV: [3.7],
			endPackVoltageV: Math.round((11 + (count - 1) / 1e6) * 1000) / 1000
		});
		assert.equal((await readTelemetry(shop.db, runId)).timeS.length, count);
	});

	test('a run without samples, and one that nobody measured the warmth of, are summed up as far as they go', async () => {
		assert.deepEqual(await summaryOf(shop.db, runId), {
			durationS: 0,
			chargeAh: 0,
			peakTemperatureDegC: null,
			endCellVoltagesV: null,
			endPackVoltageV: null
		});
		await append(0, { ...part(0, 1, 0), temperatureDegC: [NaN] });
		assert.equal((await summaryOf(shop.db, runId)).peakTemperatureDegC, null);
	});
});
