/**
 * Use cases on a real database file: what they write, what they refuse, and what is left after a
 * crash.
 */
import { addUse, deleteUse, drawAfter, lastUseOf, mendUse, restoreUse } from '../packs/uses';
import assert from 'node:assert/strict';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, beforeEach, describe, test } from 'node:test';
import pino from 'pino';
import type { Charger } from '../../../../../core/charger/charger';
import { emptyTelemetry, type Telemetry } from '../../../../../core/simulate/telemetry';
import type { Pack } from '../../../../../core/pack/pack';
import { StandInBench } from '../../../../../stand-in/bench';
import { aCharger, aPack, held } from '../../../../../tests/support/bench-chargers';
import { emptyFile } from '../../../../../tests/support/database';
import { DirectLink } from '../../../../../tests/support/direct-link';
import { openDatabase, type Database } from '../../db/connect';
import type { Result } from '../../result';
import { backup } from './backup';
import {
	createCharger,
	createSupply,
	deleteCharger,
	getCharger,
	listChargers,
	restoreCharger,
	setHeldValue,
	updateCharger,
	updateSupply,
	useSupply
} from '../chargers/chargers';
import { plannedCourse } from '../runs/course';
import { eventsOf } from './events';
import { Follower } from '../runs/follow';
import { live } from '../runs/live';
import {
	addReading,
	createPack,
	deletePack,
	deleteReading,
	lastReading,
	listPacks,
	readingsOf,
	restorePack,
	updatePack
} from '../packs/packs';
import { getPreferences, setPreferences } from './preferences';
import { othersOutputW, programContext, saveProgram, solveProgram } from '../programs/programs';
import { deleteRun, getRun, listRuns, noteRun, restoreRun } from '../runs/logbook';
import { endRun } from '../runs/open-runs';
import { endByHand } from '../runs/by-hand';
import { checkOnLink, startRun, stopRun, type Bench } from '../runs/runs';
import { appendTelemetry, readTelemetry, storedSamples } from '../runs/telemetry';
import { channelStates } from './today';

const now = () => new Date().toISOString();
const quiet = pino({ level: 'silent' });

function ok<T>(result: Result<T>): T {
	assert.ok(result.ok, result.ok ? '' : result.message);
	return result.value;
}
function refused(result: Result<unknown>, status: number, says: RegExp): void {
	assert.ok(!result.ok, 'it was not refused');
	assert.equal(result.status, status);
	assert.match(result.message, says);
}

describe('use cases', () => {
	let dir: string;
	let db: Database;
	let file: string;
	let pack: Pack;
	let charger: Charger;
	let link: DirectLink;

	const describeCharger = (change: Record<string, unknown> = {}, channel: Record<string, unknown> = {}) => {
		const { id: _id, ...whole } = aCharger({ link: 'stand-in', ...change }, channel);
		return { ...whole, channels: whole.channels.map(({ id: _channel, ...c }) => c) };
	};
	const describePack = (change: Record<string, unknown> = {}) => {
		const { id: _id, ...fields } = aPack(change);
		return fields;
	};
	const read = (id: string, cells: number[], change: Record<string, unknown> = {}) =>
		addReading(db, id, { takenAt: now(), cellVoltagesV: cells, temperatureDegC: 21, ...change }, now());
	const bench = (): Bench => ({
		db,
		links: link.asLinks(),
		follower: new Follower(db, link.asLinks(), quiet)
	});
	const request = () => ({ packId: pack.id, chargerId: charger.id, channelId: charger.channels[0].id });
	const started = async () => {
		const program = ok(await saveProgram(db, request(), now()));
		ok(await checkOnLink(bench(), program.id, now()));
		return ok(await startRun(bench(), { programId: program.id, mode: 'link', cellsRead: 3 }, now()));
	};
	/**
	 * Rounds of a follower made anew, as after a restart, with simulated time passing between them.
	 */
	const follow = async (rounds: number, realSeconds: number, follower = bench().follower) => {
		for (let i = 0; i < rounds; i++) {
			link.bench.tick(realSeconds);
			await follower.round();
		}
		return follower;
	};

	before(() => {
		dir = mkdtempSync(join(tmpdir(), 'use-cases-'));
	});
	after(() => rmSync(dir, { recursive: true, force: true }));
	let n = 0;
	beforeEach(async () => {
		await db?.close();
		file = join(dir, `${n++}.sqlite`);
		await emptyFile(file);
		db = await openDatabase(file);
		link = new DirectLink();
		pack = ok(await createPack(db, describePack()));
		charger = ok(await createCharger(db, describeCharger()));
		ok(await read(pack.id, [3.72, 3.72, 3.73]));
	});
	after(() => db.close());

	test('opening twice migrates once, and foreign keys hold', async () => {
		await db.close();
		db = await openDatabase(file);
		assert.equal(await db.models.Pack.count(), 1);
		await assert.rejects(
			db.write((tx) =>
				tx.models.Reading.create({
					id: 'r',
					packId: 'nobody',
					takenAt: new Date().toISOString(),
					state: 'rest'
				})
			)
		);
	});

	test('a pack is listed with its newest reading, its readiness and its runs', async () => {
		ok(await read(pack.id, [3.6, 3.6, 3.6], { takenAt: new Date(Date.now() - 1000).toISOString() }));
		const newest = ok(await read(pack.id, [3.81, 3.8, 3.8]));
		const [listed] = await listPacks(db, now());
		assert.equal(listed.reading!.id, newest.id);
		assert.equal(listed.readiness.state, 'storage');
		assert.equal(listed.runs, 0);
		assert.equal((await readingsOf(db, pack.id)).length, 3);
	});

	test('a reading in the future of a moment does not count for it', async () => {
		const before = now();
		await new Promise((r) => setTimeout(r, 5));
		ok(await read(pack.id, [3.81, 3.8, 3.8]));
		assert.deepEqual((await lastReading(db, pack.id, before))!.cellVoltagesV, [3.72, 3.72, 3.73]);
	});

	test('readings are checked against the pack, and a removed one can be added again', async () => {
		refused(await read(pack.id, [3.7, 3.7]), 422, /This pack is 3S; 2 cell voltages/);
		refused(await read(pack.id, [3.7, 3.7, 8.4]), 422, /were tap volts typed/);
		refused(
			await addReading(db, pack.id, { takenAt: now() }, now()),
			422,
			/volts of each cell, or of the pack/
		);
		refused(await addReading(db, 'nobody', { takenAt: now(), packVoltageV: 11 }, now()), 404, /no such pack/);
		const gone = ok(await deleteReading(db, (await readingsOf(db, pack.id))[0].id));
		assert.equal((await readingsOf(db, pack.id)).length, 0);
		const { id: _id, packId: _pack, ...input } = gone;
		ok(await addReading(db, pack.id, input, now()));
		assert.deepEqual((await readingsOf(db, pack.id))[0].cellVoltagesV, gone.cellVoltagesV);
	});

	test('packs are changed, removed and brought back', async () => {
		assert.equal(ok(await updatePack(db, pack.id, describePack({ name: 'Renamed' }))).name, 'Renamed');
		refused(await updatePack(db, 'nobody', describePack()), 404, /no such pack/);
		ok(await deletePack(db, pack.id));
		assert.equal((await listPacks(db, now())).length, 0);
		ok(await restorePack(db, pack.id));
		assert.equal((await readingsOf(db, pack.id)).length, 1, 'its readings were kept');
		assert.equal((await eventsOf(db, pack.id))[0].kind, 'pack deleted');
	});

	test('a charger keeps the identity of its channels when it is edited, and its settings follow their channel', async () => {
		const two = describeCharger();
		const input = {
			...two,
			channels: [two.channels[0], { ...two.channels[0], label: 'B' }],
			held: [held({ kind: 'safetyTimerMin', scope: 'channel', channelId: '#1', heldValue: 60 })]
		};
		const changed = ok(await updateCharger(db, charger.id, input));
		assert.equal(changed.channels[0].id, charger.channels[0].id);
		assert.equal(changed.held[0].channelId, changed.channels[1].id);
		const again = ok(
			await updateCharger(db, charger.id, { ...input, channels: [input.channels[0]], held: [] })
		);
		assert.equal(again.channels.length, 1);
		refused(await updateCharger(db, charger.id, { ...two, supplyId: 'nothing' }), 422, /no such supply/);
		refused(await updateCharger(db, 'nobody', two), 404, /no such charger/);
	});

	test('a failed write leaves nothing behind: channels and settings come whole or not at all', async () => {
		const broken = describeCharger({
			held: [held({ kind: 'safetyTimerMin', scope: 'channel', channelId: 'not-a-channel' })]
		});
		refused(await createCharger(db, broken), 422, /channel that this charger does not have/);
		assert.equal((await listChargers(db)).length, 1);
		assert.equal(await db.models.Channel.count(), 1);
	});

	test('chargers are removed and brought back with their channels', async () => {
		ok(await deleteCharger(db, charger.id));
		refused(await getCharger(db, charger.id), 404, /no such charger/);
		assert.equal(ok(await restoreCharger(db, charger.id)).channels.length, 1);
	});

	test('held values: range, off, unknown, and the record of what was keyed', async () => {
		const hold = (kind: unknown, value: number | null) =>
			setHeldValue(db, charger.id, { kind, channelId: null, value });
		assert.equal(
			ok(await hold('safetyTimerMin', null)).held.find((h) => h.kind === 'safetyTimerMin')!.heldValue,
			null
		);
		refused(await hold('safetyTimerMin', 0), 422, /takes 1 min to 999 min/);
		refused(await hold('safetyTimerMin', 1000), 422, /takes 1 min to 999 min/);
		const heldTimer = async (value: number) =>
			ok(await hold('safetyTimerMin', value)).held.find((h) => h.kind === 'safetyTimerMin')!.heldValue;
		assert.deepEqual([await heldTimer(1), await heldTimer(999)], [1, 999], 'both ends are taken');
		await db.write(async (tx) =>
			tx.models.HeldSetting.update(
				{ fixed: true },
				{ where: { chargerId: charger.id, kind: 'safetyTimerMin' } }
			)
		);
		refused(await hold('safetyTimerMin', 60), 409, /cannot be changed/);
		await db.write(async (tx) =>
			tx.models.HeldSetting.update(
				{ fixed: false, canBeOff: false },
				{ where: { chargerId: charger.id, kind: 'safetyTimerMin' } }
			)
		);
		refused(await hold('safetyTimerMin', null), 422, /cannot be off/);
		refused(await hold('colour', 1), 422, /no such setting/);
		refused(await hold('rateCapC', 1), 404, /no such setting on this charger/);
		const [event] = await eventsOf(db, charger.id);
		assert.deepEqual(event.detail, {
			kind: 'safetyTimerMin',
			before: 120,
			value: null,
			channelId: null,
			task: null,
			chemistry: null,
			programId: null,
			putBack: false,
			known: true,
			wasKnown: true,
			stays: false
		});
	});

	test('a pack that was used is no longer ready: noted in one press, told more of, taken back', async () => {
		const state = async () => (await listPacks(db, now())).find((p) => p.pack.id === pack.id)!.readiness;
		ok(await addReading(db, pack.id, { takenAt: now(), cellVoltagesV: [4.2, 4.2, 4.2] }, now()));
		assert.equal((await state()).state, 'ready');
		await new Promise((r) => setTimeout(r, 1100));
		const use = ok(await addUse(db, pack.id, {}, now(), 'used-once'));
		assert.deepEqual(ok(await addUse(db, pack.id, {}, now(), 'used-once')), use, 'pressed twice it is once');
		assert.equal((await state()).state, 'not read');
		assert.match((await state()).sentence, /let it cool for (29|30) min more/);
		ok(await mendUse(db, use.id, { felt: 'hot', minutes: 12 }, now()));
		assert.match((await state()).sentence, /let it cool for (59|60) min more/);
		refused(await mendUse(db, use.id, { minutes: -1 }, now()), 422, /Minutes/);
		refused(await addUse(db, 'none', {}, now()), 404, /no such pack/);
		refused(await addUse(db, pack.id, { at: '2099-01-01T00:00:00Z' }, now()), 422, /future/);
		ok(await deleteUse(db, use.id));
		assert.equal((await state()).state, 'ready');
		ok(await restoreUse(db, use.id));
		assert.equal((await state()).state, 'not read');

		// Hot is hot until it is measured or has cooled, whatever else was read of it.
		const program = ok(await saveProgram(db, request(), now()));
		refused(
			await startRun(bench(), { programId: program.id, mode: 'by hand', cellsRead: 3 }, now()),
			409,
			/hot when it was used/
		);
		ok(await mendUse(db, use.id, { felt: 'as ever' }, now()));
		// The charge after it says what it drew.
		const run = ok(
			await startRun(
				bench(),
				{
					programId: program.id,
					mode: 'by hand',
					cellsRead: 3,
					overridden: [{ rule: 'reading-before-run', reason: 'measured on the charger' }]
				},
				now()
			)
		);
		refused(await addUse(db, pack.id, {}, now()), 409, /A run of this pack is going on/);
		assert.equal((await state()).state, 'on a charger');
		const used = (await lastUseOf(db, pack.id, now()))!;
		assert.equal(await drawAfter(db, pack, used), null, 'not before it has ended');
		ok(await endByHand(db, run.id, { endReason: 'full', durationMin: 61, chargeAh: 2.1 }, now()));
		// By its clock an hour and a minute have gone by.
		const endedAt = new Date(Date.parse(run.startedAt) + 62 * 60e3).toISOString();
		await db.write((tx) => tx.models.Run.update({ endedAt }, { where: { id: run.id } }));
		const draw = (await drawAfter(db, pack, used))!;
		assert.ok(Math.abs(draw.meanA - 10.5) < 1e-9, '2.1 Ah over 12 min');
		assert.ok(Math.abs(draw.fullMin - (60 * (pack.measuredCapacityAh ?? pack.capacityAh)) / 10.5) < 1e-9);
	});

	test('which supply feeds a charger is noted alone, and nothing else of it changes', async () => {
		const { id: _id, ...description } = aCharger();
		const charger = ok(
			await createCharger(db, {
				...description,
				supplyId: null,
				channels: description.channels.map(({ id: _channel, ...c }) => c)
			})
		);
		const battery = ok(
			await createSupply(db, { name: 'Car battery', kind: 'lead battery', voltageV: 12, powerW: null })
		);
		const fed = ok(await useSupply(db, charger.id, { supplyId: battery.id }));
		assert.deepEqual(fed, { ...charger, supplyId: battery.id });
		refused(await useSupply(db, charger.id, { supplyId: 'none such' }), 422, /no such supply/);
		refused(await useSupply(db, charger.id, {}), 422, /./);
		refused(await useSupply(db, 'none such', { supplyId: null }), 404, /charger/);
		assert.equal(ok(await getCharger(db, charger.id)).supplyId, battery.id, 'refusals change nothing');
		assert.equal(ok(await useSupply(db, charger.id, { supplyId: null })).supplyId, null);
	});

	test('supplies and preferences are checked like everything else', async () => {
		const supply = ok(
			await createSupply(db, { name: 'Shed', kind: 'bench supply', voltageV: 24, powerW: 350 })
		);
		assert.equal(ok(await updateSupply(db, supply.id, { ...supply, voltageV: 13.8 })).voltageV, 13.8);
		refused(await createSupply(db, { name: '', kind: 'bench supply', voltageV: 24 }), 422, /needs a name/);
		assert.equal((await getPreferences(db)).ambientDegC, 20);
		await db.write((tx) =>
			tx.models.Preference.upsert({
				key: 'preferences',
				value: { ambientDegC: 999, practice: { guards: 'off' } }
			})
		);
		const kept = await getPreferences(db);
		assert.deepEqual(
			[kept.ambientDegC, kept.practice],
			[20, { guards: 'off' }],
			'one bad choice takes no other with it'
		);
		ok(await setPreferences(db, { ambientDegC: 12, practice: {} }));
		assert.equal(
			ok(await programContext(db, { ...request(), task: 'balance', purpose: 'standard' }, now())).ambientDegC,
			12
		);
		refused(await setPreferences(db, { ambientDegC: 99 }), 422, /not a workshop/);
	});

	test('programs are solved from what is stored; a fire Stop is not kept; what is missing is named', async () => {
		const solved = ok(await solveProgram(db, request(), now()));
		assert.equal(solved.settings.currentA, 2.6);
		refused(await solveProgram(db, { ...request(), channelId: 'nowhere' }, now()), 404, /no such channel/);
		refused(await solveProgram(db, { ...request(), packId: '' }, now()), 422, /Choose a pack/);
		ok(await updatePack(db, pack.id, describePack({ condition: 'swollen' })));
		refused(await saveProgram(db, request(), now()), 409, /marked swollen/);
		assert.equal(await db.models.Program.count(), 0);
	});

	test('a run over the link: written, followed, ended full, and the pack is left with a reading', async () => {
		const run = await started();
		assert.equal((await channelStates(db))[0].pack!.id, pack.id);
		const follower = await follow(1, 0.5);
		assert.ok(live.get(run.id)!.currentA > 2.5);
		assert.ok((await othersOutputW(db, charger, 'another')) > 20, 'its power counts for its siblings');
		await follow(60, 0.5, follower);
		const ended = ok(await getRun(db, run.id)).run;
		assert.equal(ended.status, 'ended');
		assert.equal(ended.endReason, 'full');
		// The pack that the charger simulates is drawn by its id, and holds some per cent more or less
		// than its label.
		assert.ok(Math.abs(ended.chargeAh! / ended.expectedAh! - 1) < 0.2, `${ended.chargeAh} Ah`);
		const [reading] = await readingsOf(db, pack.id);
		assert.deepEqual(reading.cellVoltagesV, ended.endCellVoltagesV);
		assert.equal(live.get(run.id), undefined);
		assert.deepEqual(
			(await eventsOf(db, run.id)).map((e) => e.kind),
			['run started', 'run ended']
		);
		const course = (await plannedCourse(db, ended))!;
		assert.ok(
			Math.abs(course.timeS.at(-1)! / 60 - ended.expectedMin!) < 3,
			'planned from the reading that was then the last'
		);
		const lastMin = course.timeS.at(-1)! / 60;
		const { voltageFromMin } = course;
		assert.ok(
			voltageFromMin! > 0.3 * lastMin && voltageFromMin! < lastMin,
			`${voltageFromMin} of ${lastMin} min`
		);
		assert.deepEqual([course.legs, course.timerFromMin], [[], 0], 'it has one leg');
	});

	test('after a crash another follower goes on without a gap, also when the charger was away for a while', async () => {
		const run = await started();
		await follow(3, 0.4);
		const before = await storedSamples(db, run.id);
		assert.ok(before > 50);
		link.weather = 'no';
		await follow(3, 0.4);
		assert.equal(await storedSamples(db, run.id), before);
		link.weather = 'fine';
		await follow(60, 0.5);
		assert.equal(ok(await getRun(db, run.id)).run.status, 'ended');
		const { timeS } = await readTelemetry(db, run.id);
		timeS.slice(1, -1).forEach((t, k) => assert.ok(Math.abs(t - timeS[k] - 1) < 1e-3));
	});

	test('a charger that lost power ends the run as lost, with a sentence that says to look', async () => {
		const run = await started();
		await follow(2, 0.4);
		link.bench = new StandInBench(600);
		await follow(1, 0.1);
		const lost = ok(await getRun(db, run.id)).run;
		assert.equal(lost.endReason, 'link lost');
		assert.match(lost.notes, /Look at the pack/);
		assert.ok(lost.chargeAh! > 0);
	});

	test('a refused or unreachable start leaves no run behind', async () => {
		const program = ok(await saveProgram(db, request(), now()));
		const start = () => startRun(bench(), { programId: program.id, mode: 'link', cellsRead: 3 }, now());
		refused(await start(), 409, /Not started: no pack is connected/);
		link.weather = 'no';
		refused(await start(), 503, /does not answer/);
		refused(await checkOnLink(bench(), program.id, now()), 503, /does not answer/);
		assert.equal(await db.models.Run.count({ paranoid: false }), 0);
		refused(
			await startRun(bench(), { programId: 'none', mode: 'link', cellsRead: 3 }, now()),
			404,
			/no such program/
		);
	});

	test('two windows that press start at once start one run', async () => {
		const program = ok(await saveProgram(db, request(), now()));
		const press = () => startRun(bench(), { programId: program.id, mode: 'by hand', cellsRead: 3 }, now());
		const answers = await Promise.all([press(), press(), press()]);
		assert.equal(answers.filter((a) => a.ok).length, 1);
		for (const answer of answers) if (!answer.ok) assert.equal(answer.status, 409);
		assert.equal(await db.models.Run.count(), 1);
	});

	test('what was proved yesterday is proved again: a pack that swelled since does not start', async () => {
		const program = ok(await saveProgram(db, request(), now()));
		ok(await updatePack(db, pack.id, describePack({ condition: 'swollen' })));
		const forced = {
			programId: program.id,
			mode: 'by hand',
			cellsRead: 3,
			overridden: [{ rule: 'pack-not-in-service', reason: 'I insist' }]
		};
		refused(await startRun(bench(), forced, now()), 409, /do not charge it/);
	});

	test('stopping: over the link by the charger, by hand not at all, an ended run stays as it is', async () => {
		const run = await started();
		await follow(1, 0.4);
		ok(await stopRun(bench(), run.id));
		await follow(2, 0.1);
		const stopped = ok(await getRun(db, run.id)).run;
		assert.equal(stopped.endReason, 'stopped');
		assert.equal(ok(await stopRun(bench(), run.id)).endReason, 'stopped');
		ok(
			await endRun(
				db,
				run.id,
				{ endReason: 'full', durationS: 1, chargeAh: 99, peakTemperatureDegC: null, endCellVoltagesV: null },
				now()
			)
		);
		assert.notEqual(ok(await getRun(db, run.id)).run.chargeAh, 99);
		refused(
			await endByHand(
				db,
				run.id,
				{ endReason: 'full', begunEarlier: true, durationMin: 1, chargeAh: 1 },
				now()
			),
			409,
			/followed over the link/
		);
	});

	test('the logbook: pages newest first, notes, removal and its undo', async () => {
		for (let i = 0; i < 3; i++) {
			const program = ok(await saveProgram(db, request(), now()));
			const at = new Date(Date.now() - (3 - i) * 3700e3).toISOString();
			const run = ok(
				await startRun(bench(), { programId: program.id, mode: 'by hand', cellsRead: 3 }, now())
			);
			// Stopped, so that the pack may be charged again.
			const end = { endReason: 'stopped', begunEarlier: true, durationMin: 60, chargeAh: 0.4 + i / 10 };
			ok(await endByHand(db, run.id, { ...end, endCellVoltagesV: [3.9, 3.9, 3.9] }, now()));
			await db.write((tx) => tx.models.Run.update({ startedAt: at }, { where: { id: run.id } }));
		}
		const page = await listRuns(db, { limit: 2 });
		assert.equal(page.total, 3);
		assert.deepEqual(
			page.runs.map((r) => r.run.chargeAh),
			[0.6000000000000001, 0.5]
		);
		assert.equal(page.runs[0].packName, 'Test pack');
		const { id } = page.runs[0].run;
		assert.equal(ok(await noteRun(db, id, 'warm')).notes, 'warm');
		refused(await noteRun(db, id, 'x'.repeat(4001)), 422, /at most 4000/);
		ok(await deleteRun(db, id));
		assert.equal((await listRuns(db)).total, 2);
		ok(await restoreRun(db, id));
		assert.equal((await listRuns(db, { packId: pack.id })).total, 3);
	});

	test('telemetry: chunks fill, spill over and read back whole, whatever the size of the parts', async () => {
		const program = ok(await saveProgram(db, request(), now()));
		const run = ok(await startRun(bench(), { programId: program.id, mode: 'by hand', cellsRead: 3 }, now()));
		const part = (from: number, count: number): Telemetry => {
			const t = emptyTelemetry(3);
			for (let k = from; k < from + count; k++) {
				t.timeS.push(k);
				t.currentA.push(2);
				t.packV.push(11 + k / 1e4);
				t.chargeAh.push(k / 3600);
				t.temperatureDegC.push(20);
				t.cellV.forEach((c, i) => c.push(3.7 + i / 100));
			}
			return t;
		};
		let from = 0;
		for (const count of [1, 0, 1799, 1, 2500, 1500, 3]) {
			await db.write((tx) => appendTelemetry(tx, run.id, from, part(from, count)));
			from += count;
			assert.equal(await storedSamples(db, run.id), from);
		}
		const all = await readTelemetry(db, run.id);
		assert.deepEqual(
			all.timeS,
			Array.from({ length: from }, (_, k) => k)
		);
		assert.equal(all.cellV.length, 3);
		assert.equal(await db.models.TelemetryChunk.count(), Math.ceil(from / 1800));
		// Data files that are out there begin each chunk so: version 2 above the bits that no deflated
		// stream begins with.
		const chunks = await db.models.TelemetryChunk.findAll();
		assert.ok(chunks.every((c) => c.get('data')[0] === 0b10110));
		await assert.rejects(
			db.write(async (tx) => {
				await appendTelemetry(tx, run.id, from, part(from, 100));
				throw new Error('power cut');
			})
		);
		assert.equal(await storedSamples(db, run.id), from, 'half a write is no write');
	});

	test('a backup opens as a database of its own with everything in it', async () => {
		const file = join(dir, 'restored.sqlite');
		const { stream, bytes } = await backup(db);
		const whole = Buffer.from(await new Response(stream).arrayBuffer());
		assert.equal(whole.length, bytes);
		writeFileSync(file, whole);
		const copy = await openDatabase(file);
		assert.equal((await listPacks(copy, now()))[0].pack.name, 'Test pack');
		await copy.close();
		assert.deepEqual(
			readdirSync(dir).filter((name) => name.includes('-copy-')),
			[],
			'nothing of it stays behind'
		);
	});
});
