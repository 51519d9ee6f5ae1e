/**
 * What is kept by pack is never older than what is written: whatever is written of a pack, by
 * whichever way, the shelf says what a store that keeps nothing says.
 */
import assert from 'node:assert/strict';
import { randomUUID } from 'node:crypto';
import { after, before, describe, test } from 'node:test';
import { uniform } from '../../../../../core/simulate/random';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { aDatabase, CHARGE_SETTINGS as settings, chargerIn } from '../../../../../tests/support/database';
import type { Database, Store } from '../../db/connect';
import { packAgeing } from './ageing';
import { packStates } from './pack-states';
import { allPacks, listPacks } from './packs';

const T0 = Date.parse('2026-03-01T10:00:00.000Z');
const HOUR = 3600e3;
const iso = (at: number) => new Date(at).toISOString();
const { settings: _settings, ...run } = {
	...{
		mode: 'by hand',
		status: 'ended',
		task: 'balance',
		purpose: 'standard',
		settings,
		overridden: [],
		notes: ''
	},
	...{ endReason: 'full', durationS: 3000, chargeAh: 1.2 }
};

describe('what is kept by pack', () => {
	let db: Database;
	let where: { chargerId: string; channelId: string };
	const ids: string[] = [];
	before(async () => {
		db = await aDatabase();
		where = await chargerIn(db);
		const { id: _id, ...pack } = aPack({ capacityAh: 2, cells: 3 });
		for (const name of ['b', 'a', 'c', 'd', 'e']) {
			ids.push(randomUUID());
			await db.write((tx) => tx.models.Pack.create({ ...pack, id: ids.at(-1)!, name }));
		}
	});
	after(() => db.close());

	/** All that the shelf says at this moment. */
	const said = async (store: Store, now: string) => {
		const packs = await allPacks(store);
		return {
			packs,
			shelf: await listPacks(store, now),
			states: [...(await packStates(store, packs, now))],
			ageing: await Promise.all(packs.map((pack) => packAgeing(store, pack, now)))
		};
	};
	async function mustAgree(now: string): Promise<void> {
		const plain = await db.snapshot();
		try {
			// Through text, so that a date and its text are told apart and undefined is nothing.
			assert.equal(JSON.stringify(await said(db, now)), JSON.stringify(await said(plain, now)));
		} finally {
			await plain.close();
		}
	}

	test('after 80 writes of every kind, with a clock that also goes back', async () => {
		const random = uniform(7);
		const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
		const anyOf = async (table: string): Promise<string | null> => {
			const [rows] = await db.sequelize.query(`SELECT id FROM ${table} ORDER BY id`);
			return rows.length ? one(rows as { id: string }[]).id : null;
		};
		let clock = T0;
		// Some of it lies in the future of the clock, as after one that was set wrong.
		const moment = () => iso(clock + (random() - 0.8) * 20 * HOUR);
		const kinds: Record<string, () => Promise<unknown>> = {
			reading: () => {
				const v = 3.6 + random() * 0.5;
				return db.write((tx) =>
					tx.models.Reading.create({
						...{ id: randomUUID(), packId: one(ids), takenAt: moment(), cellVoltagesV: [v, v, v] },
						...{ state: 'rest', usedSince: one(['used', 'not used', 'not said']), temperatureDegC: 20 }
					} as never)
				);
			},
			use: () =>
				db.write((tx) =>
					tx.models.Use.create({
						...{ id: randomUUID(), packId: one(ids), at: moment(), minutes: 5, felt: one(['hot', 'as ever']) }
					} as never)
				),
			observation: () =>
				db.write((tx) =>
					tx.models.Observation.create({
						...{ id: randomUUID(), packId: one(ids), at: moment(), what: one(['warm', 'dropped', 'dented']) },
						...{ notes: '', conditionBefore: 'in service' }
					} as never)
				),
			run: () => {
				const started = moment();
				const joined = random() < 0.3 ? [one(ids)] : [];
				const [packId] = ids.filter((id) => !joined.includes(id)).sort(() => random() - 0.5);
				return db.write((tx) =>
					tx.models.Run.create({
						...{ ...run, id: randomUUID(), packId, joined, ...where, settings },
						...{
							startedAt: started,
							endedAt: iso(Date.parse(started) + 3e6),
							endCellVoltagesV: [4.2, 4.2, 4.19]
						}
					} as never)
				);
			},
			look: async () => {
				const runId = await anyOf('runs');
				return (
					runId &&
					db.write((tx) =>
						tx.models.Look.create({ id: randomUUID(), runId, minute: 20, what: 'packV', value: 12 } as never)
					)
				);
			},
			corrected: async () => {
				const id = await anyOf('runs');
				const change = one([{ chargeAh: random() * 2 }, { endReason: 'stopped' }, { endReason: 'full' }]);
				return id && db.write((tx) => tx.models.Run.update(change as never, { where: { id } }));
			},
			deleted: async () => {
				const table = one(['Reading', 'Use', 'Observation', 'Run', 'Look'] as const);
				const id = await anyOf(
					{ Reading: 'readings', Use: 'uses', Observation: 'observations', Run: 'runs', Look: 'looks' }[table]
				);
				return id && db.write((tx) => (tx.models[table] as typeof tx.models.Use).destroy({ where: { id } }));
			},
			'brought back': async () => {
				const table = one(['Reading', 'Run'] as const);
				return db.write((tx) =>
					(tx.models[table] as typeof tx.models.Reading).restore({ where: { packId: one(ids) } })
				);
			},
			'moved to another pack': async () => {
				const id = await anyOf('readings');
				return id && db.write((tx) => tx.models.Reading.update({ packId: one(ids) }, { where: { id } }));
			},
			described: () =>
				db.write((tx) =>
					tx.models.Pack.update(
						{ capacityAh: 1.5 + random(), name: one(['b', 'x', 'Q']) },
						{ where: { id: one(ids) } }
					)
				),
			'off the shelf and back': async () => {
				const id = one(ids);
				await db.write((tx) => tx.models.Pack.destroy({ where: { id } }));
				await mustAgree(iso(clock));
				return db.write((tx) => tx.models.Pack.restore({ where: { id } }));
			},
			'by a statement of its own': () =>
				db.write((tx) =>
					tx.sequelize.query(`UPDATE readings SET packVoltageV = 11.4 WHERE packId = '${one(ids)}'`)
				),
			'taken back': () =>
				db
					.write(async (tx) => {
						await tx.models.Pack.update({ capacityAh: 9 }, { where: { id: one(ids) } });
						await listPacks(tx, iso(clock));
						throw new Error('no');
					})
					.catch(() => undefined)
		};
		for (let k = 0; k < 80; k++) {
			// What is found for one minute holds for all of it: whole minutes.
			clock += Math.round((random() - 0.2) * 180) * 60e3;
			const kind = k < 13 ? Object.keys(kinds)[k] : one(Object.keys(kinds));
			await kinds[kind]();
			try {
				await mustAgree(iso(clock));
			} catch (error) {
				throw new Error(`after write ${k}: ${kind}`, { cause: error });
			}
		}
	});

	test('an event that lies ahead of the clock counts once it is time, without a write', async () => {
		const now = T0 + 400 * HOUR;
		await db.write((tx) =>
			tx.models.Reading.create({
				...{ id: randomUUID(), packId: ids[0], takenAt: iso(now + HOUR), cellVoltagesV: [3.3, 3.3, 3.3] },
				state: 'rest'
			} as never)
		);
		const stateAt = async (at: number) => (await packStates(db, await allPacks(db), iso(at))).get(ids[0])!;
		const before = await stateAt(now);
		const later = await stateAt(now + 2 * HOUR);
		assert.notDeepEqual(before.charge, later.charge);
		assert.deepEqual((await stateAt(now)).charge, before.charge, 'and not where the clock was set back');
	});

	test('a write of one pack leaves what was found of the others as it was', async () => {
		const asked: string[][] = [];
		const ask = () =>
			db.keptByPack('counted', async (packIds) => {
				asked.push(packIds);
				return new Map(packIds.map((id) => [id, id]));
			});
		await ask();
		await ask();
		await db.write((tx) =>
			tx.models.Use.create({
				id: randomUUID(),
				packId: ids[3],
				at: iso(T0),
				minutes: null,
				felt: 'hot'
			} as never)
		);
		assert.equal((await ask()).size, 5);
		assert.deepEqual(
			asked.map((packIds) => packIds.length),
			[5, 1]
		);
		assert.deepEqual(asked[1], [ids[3]]);
	});
});
