import assert from 'node:assert/strict';
import { after, before, beforeEach, describe, test } from 'node:test';
import { now, ok, Workshop } from '../../../../../tests/support/workshop';
import type { Fault } from '../../../../../link/protocol';
import { setPreferences } from '../house/preferences';
import { alarmsNow, answerAlarm } from './alarms';
import { live } from './live';
import { getRun } from './logbook';
import { seenOn } from './watching';

describe('eyes on a run over a link', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	beforeEach(async () => void ok(await setPreferences(shop.db, { watchStops: false, presenceMin: 0 })));
	after(() => shop.close());

	/** A run on a channel of its own with these faults. */
	async function withFaults(name: string, faults: Fault[]) {
		const [pack, charger] = [await shop.pack({ name }), await shop.charger({ name: `Pier ${name}` })];
		const at = `${charger.id}/${charger.channels[0].id}`;
		assert.equal(shop.link.bench.answer(`FAULTS ${at} ${JSON.stringify(faults)}`), 'OK');
		return shop.started(pack, charger);
	}

	test('a wrong end is seen, called out once, and stops nothing unless that was allowed', async () => {
		const run = await withFaults('Skua', [{ kind: 'wrong end', byV: 0.08 }]);
		const told: number[] = [];
		const quiet = live.subscribe(async ({ runId, what }) => {
			if (runId === run.id && what === 'changed') told.push((await seenOn(shop.db, runId)).length);
		});
		await shop.follow(40, 1);
		quiet();
		await new Promise((resolve) => setTimeout(resolve, 50));
		assert.ok(
			told.some((many) => many > 0),
			'every window hears of it while it goes on'
		);
		const seen = await seenOn(shop.db, run.id);
		assert.ok(
			seen.some((s) => s.rule === 'limit' && s.severity === 'stop' && !s.stopped),
			JSON.stringify(seen)
		);
		const stored = ok(await getRun(shop.db, run.id)).run;
		assert.notEqual(stored.endReason, 'stopped');
		assert.equal(new Set(seen.map((s) => `${s.rule} ${s.severity}`)).size, seen.length, 'each once');
	});

	test('allowed to, it stops the charger before a cell is far over, and the book says why', async () => {
		ok(await setPreferences(shop.db, { watchStops: true }));
		const run = await withFaults('Auk', [{ kind: 'wrong end', byV: 0.08 }]);
		await shop.follow(6, 0.5);
		await shop.follow(250, 0.02);
		const stored = ok(await getRun(shop.db, run.id)).run;
		assert.equal(stored.endReason, 'stopped');
		assert.ok(
			stored.endCellVoltagesV!.every((v) => v < 4.245),
			`${stored.endCellVoltagesV}`
		);
		const [{ stopped, sentence }] = (await seenOn(shop.db, run.id)).filter((s) => s.severity === 'stop');
		assert.ok(stopped);
		const events = await shop.db.models.Event.findAll({ where: { subject: run.id, kind: 'run stopped' } });
		assert.deepEqual(events[0].get('detail'), { because: sentence });
	});

	test('what is seen calls in every window until somebody says that it was looked at', async () => {
		const run = await withFaults('Gull', [{ kind: 'weak supply', watts: 4, trips: false, fromMin: 2 }]);
		await shop.follow(3, 0.5);
		const mine = async () => (await alarmsNow(shop.db, now())).filter((a) => a.runId === run.id);
		const [alarm] = await mine();
		assert.equal(alarm.kind, 'seen');
		assert.match(alarm.sentence, /^Gull on Pier Gull.*program and charger could give/);
		ok(await answerAlarm(shop.db, run.id, { kind: 'seen', said: 'I have looked' }, now()));
		assert.deepEqual(await mine(), []);
	});

	test('a follower that was restarted says nothing twice, and goes on seeing', async () => {
		const run = await withFaults('Tern', [{ kind: 'weak supply', watts: 4, trips: false, fromMin: 2 }]);
		await shop.follow(3, 0.5);
		const before = (await seenOn(shop.db, run.id)).map((s) => s.id);
		assert.equal(before.length, 1);
		shop.aFollower();
		await shop.follow(3, 0.5);
		const after = await seenOn(shop.db, run.id);
		assert.deepEqual(
			after.slice(0, 1).map((s) => s.id),
			before
		);
		assert.equal(after.filter((s) => s.rule === 'starved').length, 1);
	});

	test('a charger that gives up leaves what it said with the run', async () => {
		const run = await withFaults('Kite', [{ kind: 'charger hot', fromMin: 4 }]);
		await shop.follow(4, 0.5);
		const stored = ok(await getRun(shop.db, run.id)).run;
		assert.deepEqual([stored.endReason, stored.message], ['charger error', 'charger too hot']);
	});
});
