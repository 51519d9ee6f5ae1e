/**
 * What of a pack's past is believed of how it ages: fresh readings, runs of it alone, pairs of
 * readings with nothing in between.
 */
import assert from 'node:assert/strict';
import { randomUUID } from 'node:crypto';
import { after, before, beforeEach, describe, test } from 'node:test';
import { ocvAt } from '../../../../../core/chemistry/curve';
import { fullSoc } from '../../../../../core/chemistry/fill-window';
import { lipo } from '../../../../../core/chemistry/lipo';
import type { Pack } from '../../../../../core/pack/pack';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { aDatabase, CHARGE_SETTINGS as settings, chargerIn } from '../../../../../tests/support/database';
import type { Database } from '../../db/connect';
import { toPack } from '../../db/map';
import { keepFit } from '../runs/fits';
import { packAgeing } from './ageing';

const HOUR = 3600e3;
const DAY = 24 * HOUR;
const T0 = Date.parse('2026-01-05T10:00:00.000Z');
const NOW = '2026-06-01T00:00:00.000Z';
const iso = (at: number) => new Date(at).toISOString();
describe('the past of a pack', () => {
	let db: Database;
	let where: { chargerId: string; channelId: string };
	let pack: Pack;
	before(async () => {
		db = await aDatabase();
		where = await chargerIn(db);
	});
	after(() => db.close());
	beforeEach(async () => {
		const { id: _pack, ...fields } = aPack({ capacityAh: 2, cells: 3, firstUsedOn: null });
		const row = await db.write((tx) =>
			tx.models.Pack.create({ ...fields, id: randomUUID(), measuredCapacityAh: null })
		);
		pack = toPack(row);
	});
	const reads = (at: number, v: number, change: object = {}) =>
		db.write((tx) =>
			tx.models.Reading.create({
				...{ id: randomUUID(), packId: pack.id, takenAt: iso(at), cellVoltagesV: [v, v, v] },
				...{ state: 'rest', usedSince: 'used', temperatureDegC: 20 },
				...change
			} as never)
		);
	/** A charge of a pack that holds `ah`, from a fifth to full. */
	const charges = (at: number, ah = 1.8, change: object = {}) =>
		db.write((tx) =>
			tx.models.Run.create({
				...{ id: randomUUID(), packId: pack.id, joined: [], ...where, mode: 'by hand', status: 'ended' },
				...{ task: 'balance', purpose: 'standard', settings, overridden: [], notes: '' },
				...{ startedAt: iso(at), endedAt: iso(at + HOUR), endReason: 'full', durationS: 3600 },
				chargeAh: (ah * (fullSoc(lipo) - 0.2)) / lipo.defaults.coulombicEfficiency,
				endCellVoltagesV: [4.2, 4.2, 4.2],
				...change
			} as never)
		);
	const fifth = ocvAt(lipo.curve, 0.2);
	const points = async () => (await packAgeing(db, pack, NOW)).capacity?.points ?? [];

	test('a charge counts with the reading that was taken right before it', async () => {
		await reads(T0 - 600e3, fifth);
		await charges(T0);
		const [point] = await points();
		assert.ok(Math.abs(point.value - 1.8) < 0.03, `${point.value}`);
		assert.equal(point.at, iso(T0 + HOUR));
	});
	test('not with one from yesterday, from before the last run or the last use, or none', async () => {
		await charges(T0);
		await reads(T0 + DAY - 7 * HOUR, fifth);
		await charges(T0 + DAY);
		await reads(T0 + 2 * DAY - 2 * HOUR, fifth);
		await db.write((tx) =>
			tx.models.Use.create({
				id: randomUUID(),
				packId: pack.id,
				at: iso(T0 + 2 * DAY - HOUR),
				minutes: null,
				felt: 'as ever'
			} as never)
		);
		await charges(T0 + 2 * DAY);
		await reads(T0 + 3 * DAY - 3 * HOUR, fifth);
		await charges(T0 + 3 * DAY - 2.9 * HOUR, 1.8, { endReason: 'stopped' });
		await charges(T0 + 3 * DAY);
		assert.equal((await points()).length, 0);
		await reads(T0 + 4 * DAY - 5.9 * HOUR, fifth);
		await charges(T0 + 4 * DAY);
		assert.equal((await points()).length, 1);
	});
	test('a run joined with another says nothing of one, but it moved the charge', async () => {
		const other = await db.write((tx) => {
			const { id: _pack, ...fields } = aPack({ cells: 3 });
			return tx.models.Pack.create({ ...fields, id: randomUUID() });
		});
		await reads(T0 - 600e3, fifth);
		await charges(T0, 1.8, { joined: [other.get('id')] });
		await charges(T0 + 2 * HOUR);
		assert.equal((await points()).length, 0);
	});
	test('a run that was taken out of the book does not count', async () => {
		await reads(T0 - 600e3, fifth);
		const run = await charges(T0);
		assert.equal((await points()).length, 1);
		await db.write((tx) => tx.models.Run.destroy({ where: { id: run.get('id') } }));
		assert.equal((await points()).length, 0);
	});
	test('looks at a run that was stopped are kept with it, and taken back when too few are left', async () => {
		const run = await charges(T0, 1.8, { endReason: 'stopped' });
		const id = run.get('id');
		const learned = { before: { mean: 2, sigma: 0.1 }, now: { mean: 1.8, sigma: 0.05 } };
		const looks = await db.write((tx) =>
			tx.models.Look.bulkCreate(
				[10, 20, 30].map((minute) => ({
					id: randomUUID(),
					runId: id,
					minute,
					what: 'packV',
					value: 12
				})) as never
			)
		);
		const kept = await keepFit(db, id, learned);
		assert.ok(kept.ok && kept.value && Math.abs(kept.value.capacityAh - 1.7333) < 1e-3);
		assert.deepEqual(
			(await points()).map((p) => [p.from, p.ref]),
			[['looks', id]]
		);
		await db.write((tx) => tx.models.Look.destroy({ where: { id: looks[0].get('id') } }));
		const taken = await keepFit(db, id, learned);
		assert.ok(taken.ok && taken.value === null);
		assert.equal((await points()).length, 0);
		for (const wrong of [
			{},
			{ before: { mean: -1, sigma: 1 }, now: learned.now },
			{ ...learned, now: { mean: 1e9, sigma: 1 } }
		])
			assert.ok(!(await keepFit(db, id, wrong)).ok);
		assert.ok(!(await keepFit(db, 'nobody', learned)).ok);
		const linked = await charges(T0 + DAY, 1.8, { mode: 'link' });
		assert.ok(!(await keepFit(db, linked.get('id'), learned)).ok);
	});
	test('readings are a pair only where the pack lay between them, and the first came to rest', async () => {
		const leaks = async () => (await packAgeing(db, pack, NOW)).leaks;
		await charges(T0);
		// Half an hour after the charge it is still coming down.
		await reads(T0 + 1.5 * HOUR, 4.19, { usedSince: 'not used' });
		await reads(T0 + 1.5 * HOUR + DAY, 4.15, { usedSince: 'not used' });
		assert.equal(await leaks(), null);
		await reads(T0 + 1.5 * HOUR + 3 * DAY, 4.15, {
			usedSince: 'not used',
			cellVoltagesV: [4.15, 4.11, 4.15]
		});
		const one = await leaks();
		assert.deepEqual([one!.pairs, one!.worst!.cell], [1, 2]);
		assert.ok(Math.abs(one!.worst!.mvPerDay - 20) < 1e-6);
		// Used in between, as it was said, as it was noted, or as a run shows.
		await reads(T0 + 6 * DAY, 4, { usedSince: 'not said' });
		await reads(T0 + 8 * DAY, 3.9, { usedSince: 'used' });
		await charges(T0 + 9 * DAY);
		await reads(T0 + 10 * DAY, 4.18, { usedSince: 'not used' });
		assert.equal((await leaks())!.pairs, 1);
		await reads(T0 + 12 * DAY, 4.17, { usedSince: 'not used', state: 'loaded' });
		assert.equal((await leaks())!.pairs, 1);
		await reads(T0 + 13 * DAY, 4.17, { usedSince: 'not used' });
		assert.equal((await leaks())!.pairs, 2);
	});
});
