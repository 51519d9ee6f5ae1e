/** Samples of many runs, read in one go, are those of each by itself. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { aDatabase } from '../../../../../tests/support/database';
import { demoFile } from '../../../../../tests/support/demo-file';
import type { Database } from '../../db/connect';
import { appendTelemetry, readTelemetry, telemetryOfRuns } from './telemetry';

describe('samples of many runs', () => {
	let db: Database;
	before(async () => {
		db = await aDatabase(demoFile);
	});
	after(() => db.close());

	test('in the order that was asked for, each whole, those without any left out, over as many questions as it takes', async () => {
		const runs = await db.models.Run.findAll({
			attributes: ['id'],
			limit: 47,
			order: [['startedAt', 'DESC']]
		});
		const ids = runs.map((r) => r.get('id'));
		const n = 4000;
		const column = (of: (k: number) => number) => Array.from({ length: n }, (_, k) => of(k));
		const { timeS } = await readTelemetry(db, ids[3]);
		await db.write((tx) =>
			appendTelemetry(tx, ids[3], timeS.length, {
				timeS: column((k) => 10_000 + k),
				currentA: column(() => 1),
				packV: column(() => 12),
				chargeAh: column((k) => k / 1000),
				temperatureDegC: column(() => 25),
				cellV: [column(() => 4), column(() => 4)]
			})
		);
		const asked = [...ids.slice(0, 30), 'no such run', ...ids.slice(30)];
		const found = [];
		for await (const of of telemetryOfRuns(db, asked)) found.push(of);
		assert.deepEqual(
			found.map((f) => f.runId),
			ids
		);
		for (const { runId, samples } of found) assert.deepEqual(samples, await readTelemetry(db, runId));
		assert.equal(found[3].samples.timeS.length, timeS.length + n, 'over several chunks');
		assert.ok(found.every((f) => f.samples.timeS.length > 0));
		assert.ok(found[3].samples.timeS.every((t, k, all) => k === 0 || t > all[k - 1]));
	});
});
