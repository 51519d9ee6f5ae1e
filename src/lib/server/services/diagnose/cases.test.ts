import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import type { Fault } from '../../../../../link/protocol';
import { endByHand } from '../runs/by-hand';
import { startRun } from '../runs/runs';
import { getRun } from '../runs/logbook';
import { addLook } from '../runs/looks';
import { changeCase, listCases, moveCase, openCase, sceneOf, taughtOf, teach } from './cases';
import { onRecord } from './known';
import { reportOf } from './report';

describe('cases', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());
	const report = async (id: string) => ok(await reportOf(shop.db, id, now()));
	const stranger = { family: 'lithium', symptom: 'no-pack' };

	test('a stranger’s case is opened once, answered, taken back, closed and opened again', async () => {
		const c = ok(await openCase(shop.db, stranger, now(), 'case-1'));
		ok(await openCase(shop.db, stranger, now(), 'case-1'));
		assert.equal((await listCases(shop.db)).length, 1);
		const before = await report(c.id);
		assert.equal(before.next?.clue, 'eye');
		ok(await changeCase(shop.db, c.id, { answer: { clue: 'eye', answer: 'sound, nothing smells' } }, now()));
		ok(
			await changeCase(shop.db, c.id, { answer: { clue: 'reseat', answer: 'cured', sure: 'I think' } }, now())
		);
		const told = await report(c.id);
		assert.equal(told.causes[0].id, 'plug-not-home');
		assert.ok(told.causes[0].now > told.causes[0].before);
		assert.match(told.causes[0].for.join(), /cured \(I think\)/);
		ok(await changeCase(shop.db, c.id, { forget: 'reseat' }, now()));
		assert.equal((await report(c.id)).case.answers.length, 1);
		ok(await changeCase(shop.db, c.id, { skip: 'meter-plug' }, now()));
		assert.notEqual((await report(c.id)).next?.clue, 'meter-plug');
		const both = ok(await changeCase(shop.db, c.id, { skip: 'reseat' }, now()));
		assert.deepEqual(
			both.skipped.map((s) => s.clue),
			['meter-plug', 'reseat']
		);
		const back = { answer: { clue: 'reseat', answer: 'cured', sure: 'I think' } };
		assert.deepEqual(
			ok(await changeCase(shop.db, c.id, back, now())).skipped.map((s) => s.clue),
			['meter-plug'],
			'what was answered after all is not passed over, the others are'
		);
		ok(await changeCase(shop.db, c.id, { forget: 'reseat' }, now()));
		const closed = ok(await changeCase(shop.db, c.id, { confirmed: 'lead-wire-broken' }, now()));
		assert.ok(closed.closedAt);
		assert.equal(ok(await changeCase(shop.db, c.id, { confirmed: null }, now())).closedAt, null);
		ok(await moveCase(shop.db, c.id, true));
		refused(await reportOf(shop.db, c.id, now()), 404, /no such case/);
		ok(await moveCase(shop.db, c.id, false));
		assert.equal((await report(c.id)).case.id, c.id);
	});

	test('what a window showed is at most 80 characters of it', async () => {
		const c = ok(await openCase(shop.db, stranger, now(), 'case-was'));
		const answer = (was: string) =>
			changeCase(shop.db, c.id, { answer: { clue: 'eye', answer: 'sound, nothing smells' }, was }, now());
		const long = await answer('x'.repeat(81));
		assert.equal(long.ok, false);
		assert.equal(long.ok ? 0 : long.status, 422);
		ok(await answer('x'.repeat(80)));
	});

	test('up to two answers that speak against a cause are told with it', async () => {
		const c = ok(await openCase(shop.db, stranger, now(), 'case-against'));
		let told = await report(c.id);
		for (let n = 0; n < 12 && told.next && !told.causes.some((x) => x.against.length === 2); n++) {
			const { clue, answers } = told.next;
			ok(await changeCase(shop.db, c.id, { answer: { clue, answer: answers[0].answer } }, now()));
			told = await report(c.id);
		}
		const most = Math.max(...told.causes.map((x) => x.against.length));
		assert.equal(most, 2);
		const { against } = told.causes.find((x) => x.against.length === 2)!;
		assert.equal(new Set(against).size, 2);
		ok(await moveCase(shop.db, c.id, true));
	});

	test('an answer from a window that does not show what another has answered since is refused, and nothing is lost', async () => {
		const { id } = ok(await openCase(shop.db, stranger, now()));
		const change = (what: Record<string, unknown>) => changeCase(shop.db, id, what, now());
		const eye = (answer: string, was?: string | null) => change({ answer: { clue: 'eye', answer }, was });
		ok(await eye('smells or hisses', null));
		refused(
			await eye('sound, nothing smells', null),
			409,
			/another window this was answered since: smells or hisses/
		);
		refused(await change({ skip: 'eye', was: null }), 409, /another window/);
		assert.equal(ok(await eye('smells or hisses', null)).answers.length, 1, 'the same again is no conflict');
		assert.deepEqual(
			ok(await eye('sound, nothing smells', 'smells or hisses')).answers.map((a) => a.answer),
			['sound, nothing smells'],
			'one that saw it may change it'
		);
		assert.equal(
			ok(await eye('smells or hisses')).answers[0].answer,
			'smells or hisses',
			'and one that does not say'
		);
		ok(await change({ confirmed: 'plug-not-home', was: null }));
		refused(
			await change({ confirmed: 'reversed', was: null }),
			409,
			/since: The main plug is not fully home/
		);
		assert.equal(ok(await change({ confirmed: null, was: 'plug-not-home' })).confirmed, null);
	});

	test('what is no symptom, look, answer or cause is refused', async () => {
		refused(
			await openCase(shop.db, { family: 'lithium', symptom: 'hiccups' }, now()),
			422,
			/Choose what shows/
		);
		refused(await openCase(shop.db, { ...stranger, runId: 'none' }, now()), 404, /no such run/);
		refused(await openCase(shop.db, { ...stranger, packId: 'none' }, now()), 404, /no such pack/);
		const { id } = ok(await openCase(shop.db, stranger, now()));
		refused(
			await changeCase(shop.db, id, { answer: { clue: 'tea leaves', answer: 'bad' } }, now()),
			422,
			/no answer/
		);
		refused(
			await changeCase(shop.db, id, { answer: { clue: 'eye', answer: 'blue' } }, now()),
			422,
			/no answer/
		);
		refused(await changeCase(shop.db, id, { skip: 'tea leaves' }, now()), 422, /no such look/);
		refused(await changeCase(shop.db, id, { confirmed: 'ghosts' }, now()), 422, /no such cause/);
		refused(await changeCase(shop.db, 'none', { skip: 'eye' }, now()), 404, /no such case/);
	});

	test('a message is taught to a charger, belongs to it alone, and can be taught anew', async () => {
		const [one, other] = [await shop.charger({ name: 'One' }), await shop.charger({ name: 'Other' })];
		ok(await teach(shop.db, one.id, { message: 'ERR 7', symptom: 'input' }));
		ok(await teach(shop.db, one.id, { message: 'ERR 7', symptom: 'restarts' }));
		assert.deepEqual(await taughtOf(shop.db, one.id), [{ message: 'ERR 7', symptom: 'restarts' }]);
		assert.deepEqual(await taughtOf(shop.db, other.id), []);
		refused(
			await teach(shop.db, one.id, { message: 'x', symptom: 'input' }),
			422,
			/at least 2|Type what it says/
		);
		refused(await teach(shop.db, one.id, { message: 'ERR 8', symptom: 'hiccups' }), 422, /Choose what shows/);
		refused(await teach(shop.db, 'none', { message: 'ERR 8', symptom: 'input' }), 404, /no such charger/);
	});

	/** A linked run with these faults, followed for a while. */
	async function linked(name: string, faults: Fault[], rounds: number) {
		const [pack, charger] = [await shop.pack({ name }), await shop.charger({ name: `Pier ${name}` })];
		shop.link.bench.answer(`FAULTS ${charger.id}/${charger.channels[0].id} ${JSON.stringify(faults)}`);
		const run = await shop.started(pack, charger);
		await shop.follow(rounds, 0.5);
		return { pack, charger, run };
	}

	test('a bad plug on a linked run: the run says what shows, the figures are on record, the plug is first and burns', async () => {
		const { run } = await linked('Skua', [{ kind: 'bad plug', ohm: 0.15 }], 4);
		const { suggested, facts } = (await onRecord(shop.db, run.id))!;
		assert.ok(suggested.includes('hot-plug'), `${suggested}`);
		assert.equal(facts.answers.find((a) => a.clue === 'main-sum')?.answer, 'main a little more');
		const c = ok(
			await openCase(shop.db, { runId: run.id, family: 'nickel', symptom: 'current-falls' }, now())
		);
		assert.equal(c.family, 'lithium', 'by the pack of the run, whatever was said');
		const told = await report(c.id);
		assert.equal(told.causes[0].id, 'hot-plug');
		assert.match(told.causes[0].sum!, /mΩ, \d+\.\d W of heat/);
		assert.notEqual(told.may.may, 'yes');
		ok(await changeCase(shop.db, c.id, { answer: { clue: 'plug-warm', answer: 'hot' } }, now()));
		assert.equal((await report(c.id)).may.may, 'no');
		// At its end hardly any current flows, and the plug shows nothing: what counts is the moment it
		// was seen.
		await shop.follow(300, 0.5);
		assert.equal(ok(await getRun(shop.db, run.id)).run.endReason, 'full');
		const afterwards = (await onRecord(shop.db, run.id))!.facts;
		assert.equal(afterwards.answers.find((a) => a.clue === 'main-sum')?.answer, 'main a little more');
	});

	test('a weak supply that holds the current down is told from the channel’s own watts by the sum', async () => {
		const { run } = await linked('Auk', [{ kind: 'weak supply', watts: 10, trips: false, fromMin: 1 }], 4);
		const c = ok(await openCase(shop.db, { runId: run.id, symptom: 'less-current' }, now()));
		const told = await report(c.id);
		const watts = told.causes.find((w) => w.id === 'channel-watts')!;
		assert.match(watts.impossible!, /W at \d+\.\d\d V is \d+\.\d A, and it gives 0\.\d A/);
		assert.equal(watts.now, 0);
	});

	test('a charger that gave up says so: its end is what shows, its words are offered', async () => {
		const { run } = await linked('Gull', [{ kind: 'charger hot', fromMin: 4 }], 4);
		await shop.follow(2, 0.2);
		const record = (await onRecord(shop.db, run.id))!;
		assert.equal(record.run.message, 'charger too hot');
	});

	test('what the book has measured is not asked again: resistances before, cells an hour and a day after the end', async () => {
		const pack = await shop.pack({ name: 'Whimbrel' });
		const shore = await shop.charger({ name: 'Quay' });
		const run = await shop.byHand(pack, shore);
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 40,
			chargeAh: 0.6 * pack.capacityAh,
			endCellVoltagesV: [4.2, 4.2, 4.2]
		};
		ok(await endByHand(shop.db, run.id, end, now()));
		const known = async (clue: string) =>
			(await onRecord(shop.db, run.id))!.facts.answers.find((a) => a.clue === clue)?.answer;
		assert.equal(await known('hour-later'), undefined);
		const endedAt = Date.parse((await shop.db.models.Run.findByPk(run.id))!.get('endedAt')!);
		const reading = async (hours: number, cells: number[], more = {}) =>
			shop.db.write(async ({ models }) =>
				models.Reading.create({
					...(await models.Reading.findOne({ where: { packId: pack.id } }))!.get(),
					id: `after-${hours}`,
					takenAt: new Date(endedAt + 3600e3 * hours).toISOString(),
					cellVoltagesV: cells,
					packVoltageV: null,
					usedSince: 'not used',
					...more
				})
			);
		await reading(1.2, [4.18, 4.18, 4.179]);
		await reading(25, [4.17, 4.17, 4.13]);
		assert.equal(await known('hour-later'), 'level');
		assert.equal(await known('day-later'), 'one lower');
		assert.equal(await known('rest-after'), 'stay near the end');
		const c = ok(await openCase(shop.db, { runId: run.id, symptom: 'cell-falls' }, now()));
		const told = await report(c.id);
		assert.equal(told.causes[0].id, 'soft-short', 'by what is on record alone');
		assert.notEqual(told.next?.clue, 'day-later');
		await reading(-1, [3.8, 3.8, 3.8], { cellResistancesOhm: [0.004, 0.004, 0.012] });
		assert.equal(await known('resistance'), 'one much higher');
	});

	test('what a screen shows is typed where no run is on record: sums and courses follow; another window’s figures are not written over', async () => {
		const [pack, shore] = [await shop.pack({ name: 'Knot' }), await shop.charger({ name: 'Hard' })];
		const at = { packId: pack.id, chargerId: shore.id, channelId: shore.channels[0].id };
		const { id } = ok(await openCase(shop.db, { ...at, symptom: 'current-falls' }, now()));
		const none = {
			setA: null,
			countRead: null,
			cellsV: null,
			mainV: null,
			currentA: null,
			minutes: null,
			chargeAh: null
		};
		const before = await report(id);
		assert.ok(!before.answers.some((a) => a.clue === 'main-sum' || a.clue === 'balance-on'));
		const plug = { ...none, setA: 2, currentA: 2, mainV: 12.4, cellsV: [4.05, 4.05, 4.05] };
		ok(await changeCase(shop.db, id, { screen: plug, was: null }, now()));
		const told = await report(id);
		assert.equal(told.answers.find((a) => a.clue === 'main-sum')?.answer, 'main a little more');
		assert.equal(told.causes[0].id, 'hot-plug');
		assert.match(told.causes[0].sum!, /125 mΩ, 0\.5 W of heat/);
		refused(
			await changeCase(shop.db, id, { screen: { ...plug, currentA: 1.9 }, was: null }, now()),
			409,
			/other figures were typed since/
		);
		ok(await changeCase(shop.db, id, { screen: plug, was: null }, now()));
		const mended = { ...plug, mainV: 12.17, minutes: 20, chargeAh: 0.66 };
		ok(await changeCase(shop.db, id, { screen: mended, was: JSON.stringify(told.case.screen[0]) }, now()));
		const anew = await report(id);
		assert.equal(anew.answers.find((a) => a.clue === 'main-sum')?.answer, 'agree');
		assert.notEqual(anew.causes[0].id, 'hot-plug');
		ok(await changeCase(shop.db, id, { screen: null }, now()));
		assert.deepEqual((await report(id)).case.screen, []);
		refused(await changeCase(shop.db, id, { screen: { ...none, mainV: 400 } }, now()), 422, /./);
		const stranger2 = ok(await openCase(shop.db, { family: 'lead', symptom: 'goes-on' }, now()));
		ok(await changeCase(shop.db, stranger2.id, { screen: { ...none, mainV: 12.4 } }, now()));
		assert.equal(
			(await report(stranger2.id)).answers.length,
			0,
			'without a pack there is nothing to weigh it by'
		);
	});

	test('looks of one minute are a screen that a course goes through; with one of them old, or missing, they are none', async () => {
		const pack = await shop.pack({ name: 'Dunlin' });
		const run = await shop.byHand(pack, await shop.charger({ name: 'Slip' }));
		const look = async (minute: number, what: string, value: number) =>
			ok(await addLook(shop.db, run.id, { minute, what, value }));
		const fits = async () => Object.keys((await onRecord(shop.db, run.id))!.facts.fits).length;
		await look(12, 'packV', 11.6);
		await look(12, 'currentA', run.settings.currentA);
		assert.equal(await fits(), 0, 'nobody has said what went in');
		await look(12, 'chargeAh', run.settings.currentA / 5);
		assert.ok((await fits()) > 10);
		await look(25, 'packV', 11.9);
		assert.equal(await fits(), 0, 'amps of a quarter of an hour ago');
		await look(25, 'currentA', run.settings.currentA);
		await look(26, 'chargeAh', run.settings.currentA / 2.4);
		assert.ok((await fits()) > 10, 'a minute apart');
		await look(26.6, 'chargeAh', run.settings.currentA / 2.3);
		assert.equal(await fits(), 0, 'a minute and a half apart');
	});

	test('a run by hand with typed figures: a limit at just another figure than was keyed is found without a question', async () => {
		const pack = await shop.pack({ name: 'Tern' });
		const programId = await shop.program(pack, await shop.charger({ name: 'Mole' }));
		const run = ok(await startRun(shop.bench, { programId, mode: 'by hand', cellsRead: 3 }, now()));
		ok(await addLook(shop.db, run.id, { minute: 9, what: 'packV', value: 11.6 }));
		ok(await addLook(shop.db, run.id, { minute: 9, what: 'currentA', value: run.settings.currentA }));
		const end = {
			endReason: 'capacity limit',
			begunEarlier: true,
			durationMin: 10,
			chargeAh: 0.2,
			endCellVoltagesV: [3.86, 3.86, 3.86]
		};
		ok(await endByHand(shop.db, run.id, end, now()));
		const { suggested } = (await onRecord(shop.db, run.id))!;
		assert.deepEqual(suggested, ['stopped-at-limit']);
		const c = ok(await openCase(shop.db, { runId: run.id, symptom: 'stopped-at-limit' }, now()));
		const told = await report(c.id);
		assert.equal(told.causes[0].id, 'limit-held');
		assert.match(told.causes[0].for.join(' '), /cut at 200 mAh, keyed \d+ mAh/);
		ok(await changeCase(shop.db, c.id, { answer: { clue: 'eye', answer: 'sound, nothing smells' } }, now()));
		const { may, actions } = await report(c.id);
		assert.deepEqual([may.may, actions[0].action], ['yes', 'change held']);
	});

	test('what was confirmed goes with the pack or stays with the channel, and moves the odds of the next case there', async () => {
		const { pack, charger } = await linked('Smew', [], 1);
		const at = {
			packId: pack.id,
			chargerId: charger.id,
			channelId: charger.channels[0].id,
			family: 'lithium'
		};
		const first = ok(await openCase(shop.db, { ...at, symptom: 'cells-part' }, '2026-01-01T10:00:00.000Z'));
		const odds = async (id: string, cause: string) =>
			(await report(id)).causes.find((w) => w.id === cause)?.before ?? 0;
		const plain = await odds(first.id, 'weak-cell');
		ok(await changeCase(shop.db, first.id, { confirmed: 'weak-cell' }, now()));
		const second = ok(await openCase(shop.db, { ...at, symptom: 'cells-part' }, now()));
		assert.ok((await odds(second.id, 'weak-cell')) > plain + 0.05);
		assert.deepEqual((await sceneOf(shop.db, second, now())).scene.confirmed, { 'weak-cell': 1 });
		const elsewhere = ok(await openCase(shop.db, { ...at, packId: null, symptom: 'cells-part' }, now()));
		assert.ok(Math.abs((await odds(elsewhere.id, 'weak-cell')) - plain) < 0.05, 'a cell is the pack’s own');
	});
});
