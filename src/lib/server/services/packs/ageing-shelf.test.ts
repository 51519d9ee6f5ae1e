/**
 * Lines of packs over time that were computed in another process and kept: the same as computed
 * here, and valid until the pack, the day or core changes.
 */
import assert from 'node:assert/strict';
import { QueryTypes } from 'sequelize';
import { after, before, describe, test } from 'node:test';
import { aDatabase } from '../../../../../tests/support/database';
import { demoFile } from '../../../../../tests/support/demo-file';
import { CORE_VERSION } from '../../core-version';
import type { Database } from '../../db/connect';
import { packAgeing } from './ageing';
import { ageingLine, shelfAgeing } from './ageing-shelf';
import { heldResults, keepResults, lastResult } from './kept-results';
import type { StoredPoints } from './kept-points';
import { addReading, allPacks } from './packs';

const NOW = '2026-06-13T16:00:00.000Z';
const LONG_MS = 120_000;

describe('packs over time', () => {
	let db: Database;
	before(async () => {
		db = await aDatabase((file) => demoFile(file, Date.parse(NOW)));
	});
	after(() => db.close());
	const kept = () =>
		db.sequelize.query<{ packId: string; what: string; stamp: number }>(
			'SELECT packId, what, stamp FROM pack_results ORDER BY packId, what',
			{ type: QueryTypes.SELECT }
		);
	const inService = async () => (await allPacks(db)).filter((pack) => pack.condition !== 'retired');

	test('those who look at once share one computation; its lines are those computed here', async () => {
		const [first, second] = await Promise.all([shelfAgeing(db, NOW, LONG_MS), shelfAgeing(db, NOW, LONG_MS)]);
		assert.equal(first.share, null);
		assert.deepEqual(second.lines, first.lines);
		const packs = await inService();
		assert.equal(first.lines.size, packs.length);
		for (const pack of packs)
			assert.deepEqual(
				first.lines.get(pack.id),
				JSON.parse(JSON.stringify(ageingLine(await packAgeing(db, pack, NOW)))),
				pack.name
			);
		assert.ok([...first.lines.values()].filter(({ capacity }) => capacity !== null).length > 5);
	});

	test('what is written of a pack lets go of its line alone, and its points stay', async () => {
		const held = async (core = CORE_VERSION, day = NOW.slice(0, 10)) =>
			(await heldResults(db, 'ageing', core, day)).size;
		const all = await held();
		const [pack] = await inService();
		const before = await kept();
		const added = await addReading(db, pack.id, { takenAt: NOW, packVoltageV: 12 }, NOW);
		assert.ok(added.ok, added.ok ? '' : added.message);
		assert.equal(await held(), all - 1);
		assert.equal(await held('another core'), 0);
		assert.equal(await held(CORE_VERSION, '2026-06-14'), 0);
		assert.ok(await lastResult<StoredPoints>(db, pack.id, 'points', CORE_VERSION));
		assert.equal(await lastResult(db, pack.id, 'points', 'another core'), null);

		const { lines, share } = await shelfAgeing(db, NOW, LONG_MS);
		assert.equal(share, null);
		assert.equal(lines.size, all);
		const anew = (await kept()).filter((row, k) => row.stamp !== before[k].stamp);
		assert.deepEqual([...new Set(anew.map((row) => row.packId))], [pack.id]);
	});

	test('who does not wait is told how far it is, and gets what there is', async () => {
		const tomorrow = '2026-06-14T16:00:00.000Z';
		const { lines, share, missing } = await shelfAgeing(db, tomorrow, 0);
		assert.equal(lines.size, 0);
		assert.equal(share, 0);
		assert.equal(missing, (await inService()).length);
		const later = await shelfAgeing(db, tomorrow, LONG_MS);
		assert.deepEqual([later.share, later.missing], [null, 0]);
		assert.equal(later.lines.size, (await inService()).length);
	});

	test('a line or points that are broken are computed anew', async () => {
		const [pack] = await inService();
		const [{ stamp }] = (await kept()).filter((row) => row.packId === pack.id);
		const asOf = '2026-06-14';
		await keepResults(db, CORE_VERSION, 'ageing', [{ packId: pack.id, stamp, asOf, value: '{"capaci' }]);
		await keepResults(db, CORE_VERSION, 'points', [{ packId: pack.id, stamp, asOf: '', value: '7' }]);
		const { lines } = await shelfAgeing(db, `${asOf}T16:00:00.000Z`, LONG_MS);
		assert.deepEqual(
			lines.get(pack.id),
			JSON.parse(JSON.stringify(ageingLine(await packAgeing(db, pack, `${asOf}T16:00:00.000Z`))))
		);
	});
});
