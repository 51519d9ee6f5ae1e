/**
 * Several packs joined on one channel: proved together, one run, an entry and a reading of each,
 * and one open run a pack.
 */
import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, test } from 'node:test';
import type { Charger } from '../../../../../core/charger/charger';
import type { Pack } from '../../../../../core/pack/pack';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { historiesOf } from '../packs/care';
import { packStateOf } from '../packs/pack-states';
import { deleteRun, listRuns, restoreRun } from './logbook';
import { endByHand } from './by-hand';
import { deletePack, lastReading, listPacks } from '../packs/packs';
import { saveProgram, solveProgram } from '../programs/programs';
import { startRun } from './runs';

describe('a load of two packs', () => {
	let shop: Workshop;
	let first: Pack;
	let second: Pack;
	let charger: Charger;
	const request = (change = {}) => ({
		packId: first.id,
		joined: [second.id],
		chargerId: charger.id,
		channelId: charger.channels[0].id,
		...change
	});
	/** Their connector carries what both take; what else is asked is answered. */
	async function started() {
		const program = ok(await saveProgram(shop.db, request(), now()));
		const solved = ok(await solveProgram(shop.db, request(), now()));
		const overridden = solved.findings
			.filter((f) => f.severity === 'check' && f.overridable)
			.map(({ rule }) => ({ rule, reason: 'looked at both' }));
		return startRun(shop.bench, { programId: program.id, mode: 'by hand', cellsRead: 3, overridden }, now());
	}

	beforeEach(async () => {
		shop = await Workshop.open();
		first = await shop.pack({ name: 'First' });
		second = await shop.pack({ name: 'Second', capacityAh: 1.3, labelChargeRateC: 2 });
		charger = await shop.charger();
	});
	afterEach(() => shop.close());

	test('is solved as the pack that they make, and keeps its members', async () => {
		const { resolved, settings } = ok(await solveProgram(shop.db, request(), now()));
		assert.deepEqual(
			resolved.load.map((m) => m.pack.name),
			['First', 'Second']
		);
		assert.deepEqual([resolved.pack.name, resolved.pack.capacityAh.toFixed(3)], ['First + Second', '3.900']);
		const alone = ok(await solveProgram(shop.db, request({ joined: [] }), now()));
		assert.ok(settings.currentA > alone.settings.currentA, 'currents add');
		assert.ok(settings.capacityLimitAh! > 1.3 * alone.settings.capacityLimitAh!, 'so do capacities');
	});

	test('what is no load is refused in words at its field', async () => {
		const other = await shop.pack({ name: 'Four', cells: 4 });
		const bad = await solveProgram(shop.db, request({ joined: [other.id] }), now());
		refused(bad, 422, /Four is of another chemistry or cell count than First/);
		refused(await solveProgram(shop.db, request({ joined: [first.id] }), now()), 422, /named twice/);
		refused(await solveProgram(shop.db, request({ joined: ['nobody'] }), now()), 404, /no such pack/);
		const eight = Array.from({ length: 8 }, () => second.id);
		refused(await solveProgram(shop.db, request({ joined: eight }), now()), 422, /joined/);
	});

	test('one run holds both packs, and each has its entry, its reading at the end and its past', async () => {
		const run = ok(await started());
		assert.deepEqual([run.packId, run.joined], [first.id, [second.id]]);
		const elsewhere = await shop.charger({ name: 'Elsewhere' });
		for (const pack of [first, second]) {
			const programId = await shop.program(pack, elsewhere);
			const again = await startRun(shop.bench, { programId, mode: 'by hand', cellsRead: 3 }, now());
			refused(again, 409, /already in a run/);
			refused(await deletePack(shop.db, pack.id), 409, /is in a run/);
			assert.equal((await listRuns(shop.db, { packId: pack.id, status: 'running' })).total, 1);
			assert.equal((await listRuns(shop.db, { packId: pack.id, status: 'ended' })).total, 0);
		}
		const cells = [4.19, 4.2, 4.2];
		const result = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 1,
			chargeAh: 2,
			endCellVoltagesV: cells
		};
		ok(await endByHand(shop.db, run.id, result, now()));
		const shelf = await listPacks(shop.db, now());
		for (const pack of [first, second]) {
			const { runs, total } = await listRuns(shop.db, { packId: pack.id, chargerId: charger.id });
			assert.deepEqual([runs.map((r) => r.run.id), total], [[run.id], 1]);
			assert.deepEqual((await lastReading(shop.db, pack.id, now()))!.cellVoltagesV, cells);
			assert.match((await packStateOf(shop.db, pack, now())).how!, /^filled/);
			assert.ok((await historiesOf(shop.db)).get(pack.id)!.filledAt);
			assert.equal(shelf.find((p) => p.pack.id === pack.id)!.runs, 1);
		}
		assert.equal((await listRuns(shop.db)).total, 1, 'the logbook has it once');
	});

	test('a run that is taken out of the logbook is in the past of neither, and comes back for both', async () => {
		const run = ok(await started());
		ok(
			await endByHand(
				shop.db,
				run.id,
				{ endReason: 'full', begunEarlier: true, durationMin: 50, chargeAh: 2 },
				now()
			)
		);
		ok(await deleteRun(shop.db, run.id));
		assert.equal(ok(await deleteRun(shop.db, run.id)).id, run.id, 'twice is once');
		for (const pack of [first, second]) {
			assert.equal((await listRuns(shop.db, { packId: pack.id })).total, 0);
			assert.equal((await packStateOf(shop.db, pack, now())).movedAt, null);
		}
		ok(await restoreRun(shop.db, run.id));
		for (const pack of [first, second]) assert.equal((await listRuns(shop.db, { packId: pack.id })).total, 1);
	});

	test('volts from before a member’s last run are no reading, and how the first was left says nothing of the others', async () => {
		const elsewhere = await shop.charger({ name: 'Elsewhere' });
		const run = await shop.byHand(second, elsewhere);
		const later = new Date(Date.now() + 60e3).toISOString();
		ok(
			await endByHand(
				shop.db,
				run.id,
				{ endReason: 'full', begunEarlier: true, durationMin: 50, chargeAh: 1 },
				later
			)
		);
		const solved = ok(await solveProgram(shop.db, request(), new Date(Date.now() + 120e3).toISOString()));
		assert.equal(solved.resolved.load[1].reading, null);
		const stop = solved.findings.find((f) => f.rule === 'load-may-not-join')!;
		assert.match(stop.sentence, /Second was never measured/);
		assert.equal(stop.overridable, false);
	});

	test('the database itself allows a joined pack one open run', async () => {
		const run = ok(await started());
		const other = await shop.charger({ name: 'Other' });
		const copy = (packId: string) =>
			shop.db.write(async (tx) => {
				const row = (await tx.models.Run.findByPk(run.id))!;
				const { joined: _joined, ...values } = row.get() as typeof row;
				await tx.models.Run.create({
					...values,
					id: `copy of ${packId}`,
					packId,
					joined: [],
					channelId: other.channels[0].id,
					chargerId: other.id
				});
			});
		await assert.rejects(copy(second.id), /Validation error|UNIQUE/);
		const third = await shop.pack({ name: 'Third' });
		await copy(third.id);
	});
});
