/**
 * Starts whose answer is lost or late, chargers that stay away, and what must not be lost by
 * either.
 */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, test } from 'node:test';
import type { Charger } from '../../../../../core/charger/charger';
import type { Pack } from '../../../../../core/pack/pack';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { StandInBench } from '../../../../../stand-in/bench';
import { deleteCharger, updateCharger } from '../chargers/chargers';
import { eventsOf } from '../house/events';
import { live, type LiveChange } from './live';
import { getRun, listRuns } from './logbook';
import { deletePack } from '../packs/packs';
import { othersOutputW } from '../programs/programs';
import { checkOnLink, closeRun, startRun, stopRun } from './runs';
import { readTelemetry, storedSamples } from './telemetry';
import { channelStates } from '../house/today';

describe('a start whose answer does not come', () => {
	let shop: Workshop;
	let pack: Pack;
	let charger: Charger;
	const at = () => ({ chargerId: charger.id, channelId: charger.channels[0].id });
	const runOf = async (id: string) => ok(await getRun(shop.db, id)).run;

	beforeEach(async () => {
		shop = await Workshop.open();
		pack = await shop.pack();
		charger = await shop.charger();
	});
	afterEach(() => shop.close());

	/** Presses start in that weather, which clears up afterwards. */
	async function pressed(weather: 'lost' | 'late') {
		const request = await shop.ready(pack, charger);
		shop.link.weather = weather;
		const run = ok(await startRun(shop.bench, request, now()));
		shop.link.weather = 'fine';
		return run;
	}

	test('lost: the run is kept as starting, holds its channel and its pack, and nothing is recorded of it yet', async () => {
		const run = await pressed('lost');
		assert.equal(run.status, 'starting');
		assert.equal((await runOf(run.id)).status, 'starting');
		assert.deepEqual(await eventsOf(shop.db, run.id), []);
		refused(await deletePack(shop.db, pack.id), 409, /is in a run/);
		refused(await deleteCharger(shop.db, charger.id), 409, /run going on/);
		refused(
			await updateCharger(shop.db, charger.id, shop.chargerInput({ link: 'none' })),
			409,
			/over the link/
		);
		assert.equal((await channelStates(shop.db))[0].run?.id, run.id);
		assert.ok((await othersOutputW(shop.db, charger, 'another')) > 20, 'its power counts');
		const other = await shop.pack({ name: 'Other' });
		const programId = await shop.program(other, charger);
		refused(
			await startRun(shop.bench, { programId, mode: 'by hand', cellsRead: 3 }, now()),
			409,
			/channel is already in a run/
		);
		await assert.rejects(
			shop.db.write((tx) =>
				tx.sequelize.query(
					`INSERT INTO runs SELECT 'twin', packId, chargerId, channelId, programId, mode, 'running', task, purpose, settings, overridden,
					 expectedMin, expectedP95Min, expectedAh, startedAt, endedAt, endReason, durationS, chargeAh, peakTemperatureDegC, endCellVoltagesV, notes,
					 createdAt, updatedAt, deletedAt, joined, message,
					 expectedLowAh, expectedHighAh, endPackVoltageV, endCurrentA, endTemperatureDegC FROM runs`
				)
			),
			/UNIQUE|Validation/
		);
	});

	test('lost: STATUS settles it, the record is written once, and no sample since the start is missing', async () => {
		const run = await pressed('lost');
		shop.link.bench.tick(1);
		await Promise.all([shop.follower.look(run.id), shop.follower.round(), shop.aFollower().round()]);
		assert.equal((await runOf(run.id)).status, 'running');
		await shop.follow(40, 0.6);
		const ended = await runOf(run.id);
		assert.equal(ended.endReason, 'full');
		const { timeS } = await readTelemetry(shop.db, run.id);
		assert.ok(timeS[0] <= 5);
		timeS.slice(1, -1).forEach((t, k) => assert.ok(Math.abs(t - timeS[k] - 1) < 1e-3));
		assert.deepEqual(
			(await eventsOf(shop.db, run.id)).map((e) => e.kind),
			['run started', 'run ended']
		);
	});

	test('lost and stopped at once: the charger is asked to stop although it never said that it started', async () => {
		const run = await pressed('lost');
		ok(await stopRun(shop.bench, run.id));
		ok(await stopRun(shop.bench, run.id));
		await shop.follow(2, 0.1);
		assert.equal((await runOf(run.id)).endReason, 'stopped');
		const kinds = (await eventsOf(shop.db, run.id)).map((e) => e.kind);
		assert.equal(kinds.filter((k) => k === 'run stopped').length, 1, 'said once');
	});

	test('late: taken back only once the charger has said that it never will start, and then it cannot', async () => {
		const heard: LiveChange[] = [];
		const quiet = live.subscribe((change) => heard.push(change));
		const run = await pressed('late');
		await shop.follow(2, 0.1);
		assert.equal((await runOf(run.id)).status, 'starting', 'it may still be on its way');
		shop.aheadMs = 6000;
		shop.link.bench.tick(7);
		await shop.follow(1, 0.1);
		quiet();
		refused(await getRun(shop.db, run.id), 404, /no such run/);
		assert.match(shop.link.arrive()[0], /^ERR cancelled/);
		assert.equal((await shop.link.status(at())).state, 'plugged');
		assert.deepEqual(heard.at(-1), { runId: run.id, what: 'withdrawn' });
		assert.deepEqual(await eventsOf(shop.db, run.id), []);
		assert.equal(await shop.db.models.Run.count({ paranoid: false }), 0);
		assert.equal((await shop.started(pack, charger)).status, 'running', 'and the next one may start');
	});

	test('late, and it comes in before it is taken back: the run goes on', async () => {
		const run = await pressed('late');
		shop.link.arrive();
		shop.aheadMs = 60_000;
		await shop.follow(1, 0.1);
		assert.equal((await runOf(run.id)).status, 'running');
	});

	test('the application was killed before it told the charger: taken back after the restart', async () => {
		const request = await shop.ready(pack, charger);
		const run = ok(await startRun(shop.bench, { ...request, mode: 'by hand' }, now()));
		await shop.db.write((tx) =>
			tx.models.Run.update({ status: 'starting', mode: 'link' }, { where: { id: run.id } })
		);
		shop.link.bench.tick(30);
		shop.aFollower();
		shop.aheadMs = 10_000;
		await shop.follow(1, 0);
		refused(await getRun(shop.db, run.id), 404, /no such run/);
	});

	test('a charger that was switched on after the press cannot say whether it had begun: kept, as lost', async () => {
		const run = await pressed('lost');
		shop.link.bench = new StandInBench(600);
		shop.aheadMs = 10_000;
		await shop.follow(1, 0.1);
		const lost = await runOf(run.id);
		assert.equal(lost.endReason, 'link lost');
		assert.match(lost.notes, /Look at the pack/);
		assert.deepEqual(
			(await eventsOf(shop.db, run.id)).map((e) => e.kind),
			['run started', 'run ended']
		);
	});

	test('what the charger refuses, or cannot have heard, leaves nothing behind', async () => {
		const request = await shop.ready(pack, charger);
		shop.link.weather = 'no';
		refused(await startRun(shop.bench, request, now()), 503, /does not answer/);
		shop.link.weather = 'fine';
		shop.link.bench = new StandInBench(600);
		refused(await startRun(shop.bench, request, now()), 409, /no pack is connected/);
		assert.equal(await shop.db.models.Run.count({ paranoid: false }), 0);
		assert.equal(await shop.db.models.Event.count(), 0);
	});

	test('the same start twice, with the key of the first, is one run', async () => {
		const request = await shop.ready(pack, charger);
		const key = '33333333-3333-4333-8333-333333333333';
		const [a, b] = await Promise.all([1, 2].map(() => startRun(shop.bench, request, now(), key)));
		assert.equal(ok(a).id, key);
		assert.equal(ok(b).id, key);
		assert.equal(await shop.db.models.Run.count(), 1);
	});
});

describe('a charger that stays away, a log that is not fetched, labels that change', () => {
	let shop: Workshop;
	let pack: Pack;
	let charger: Charger;
	const runOf = async (id: string) => ok(await getRun(shop.db, id)).run;

	beforeEach(async () => {
		shop = await Workshop.open();
		pack = await shop.pack();
		charger = await shop.charger();
	});
	afterEach(() => shop.close());

	test('an open run can be closed with what is known, but not while the charger answers for it', async () => {
		const run = await shop.started(pack, charger);
		await shop.follow(2, 0.4);
		refused(await closeRun(shop.bench, run.id, now()), 409, /stop it instead/);
		shop.link.weather = 'no';
		const closed = ok(await closeRun(shop.bench, run.id, now()));
		assert.equal(closed.status, 'ended');
		assert.equal(closed.endReason, 'link lost');
		assert.ok(closed.chargeAh! > 0 && closed.durationS! > 0);
		assert.match(closed.notes, /look at it/);
		assert.equal(ok(await closeRun(shop.bench, run.id, now())).id, run.id, 'closed twice is closed once');
		const kinds = (await eventsOf(shop.db, run.id)).map((e) => e.kind);
		assert.deepEqual(kinds, ['run started', 'run ended', 'run closed']);
	});

	test('a run closed as lost and found charging is picked up again, with every sample', async () => {
		const run = await shop.started(pack, charger);
		await shop.follow(2, 0.4);
		shop.link.weather = 'no';
		ok(await closeRun(shop.bench, run.id, now()));
		shop.link.bench.tick(0.5);
		shop.link.weather = 'fine';
		const at = { chargerId: charger.id, channelId: charger.channels[0].id };
		assert.equal(await shop.follower.pickUp(at, 'stand-in'), true);
		assert.equal((await runOf(run.id)).status, 'running');
		await shop.follow(40, 0.6);
		const ended = await runOf(run.id);
		assert.equal(ended.endReason, 'full');
		const { timeS } = await readTelemetry(shop.db, run.id);
		timeS.slice(1, -1).forEach((t, k) => assert.ok(Math.abs(t - timeS[k] - 1) < 1e-3));
		assert.equal(await shop.follower.pickUp(at, 'stand-in'), false, 'fetched to its end it is left alone');
	});

	test('a run closed as lost is not opened again where its channel is in another by then', async () => {
		const run = await shop.started(pack, charger);
		await shop.follow(1, 0.4);
		shop.link.weather = 'no';
		ok(await closeRun(shop.bench, run.id, now()));
		const other = await shop.pack({ name: 'Other' });
		await shop.byHand(other, charger);
		shop.link.weather = 'fine';
		const at = { chargerId: charger.id, channelId: charger.channels[0].id };
		assert.equal(await shop.follower.pickUp(at, 'stand-in'), false);
		assert.equal((await runOf(run.id)).status, 'ended');
	});

	test('connecting a pack fetches what was not fetched first: a run that ended meanwhile keeps its end and its samples', async () => {
		const run = await shop.started(pack, charger);
		await shop.follow(2, 0.4);
		const before = await storedSamples(shop.db, run.id);
		for (let i = 0; i < 200; i++) shop.link.bench.tick(0.5);
		const programId = await shop.program(await shop.pack({ name: 'Next' }), charger);
		ok(await checkOnLink(shop.bench, programId, now()));
		const ended = await runOf(run.id);
		assert.equal(ended.endReason, 'full');
		assert.ok((await storedSamples(shop.db, run.id)) > before + 100);
	});

	test('connecting a pack is refused while a run of that channel is open', async () => {
		await shop.started(pack, charger);
		await shop.follow(1, 0.1);
		const programId = await shop.program(await shop.pack({ name: 'Next' }), charger);
		refused(await checkOnLink(shop.bench, programId, now()), 409, /is not over: end it first/);
	});

	test('a channel that charges what nobody here has started is left alone', async () => {
		const programId = await shop.program(pack, charger);
		const other = await shop.ready(pack, charger);
		const at = { chargerId: charger.id, channelId: charger.channels[0].id };
		const begun = await startRun(shop.bench, other, now());
		// Somebody else's: the logbook knows nothing of it.
		await shop.db.write((tx) => tx.models.Run.destroy({ where: { id: ok(begun).id }, force: true }));
		refused(await checkOnLink(shop.bench, programId, now()), 409, /is charging already/);
		assert.equal((await shop.link.status(at)).state, 'running');
		assert.equal(await shop.follower.pickUp(at, 'stand-in'), false);
	});

	test('a channel renamed in mid-run is the same channel', async () => {
		const run = await shop.started(pack, charger);
		const input = shop.chargerInput({ name: 'Another name' });
		(input.channels as { label: string }[])[0].label = 'Z';
		ok(await updateCharger(shop.db, charger.id, input));
		shop.aFollower();
		await shop.follow(40, 0.6);
		assert.equal((await runOf(run.id)).endReason, 'full');
	});

	test('two linked chargers whose channels have one name do not drive one another', async () => {
		const twin = await shop.charger({ name: 'Twin' });
		const other = await shop.pack({ name: 'Other' });
		const a = await shop.started(pack, charger);
		const b = await shop.started(other, twin);
		await shop.follow(2, 0.3);
		ok(await stopRun(shop.bench, a.id));
		await shop.follow(2, 0.1);
		assert.equal((await runOf(a.id)).endReason, 'stopped');
		assert.equal((await runOf(b.id)).status, 'running');
	});

	test('a run whose charger has no link any more is closed with what is known', async () => {
		const run = await shop.started(pack, charger);
		await shop.db.write((tx) => tx.models.Charger.update({ link: 'none' }, { where: {} }));
		await shop.follow(1, 0.1);
		assert.equal((await runOf(run.id)).status, 'running');
		assert.equal(ok(await closeRun(shop.bench, run.id, now())).endReason, 'link lost');
	});

	test('one charger that hangs, or answers nonsense, holds no other up', async () => {
		const [second, third] = [await shop.charger({ name: 'Second' }), await shop.charger({ name: 'Third' })];
		const a = await shop.started(pack, charger);
		const b = await shop.started(await shop.pack({ name: 'B' }), second);
		const c = await shop.started(await shop.pack({ name: 'C' }), third);
		const { log, status } = shop.link;
		shop.link.status = (at) =>
			at.chargerId === charger.id ? new Promise<never>(() => undefined) : status(at);
		shop.link.log = (at, runId, from) => {
			if (at.chargerId === second.id) throw new TypeError('a fault of ours');
			return log(at, runId, from);
		};
		for (let i = 0; i < 3; i++) {
			shop.link.bench.tick(0.3);
			await Promise.race([shop.follower.round(), new Promise((r) => setTimeout(r, 300))]);
		}
		assert.equal(await storedSamples(shop.db, a.id), 0);
		assert.equal(await storedSamples(shop.db, b.id), 0);
		assert.ok((await storedSamples(shop.db, c.id)) > 50);
		assert.equal((await listRuns(shop.db, { status: 'running' })).total, 3);
	});
});
