/**
 * The ways of a job as they are solved for the bench: kept for ten minutes and no longer, with
 * what shares its watts, and for a pack that goes out first.
 */
import assert from 'node:assert/strict';
import { after, describe, test } from 'node:test';
import type { Job } from '$core/plan/plan';
import { aJob } from '../../../../../tests/support/plan-job';
import { ok, Workshop } from '../../../../../tests/support/workshop';
import { addReading, deletePack } from '../packs/packs';
import { waysOfJobs } from './ways';

const TEN_MIN = 600e3;

describe('ways of a job', async () => {
	const shop = await Workshop.open();
	after(() => shop.close());
	/** The beginning of a stretch of ten minutes that is not over yet. */
	const stretch = Math.floor(Date.now() / TEN_MIN) * TEN_MIN + TEN_MIN;
	const waysAt = async (job: Job, ms: number) =>
		(await waysOfJobs(shop.db, [job], new Date(ms).toISOString()))[job.id];

	test('what was solved holds for ten minutes; then, and when the reading has grown old, it is solved anew', async () => {
		const pack = await shop.pack();
		await shop.charger({ name: 'Quay' });
		const job = aJob(pack.id);
		const [first] = (await waysAt(job, stretch)).ways;
		assert.equal((await waysAt(job, stretch + TEN_MIN - 1)).ways[0], first, 'the very same');
		const next = (await waysAt(job, stretch + TEN_MIN)).ways[0];
		assert.notEqual(next, first);
		assert.deepEqual(next, first, 'ten minutes change nothing of it');
		const old = (await waysAt(job, stretch + 60 * 86400e3)).ways[0];
		assert.ok(old.checks > first.checks, 'an old reading is asked about');
	});

	test('a pack that goes out first comes back a quarter full, whatever it reads now', async () => {
		const pack = await shop.pack();
		const high = Array.from({ length: pack.cells }, () => 4.05);
		const at = new Date(stretch).toISOString();
		ok(await addReading(shop.db, pack.id, { takenAt: at, cellVoltagesV: high, temperatureDegC: 21 }, at));
		const minutes = async (usedByThen: boolean) =>
			(await waysAt(aJob(pack.id, { id: `used ${usedByThen}`, usedByThen }), stretch)).ways[0].steps[0]
				.likelyMin;
		const [used, now] = [await minutes(true), await minutes(false)];
		assert.ok(used > 1.5 * now, `${used} and ${now} min`);
	});

	test('currents that are nearly the same are one way; shared watts give another with half of them', async () => {
		const pack = await shop.pack();
		const shared = await shop.charger({
			name: 'Shared',
			sharedPowerW: 40,
			channels: shop.chargerInput().channels && [
				...(shop.chargerInput().channels as object[]),
				...(shop.chargerInput().channels as object[]).map((c) => ({ ...c, label: 'B' }))
			]
		});
		const { ways, cannot } = await waysAt(aJob(pack.id), stretch);
		assert.deepEqual(cannot, []);
		const own = ways.filter((w) => w.chargerId === shared.id);
		for (const [k, way] of own.entries())
			for (const other of own.slice(0, k))
				assert.ok(
					Math.abs(other.currentA / way.currentA - 1) > 0.03,
					`${other.currentA} and ${way.currentA} A`
				);
		assert.ok(own.some((w) => w.withinW === null) && own.some((w) => w.withinW === 20));
		assert.ok(own.every((w) => Math.max(...w.steps[0].outputW) <= (w.withinW ?? 40) + 1e-6));
		assert.deepEqual(
			own[0].channelIds,
			shared.channels.map((c) => c.id)
		);
	});

	test('a pack that is gone says so', async () => {
		const pack = await shop.pack();
		await deletePack(shop.db, pack.id);
		const { ways, cannot } = await waysAt(aJob(pack.id), stretch);
		assert.deepEqual(ways, []);
		assert.match(cannot[0].sentence, /gone from the shelf/);
	});
});
