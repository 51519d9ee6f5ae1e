import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { ALARM_KINDS } from '$core/follow/alarms';
import { setPreferences } from '../house/preferences';
import { AlarmClock, alarmsNow, answerAlarm } from './alarms';
import { endByHand } from './by-hand';
import { live } from './live';

describe('who is called', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());
	const inMin = (minutes: number): string => new Date(Date.now() + minutes * 60e3).toISOString();

	test('a person is asked for, answers, puts off; the end, the timer and what is still connected follow', async () => {
		const run = await shop.byHand(await shop.pack({ name: 'Skua' }), await shop.charger({ name: 'Pier' }));
		const kinds = async (minutes: number) => (await alarmsNow(shop.db, inMin(minutes))).map((a) => a.kind);
		assert.deepEqual(await kinds(9), []);
		assert.deepEqual(await kinds(11), ['presence']);
		const [alarm] = await alarmsNow(shop.db, inMin(11));
		assert.match(alarm.sentence, /Are you with Skua on Pier/);
		ok(await answerAlarm(shop.db, run.id, { kind: 'presence', said: 'All is normal' }, inMin(11), 'once'));
		ok(await answerAlarm(shop.db, run.id, { kind: 'presence', said: 'All is normal' }, inMin(12), 'once'));
		assert.equal(await shop.db.models.AlarmAnswer.count(), 1, 'pressed twice it is one answer');
		assert.deepEqual(await kinds(20), []);
		assert.deepEqual(await kinds(22), ['presence']);
		ok(await answerAlarm(shop.db, run.id, { kind: 'presence', snoozeMin: 5 }, inMin(22)));
		assert.deepEqual(await kinds(26), []);
		assert.deepEqual(await kinds(28), ['presence']);
		assert.deepEqual(await kinds(33), ['presence']);
		ok(await setPreferences(shop.db, { presenceMin: 0 }));
		assert.deepEqual(await kinds(33), []);
		refused(await setPreferences(shop.db, { presenceMin: 121 }), 422, /two hours/);
		const end = run.expectedMin! + 1;
		assert.ok((await kinds(end)).includes('end'));
		assert.ok((await kinds(run.settings.safetyTimerMin! - 4)).includes('timer'));
		refused(await answerAlarm(shop.db, run.id, { kind: 'smell' }, now()), 422, /./);
		refused(await answerAlarm(shop.db, 'none', { kind: 'end' }, now()), 404, /no such run/);

		ok(
			await endByHand(
				shop.db,
				run.id,
				{ endReason: 'full', begunEarlier: true, durationMin: 61, chargeAh: 2 },
				now()
			)
		);
		assert.deepEqual(await kinds(1), ['connected']);
		ok(await answerAlarm(shop.db, run.id, { kind: 'connected' }, inMin(2)));
		assert.deepEqual(await kinds(3), []);
	});

	test('the clock tells every window once of each change', async () => {
		const run = await shop.byHand(await shop.pack({ name: 'Auk' }), await shop.charger({ name: 'Quay' }));
		ok(await setPreferences(shop.db, { presenceMin: 10 }));
		const heard: string[] = [];
		const off = live.subscribe(({ runId, what }) => heard.push(`${what} ${runId}`));
		const clock = new AlarmClock(shop.db);
		await clock.look(inMin(1));
		assert.deepEqual(heard, []);
		await clock.look(inMin(11));
		await clock.look(inMin(12));
		assert.deepEqual(heard, [`changed ${run.id}`]);
		await clock.look(inMin(1));
		assert.equal(heard.length, 2, 'that nothing calls any more is a change too');
		off();

		// What is graver first, and of what is alike what is newer.
		const later = await shop.byHand(await shop.pack({ name: 'Knot' }), await shop.charger({ name: 'Mole' }));
		const all = await alarmsNow(shop.db, inMin(run.expectedMin! + 11));
		const places = all.map(({ kind }) => ALARM_KINDS.indexOf(kind));
		assert.ok(new Set(places).size > 1 && all.length > new Set(places).size, `${places}`);
		assert.deepEqual(
			places,
			[...places].sort((a, b) => a - b)
		);
		for (const kind of new Set(all.map((a) => a.kind)))
			assert.deepEqual(
				all.filter((a) => a.kind === kind).map((a) => a.runId),
				[later.id, run.id],
				kind
			);
	});
});
