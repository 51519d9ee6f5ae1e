/** A clock that is set while runs go on: nothing ends before it began, and it can be settled. */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, test } from 'node:test';
import pino from 'pino';
import { ok, refused, Workshop } from '../../../../../tests/support/workshop';
import type { Run } from '../../../../../core/log/run';
import { BookClock, now, nowMs, useClock } from '../../clock';
import { Follower } from '../runs/follow';
import { lastReading } from '../packs/packs';
import { packStateOf } from '../packs/pack-states';
import { endByHand } from '../runs/by-hand';
import { eventsOf } from './events';
import { clockNote, CLOCK_KEY, openClock, settleClock } from './clock-steps';

const HOUR = 3600e3;

describe('the clock is set', () => {
	let shop: Workshop;
	let [wall, passed] = [0, 0];
	/** Time passes, for the machine's clock too. */
	const pass = (ms: number) => void ((wall += ms), (passed += ms));
	const set = (ms: number) => void (wall += ms);
	/** A step is kept after what noticed it. */
	const settled = async () => {
		now();
		for (let k = 0; k < 20; k++) await new Promise((r) => setTimeout(r, 5));
	};
	/** The book is opened, or opened anew. */
	const open = () =>
		openClock(shop.db, (error) => assert.fail(String(error)), {
			wallMs: () => wall,
			awakeMs: () => passed,
			bootMs: () => passed
		});

	beforeEach(async () => {
		[wall, passed] = [Date.parse('2026-11-02T09:00:00Z'), 0];
		shop = await Workshop.open();
		await open();
	});
	afterEach(async () => {
		useClock(new BookClock());
		await shop.close();
	});

	/** A charge by hand of an hour to its end, in the midst of which `happens`. */
	async function charge(happens: () => Promise<void> | void): Promise<Run> {
		const run = await shop.byHand(await shop.pack(), await shop.charger());
		pass(HOUR / 2);
		await happens();
		await settled();
		pass(HOUR / 2);
		const end = { endReason: 'full', durationMin: 60, chargeAh: 1.2, endCellVoltagesV: [4.18, 4.19, 4.18] };
		return ok(await endByHand(shop.db, run.id, end, now()));
	}
	const minutes = (run: Run) => (Date.parse(run.endedAt!) - Date.parse(run.startedAt)) / 60e3;
	const isFull = async (run: Run) => {
		const packId = run.packId;
		const pack = (await shop.db.models.Pack.findByPk(packId))!.get();
		assert.deepEqual((await lastReading(shop.db, packId, now()))?.cellVoltagesV, [4.18, 4.19, 4.18]);
		const { charge } = await packStateOf(shop.db, pack, now());
		assert.ok(charge!.mean > 0.9, `${charge!.mean}`);
	};

	for (const hours of [-72, -1, 1, 72])
		test(`by ${hours} h in the midst of a run by hand: it lasts an hour, and its pack is full`, async () => {
			const run = await charge(() => set(hours * HOUR));
			assert.ok(Math.abs(minutes(run) - 60) < 0.1, `${minutes(run)} min`);
			await isFull(run);
			const told = (await eventsOf(shop.db, CLOCK_KEY)).map((e) => [e.kind, e.detail.byS]);
			assert.deepEqual(told, [['clock stepped', hours * 3600]]);
			assert.equal(clockNote().aheadMin, Math.max(0, -hours * 60));
		});

	for (const hours of [-72, -1, 1, 72])
		test(`by ${hours} h in the midst of a run over a link: it ends after it began, and its end is read last`, async () => {
			const { link } = shop;
			const follower = new Follower(shop.db, link.asLinks(), pino({ level: 'silent' }), nowMs);
			shop.follower = follower;
			const run = await shop.started(await shop.pack(), await shop.charger());
			for (let k = 0; k < 200; k++) {
				link.bench.tick(1);
				pass(600e3 / 10);
				if (k === 3) set(hours * HOUR);
				await follower.round();
				await settled();
				if ((await shop.db.models.Run.findByPk(run.id))!.get('status') === 'ended') break;
			}
			const row = (await shop.db.models.Run.findByPk(run.id))!.get();
			assert.equal(row.endReason, 'full');
			assert.ok(row.endedAt! > row.startedAt && row.endedAt! <= now(), `${row.startedAt} ${row.endedAt}`);
			const last = (await lastReading(shop.db, run.packId, now()))!;
			assert.deepEqual(last.cellVoltagesV, row.endCellVoltagesV);
			assert.equal(last.takenAt, row.endedAt);
		});

	for (const hours of [-72, -1])
		test(`by ${hours} h, and the book opened anew: the pack is full still, once it is settled too`, async () => {
			const run = await charge(() => set(hours * HOUR));
			pass(600e3);
			await open();
			await settled();
			assert.equal(clockNote().aheadMin, -hours * 60);
			await isFull(run);
			const { moved } = ok(await settleClock(shop.db));
			assert.ok(moved >= 4, `${moved}`);
			assert.equal(clockNote().aheadMin, 0);
			assert.equal(Date.parse(now()), wall);
			const row = (await shop.db.models.Run.findByPk(run.id))!.get();
			assert.equal(Date.parse(row.endedAt!), wall - 600e3);
			await isFull(run);
			refused(await settleClock(shop.db), 409, /agree/);
		});

	test('settled, a reading is as old as before: none of hours ago counts as fresh', async () => {
		const { id } = await shop.pack();
		const ageH = async () =>
			(Date.parse(now()) - Date.parse((await lastReading(shop.db, id, now()))!.takenAt)) / HOUR;
		pass(3.5 * HOUR);
		set(-3 * HOUR);
		await settled();
		const before = await ageH();
		assert.ok(before > 3.49, `${before}`);
		ok(await settleClock(shop.db));
		assert.ok(Math.abs((await ageH()) - before) < 0.01, `${await ageH()} h`);
	});

	test('set wrong by three days, and right again four days later: what was written in between is dated back', async () => {
		await charge(() => undefined);
		set(72 * HOUR);
		await settled();
		const readAt = wall;
		const second = await charge(() => undefined);
		pass(96 * HOUR);
		set(-72 * HOUR);
		await settled();
		assert.equal(clockNote().aheadMin, 72 * 60);
		ok(await settleClock(shop.db));
		const row = (await shop.db.models.Run.findByPk(second.id))!.get();
		assert.ok(Math.abs(Date.parse(row.startedAt) - (readAt - 72 * HOUR)) < 5000, row.startedAt);
		assert.ok(Date.parse(row.endedAt!) <= wall);
	});

	test('set back while the book was closed: it is noticed as it is opened', async () => {
		const run = await charge(() => undefined);
		set(-5 * HOUR);
		await open();
		await settled();
		assert.equal(clockNote().aheadMin, 300);
		await isFull(run);
		assert.equal((await eventsOf(shop.db, CLOCK_KEY)).length, 1);
	});
});
