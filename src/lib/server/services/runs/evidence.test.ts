import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import type { CheckEvidence } from '../../../../../core/log/check-evidence';
import { channelStates } from '../house/today';
import { addReading, deletePack, lastReading } from '../packs/packs';
import { addUse } from '../packs/uses';
import { afterwards, toMeasureAgain } from './afterwards';
import { endByHand } from './by-hand';
import { checkOf, refusedOf, refuseStart } from './checks';
import { correctionsOf, correctRun } from './corrections';
import { getRun } from './logbook';
import { startRun } from './runs';

const evidence = (change: Partial<CheckEvidence> = {}): CheckEvidence => ({
	countRead: 3,
	cellsV: [3.72, 3.72, 3.72],
	mainV: 11.16,
	inputV: null,
	message: '',
	answers: [{ step: 'The pack is not swollen.', said: 'seen' }],
	...change
});

describe('evidence before, at and after the end', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());
	const inH = (h: number): string => new Date(Date.now() + h * 3600e3).toISOString();

	test('a start keeps what was seen; one that contradicts is refused and kept with why', async () => {
		const pack = await shop.pack({ name: 'Skua' });
		const programId = await shop.program(pack, await shop.charger({ name: 'Pier' }));
		const start = (seen: CheckEvidence, overridden: object[] = []) =>
			startRun(shop.bench, { programId, mode: 'by hand', cellsRead: 3, evidence: seen, overridden }, now());
		refused(await start(evidence({ cellsV: [3.72, 0.03, 7.41] })), 409, /balance wire between them is open/);
		refused(
			await start(evidence({ mainV: 11.3 })),
			409,
			/^Decide about this first: The main lead reads 11\.30 V/
		);
		const before = await refusedOf(shop.db, pack.id);
		assert.deepEqual(
			before.map((c) => [c.cellsV?.[1], c.mainV, c.answers.length]),
			[
				[3.72, 11.3, 1],
				[0.03, 11.16, 1]
			]
		);
		const reason = 'the charger reads 0.14 V high, known';
		const run = ok(await start(evidence({ mainV: 11.3 }), [{ rule: 'at the check: main', reason }]));
		assert.equal(run.overridden[0].reason, reason);
		const kept = await checkOf(shop.db, run.id);
		assert.deepEqual([kept?.mainV, kept?.refused], [11.3, null]);
		assert.deepEqual(await refusedOf(shop.db, pack.id), [], 'what was refused before the run is history');
	});

	test('what hands saw before a start is kept, once, though nothing was started', async () => {
		const pack = await shop.pack({ name: 'Auk' });
		const programId = await shop.program(pack, await shop.charger({ name: 'Quay' }));
		const said = { mode: 'by hand', evidence: evidence(), refused: 'Swollen or dented.' };
		ok(await refuseStart(shop.db, programId, said, now(), 'once'));
		ok(await refuseStart(shop.db, programId, said, now(), 'once'));
		const kept = await refusedOf(shop.db, pack.id);
		assert.deepEqual(
			kept.map((c) => c.refused),
			['Swollen or dented.']
		);
		refused(
			await refuseStart(shop.db, programId, { ...said, refused: ' ' }, now()),
			422,
			/Say what was seen/
		);
		refused(await refuseStart(shop.db, 'none', said, now()), 404, /program/);
	});

	test('a start that the charger never made keeps its check as one that was not made', async () => {
		const pack = await shop.pack({ name: 'Tern' });
		const charger = await shop.charger({ name: 'Mole' });
		const ready = await shop.ready(pack, charger);
		const at = `${charger.id}/${charger.channels[0].id}`;
		shop.link.bench.answer(`FAULTS ${at} [{"kind":"main lead open"}]`);
		refused(
			await startRun(shop.bench, { ...ready, evidence: evidence() }, now()),
			409,
			/no pack is seen on the main lead/
		);
		assert.match((await refusedOf(shop.db, pack.id))[0].refused!, /no pack is seen on the main lead/);
	});

	test('a figure that was written down wrong is corrected, with what it was; the reading it left follows', async () => {
		const pack = await shop.pack({ name: 'Gull' });
		const run = await shop.byHand(pack, await shop.charger({ name: 'Jetty' }));
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 61,
			chargeAh: 0.2,
			endCellVoltagesV: [4.2, 4.2, 4.02]
		};
		refused(await correctRun(shop.db, run.id, { chargeAh: 2 }, now()), 409, /going on/);
		ok(await endByHand(shop.db, run.id, end, now()));
		const fixed = ok(
			await correctRun(
				shop.db,
				run.id,
				{ chargeAh: 1.2, endCellVoltagesV: [4.2, 4.2, 4.2], endReason: 'full' },
				now()
			)
		);
		assert.deepEqual([fixed.chargeAh, fixed.durationS, fixed.endCellVoltagesV?.[2]], [1.2, 3660, 4.2]);
		assert.deepEqual(
			(await correctionsOf(shop.db, run.id)).map((c) => [c.field, c.was, c.became]),
			[
				['chargeAh', '0.2', '1.2'],
				['endCellVoltagesV', '[4.2,4.2,4.02]', '[4.2,4.2,4.2]']
			],
			'what stayed the same leaves no trace'
		);
		assert.deepEqual((await lastReading(shop.db, pack.id, inH(1)))?.cellVoltagesV, [4.2, 4.2, 4.2]);
		ok(await correctRun(shop.db, run.id, { endCellVoltagesV: null }, now()));
		assert.deepEqual((await lastReading(shop.db, pack.id, inH(1)))?.cellVoltagesV, [3.72, 3.72, 3.72]);
		refused(await correctRun(shop.db, run.id, { chargeAh: -1 }, now()), 422, /Charge/);
		refused(await correctRun(shop.db, run.id, { endCellVoltagesV: [4.2] }, now()), 422, /Give 3/);
		refused(await correctRun(shop.db, 'none', {}, now()), 404, /no such run/);
	});

	test('of two runs that ended with the same cells only the reading of the one that is corrected follows', async () => {
		const pack = await shop.pack({ name: 'Skua' });
		const charger = await shop.charger({ name: 'Mole' });
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 61,
			chargeAh: 2.1,
			endCellVoltagesV: [4.2, 4.2, 4.19]
		};
		const first = await shop.byHand(pack, charger);
		ok(await endByHand(shop.db, first.id, end, now()));
		// It had gone on for an hour by the clock as well.
		const startedAt = new Date(Date.parse(first.startedAt) - 61 * 60e3).toISOString();
		await shop.db.write((tx) => tx.models.Run.update({ startedAt }, { where: { id: first.id } }));
		const second = await shop.byHand(pack, charger);
		ok(await endByHand(shop.db, second.id, end, inH(3)));
		ok(await correctRun(shop.db, second.id, { endCellVoltagesV: [4.2, 4.2, 4.1] }, inH(3)));
		const cells = await shop.db.models.Reading.findAll({ where: { packId: pack.id, state: 'just used' } });
		assert.deepEqual(cells.map((row) => row.get('cellVoltagesV')?.[2]).sort(), [4.1, 4.19]);
		assert.deepEqual((await lastReading(shop.db, pack.id, inH(4)))?.cellVoltagesV, [4.2, 4.2, 4.1]);
	});

	test('a run over a link is closed by what its screen shows only while its charger does not answer', async () => {
		const run = await shop.started(await shop.pack({ name: 'Kite' }), await shop.charger({ name: 'Slip' }));
		const close = () =>
			endByHand(
				shop.db,
				run.id,
				{ endReason: 'input low', begunEarlier: true, durationMin: 12, chargeAh: 0.3, message: 'input 10.2' },
				now(),
				() => shop.follower.look(run.id)
			);
		refused(await close(), 409, /followed over the link/);
		shop.link.weather = 'no';
		const closed = ok(await close());
		shop.link.weather = 'fine';
		assert.deepEqual([closed.endReason, closed.message, closed.status], ['input low', 'input 10.2', 'ended']);
		ok(await deletePack(shop.db, run.packId));
		// It charges on after all: what a screen was read to say is not believed against the charger
		// itself.
		assert.ok(await shop.follower.pickUp({ chargerId: run.chargerId, channelId: run.channelId }, 'stand-in'));
		const again = ok(await getRun(shop.db, run.id)).run;
		assert.deepEqual([again.status, again.endReason, again.message], ['running', null, null]);
		const there = (await channelStates(shop.db)).find((c) => c.channelId === run.channelId)!;
		assert.equal(there.pack?.id, run.packId, 'a pack that was deleted meanwhile is shown while it charges');
	});

	test('an hour after a charge its cells are asked for; used or charged again since, nothing is', async () => {
		const pack = await shop.pack({ name: 'Smew' });
		const run = await shop.byHand(pack, await shop.charger({ name: 'Ford' }));
		// The shop's own reading is of now, and this charge ended before it.
		await shop.db.write((tx) => tx.models.Reading.destroy({ where: { packId: pack.id }, force: true }));
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 61,
			chargeAh: 2.1,
			endCellVoltagesV: [4.2, 4.2, 4.2]
		};
		const ended = ok(await endByHand(shop.db, run.id, end, inH(-3)));
		const ids = async (at: string) => (await toMeasureAgain(shop.db, at)).map((m) => m.packId);
		assert.deepEqual((await ids(inH(-2.5))).includes(pack.id), false);
		assert.ok((await ids(now())).includes(pack.id));
		const { askFrom } = (await afterwards(shop.db, ended, inH(-2.5)))!;
		assert.ok((await ids(askFrom!)).includes(pack.id), 'from that very moment on');
		const reading = {
			takenAt: inH(-1),
			cellVoltagesV: [4.18, 4.16, 4.18],
			state: 'rest',
			usedSince: 'not used'
		};
		ok(await addReading(shop.db, pack.id, reading, now()));
		assert.equal((await afterwards(shop.db, ended, now()))?.state, 'again');
		assert.ok(!(await ids(now())).includes(pack.id), 'not before a day is over');
		ok(await addUse(shop.db, pack.id, {}, now()));
		assert.equal(await afterwards(shop.db, ok(await getRun(shop.db, run.id)).run, inH(1)), null);
	});
});
