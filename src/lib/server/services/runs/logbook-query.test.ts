/**
 * What the book may be asked: each condition alone and together, at its edges, and against what
 * core says of an end.
 */
import assert from 'node:assert/strict';
import { randomUUID } from 'node:crypto';
import { after, before, describe, test } from 'node:test';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { aDatabase, CHARGE_SETTINGS as settings, chargerIn } from '../../../../../tests/support/database';
import { END_REASONS, type EndReason } from '../../../../../core/pack/end-reason';
import { endedWell, type Run } from '../../../../../core/log/run';
import { TASKS, type TaskId } from '../../../../../core/request/task';
import type { Database } from '../../db/connect';
import { updatePack } from '../packs/packs';
import { judgeAll } from './judgements';
import { listRuns, monthsOf } from './logbook';
import type { RunFilter } from './logbook-query';

describe('the book is asked', () => {
	let db: Database;
	let chargers: { chargerId: string; channelId: string }[];
	const packs = { a: randomUUID(), b: randomUUID() };
	const put = (change: Partial<Run> & { startedAt: string }) =>
		db.write(async (tx) => {
			const id = randomUUID();
			await tx.models.Run.create({
				...{
					id,
					packId: packs.a,
					joined: [],
					chargerId: chargers[0].chargerId,
					channelId: chargers[0].channelId
				},
				...{
					mode: 'by hand',
					status: 'ended',
					task: 'balance',
					purpose: 'standard',
					settings,
					overridden: []
				},
				...{
					endedAt: new Date(Date.parse(change.startedAt) + 2 * 3600e3).toISOString(),
					endReason: 'full',
					durationS: 3600,
					chargeAh: 1.3,
					notes: ''
				},
				...change
			} as never);
			return id;
		});
	const found = async (filter: RunFilter) => (await listRuns(db, filter)).runs.map((r) => r.run.id);
	let ids: Record<'old' | 'joined' | 'limit' | 'out' | 'spring', string>;

	before(async () => {
		db = await aDatabase();
		chargers = [await chargerIn(db, 'Quay'), await chargerIn(db, 'Slip')];
		const { id: _pack, ...pack } = aPack({ capacityAh: 2 });
		await db.write((tx) =>
			tx.models.Pack.bulkCreate([
				{ ...pack, id: packs.a, name: 'Little auk' },
				{ ...pack, id: packs.b, name: 'Great auk, 50% off' }
			])
		);
		ids = {
			old: await put({ startedAt: new Date(2025, 11, 31, 23, 59).toISOString(), notes: 'warm at the plug' }),
			joined: await put({
				...{ startedAt: new Date(2026, 0, 1, 0, 0).toISOString(), packId: packs.b, joined: [packs.a] },
				...{ chargerId: chargers[1].chargerId, channelId: chargers[1].channelId }
			}),
			limit: await put({
				...{ startedAt: new Date(2026, 0, 31, 12).toISOString(), endReason: 'capacity limit', chargeAh: 2.4 },
				message: 'LIMIT!'
			}),
			out: await put({
				...{ startedAt: new Date(2026, 1, 1, 12).toISOString(), task: 'discharge', endReason: 'end voltage' },
				...{ chargeAh: 1.8, settings: { ...settings, dischargeA: 1, dischargeEndV: 3.2 }, durationS: 6600 }
			}),
			spring: await put({
				...{ startedAt: new Date(2026, 2, 20, 12).toISOString(), chargeAh: 0.1, durationS: 60 }
			})
		};
	});
	after(() => db.close());

	test('by days, both within; by what it is not asked for nothing is left out', async () => {
		assert.equal((await found({})).length, 5);
		assert.deepEqual(await found({ from: '2026-01-01', to: '2026-01-31' }), [ids.limit, ids.joined]);
		assert.deepEqual(await found({ to: '2025-12-31' }), [ids.old]);
		assert.deepEqual(await found({ from: '2026-03-20' }), [ids.spring]);
		assert.deepEqual(await found({ from: '2026-03-21' }), []);
	});
	test('by pack, those it was joined in too; by charger, task, reason, and all of it together', async () => {
		assert.equal((await found({ packId: packs.a })).length, 5);
		assert.deepEqual(await found({ packId: packs.b }), [ids.joined]);
		assert.deepEqual(await found({ chargerId: chargers[1].chargerId }), [ids.joined]);
		assert.deepEqual(await found({ task: 'discharge' }), [ids.out]);
		assert.deepEqual(await found({ end: 'capacity limit' }), [ids.limit]);
		assert.deepEqual(await found({ end: 'otherwise' }), [ids.limit]);
		assert.equal((await found({ end: 'well' })).length, 4);
		assert.equal((await found({ end: 'no such end' })).length, 5);
		assert.deepEqual(
			await found({ packId: packs.a, chargerId: chargers[0].chargerId, from: '2026-02-01', end: 'well' }),
			[...[ids.spring, ids.out]]
		);
	});
	test('by words in notes, message and names, each somewhere; % and _ are themselves', async () => {
		assert.deepEqual(await found({ text: 'plug WARM' }), [ids.old]);
		assert.deepEqual(await found({ text: 'limit!' }), [ids.limit]);
		assert.deepEqual(await found({ text: 'great slip' }), [ids.joined]);
		assert.deepEqual(await found({ text: '50%' }), [ids.joined]);
		assert.deepEqual(await found({ text: '5_%' }), []);
		assert.deepEqual(await found({ text: `'; DROP TABLE runs; --` }), []);
		assert.equal((await found({ text: '  ' })).length, 5);
	});
	test('by how the end was judged, and anew once the pack is said to hold something else', async () => {
		await judgeAll(db);
		assert.deepEqual(await found({ judged: 'sound' }), [ids.out, ids.joined, ids.old]);
		// It ended after a minute, with a twentieth of what it holds.
		const doubted = [
			...(await found({ judged: 'doubtful' })),
			...(await found({ judged: 'not what it says' }))
		];
		assert.ok(doubted.includes(ids.spring) && doubted.includes(ids.limit));
		const pack = (await db.models.Pack.findByPk(packs.a))!.get();
		const {
			id: _id,
			createdAt: _c,
			updatedAt: _u,
			deletedAt: _d,
			...fields
		} = pack as never as Record<string, unknown>;
		assert.ok((await updatePack(db, packs.a, { ...fields, measuredCapacityAh: 0.5 })).ok);
		assert.deepEqual(await found({ judged: 'sound', packId: packs.a }), [], 'forgotten at once');
		await judgeAll(db);
		// More went in than a pack of 500 mAh can hold; out is out; of the joined ones nobody knows
		// which took how much.
		assert.deepEqual(await found({ judged: 'sound' }), [ids.out, ids.joined]);
		assert.ok((await updatePack(db, packs.a, { ...fields, measuredCapacityAh: 2 })).ok);
		await judgeAll(db);
		assert.deepEqual(await found({ judged: 'sound' }), [ids.out, ids.joined, ids.old]);
	});
	test('by month: how many, what went in and out, what ended otherwise', async () => {
		const months = await monthsOf(db, {});
		assert.deepEqual(
			months.map((m) => [
				m.month,
				m.runs,
				m.otherwise,
				Number(m.inAh.toFixed(2)),
				Number(m.outAh.toFixed(2))
			]),
			[
				['2025-12', 1, 0, 1.3, 0],
				['2026-01', 2, 1, 3.7, 0],
				['2026-02', 1, 0, 0, 1.8],
				['2026-03', 1, 0, 0.1, 0]
			]
		);
		assert.ok(Math.abs(months[0].hours - 1) < 1e-9);
		assert.deepEqual(
			(await monthsOf(db, { task: 'discharge' })).map((m) => m.month),
			['2026-02']
		);
	});
	test('“as it was meant” is what core says, for every task and every reason', async () => {
		const pairs = TASKS.flatMap((t) => END_REASONS.map((r): [TaskId, EndReason] => [t.id, r]));
		const made: { id: string; well: boolean }[] = [];
		for (const [n, [task, endReason]] of pairs.entries())
			made.push({
				id: await put({
					startedAt: new Date(2020, 0, 1, 0, n).toISOString(),
					task,
					endReason,
					packId: packs.b
				}),
				well: endedWell({ task, endReason })
			});
		const of = { packId: packs.b, to: '2020-12-31', limit: 500 };
		const well = new Set(await found({ ...of, end: 'well' }));
		const otherwise = new Set(await found({ ...of, end: 'otherwise' }));
		for (const one of made) {
			assert.equal(well.has(one.id), one.well);
			assert.equal(otherwise.has(one.id), !one.well);
		}
	});
});
