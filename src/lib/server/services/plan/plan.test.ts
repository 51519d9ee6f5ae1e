/** Plans on a real database: kept, guarded, solved for, and taken out and in as calendars. */
import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import ICAL from 'ical.js';
import { dayOf, placementFor, plannedOf } from '$core/plan/bench';
import { placementsOf } from '$core/plan/placements';
import type { Plan } from '$core/plan/plan';
import { searchPlan, type Planned } from '$core/plan/search';
import { faultsOf } from '$core/plan/verify';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { addUse } from '../packs/uses';
import { calendarOf, planCsv } from './calendar';
import { hoursFrom } from './hours';
import { createPlan, currentPlan, getPlan, movePlan, updatePlan } from './plans';
import { behindNow, groundOf, nextInPlan, standingOf } from './standing';

const shop = await Workshop.open();
after(() => shop.db.close());
const hour = 3600e3;
const begin = Math.ceil(Date.now() / hour) * hour;
const at = (h: number) => new Date(begin + h * hour).toISOString();

const job = (packId: string, change: object = {}) => ({
	id: `j-${packId}`,
	packId,
	goal: 'ready',
	due: at(4),
	notBefore: null,
	startsAt: null,
	doneAt: null,
	...change
});
const input = (jobs: object[], change: object = {}) => ({
	name: 'Harbour day',
	from: at(0),
	until: at(6),
	hours: [{ from: at(0), to: at(5), who: 'you', hands: true }],
	jobs,
	planned: [],
	madeAt: null,
	plannedAt: null,
	...change
});

async function solved(plan: Plan) {
	const ground = await groundOf(shop.db, plan, now());
	const open = plan.jobs.filter((j) => ground.ways[j.id]);
	const day = dayOf(plan, open, new Map(Object.entries(ground.ways)), ground.bench, now());
	const placements = placementsOf(day.problem);
	const work = searchPlan(day.problem, placements, { rounds: 300 });
	let step = work.next();
	while (!step.done) step = work.next();
	const found: Planned = step.value;
	return { ground, day, placements, found };
}

test('a plan is kept, found as the one that goes on, refused where it is none', async () => {
	const pack = await shop.pack();
	const plan = ok(await createPlan(shop.db, input([job(pack.id)]), now()));
	assert.equal(plan.jobs[0].matters, 'wanted');
	assert.ok(plan.madeAt, 'the server knows when');
	assert.deepEqual(ok(await createPlan(shop.db, input([]), now(), plan.id)), plan, 'sent twice, made once');
	assert.equal((await currentPlan(shop.db, now()))?.id, plan.id);
	refused(await createPlan(shop.db, input([], { until: at(-1) }), now()), 422, /./);
	refused(await createPlan(shop.db, input([], { until: at(200) }), now()), 422, /./);
	refused(await createPlan(shop.db, input([job(pack.id), job(pack.id)]), now()), 422, /./);
	ok(await movePlan(shop.db, plan.id, true));
	assert.equal(await currentPlan(shop.db, now()), null);
	assert.equal((await getPlan(shop.db, plan.id)).ok, false);
	assert.deepEqual(ok(await movePlan(shop.db, plan.id, false)), plan);
	ok(await movePlan(shop.db, plan.id, true));
});

test('two windows: what was changed meanwhile is not overwritten, and places found for old jobs are not kept', async () => {
	const pack = await shop.pack();
	const plan = ok(await createPlan(shop.db, input([job(pack.id)]), now()));
	const was = { jobs: plan.jobs, hours: plan.hours };
	const other = ok(
		await updatePlan(shop.db, plan.id, { ...plan, jobs: [{ ...plan.jobs[0], matters: 'must' }], was })
	);
	assert.equal(other.jobs[0].matters, 'must');
	refused(await updatePlan(shop.db, plan.id, { ...plan, plannedAt: now(), was }), 409, /another window/);
	assert.equal(ok(await getPlan(shop.db, plan.id)).jobs[0].matters, 'must');
	assert.equal(ok(await getPlan(shop.db, plan.id)).madeAt, plan.madeAt);
	ok(await movePlan(shop.db, plan.id, true));
});

test('packs and channels of the book become a plan without a fault; it is found again in its own words, and in a calendar', async () => {
	const charger = await shop.charger();
	const packs = [await shop.pack({ name: 'First' }), await shop.pack({ name: 'Second' })];
	const gone = job('nowhere');
	const plan = ok(await createPlan(shop.db, input([...packs.map((p) => job(p.id)), gone]), now()));
	const { ground, day, placements, found } = await solved(plan);
	assert.deepEqual(faultsOf(day.problem, found.placed), []);
	assert.equal(found.placed.filter((p) => p?.inTime).length, 2);
	assert.match(ground.ways['j-nowhere'].cannot[0].sentence, /gone from the shelf/);
	for (const [id, { ways }] of Object.entries(ground.ways)) {
		if (id === 'j-nowhere') continue;
		assert.ok(ways.length >= 2, 'gentle and usual at least');
		for (const way of ways) {
			const [step] = way.steps;
			assert.ok(step.earlyMin <= step.likelyMin && step.likelyMin <= step.lateMin);
			assert.ok(Math.max(...step.outputW) > 5, 'it draws watts');
			assert.ok(way.channelIds.every((c) => charger.channels.some((ch) => ch.id === c)));
		}
		const gentle = ways.find((w) => w.purpose === 'gentle')!;
		const usual = ways.find((w) => w.purpose === 'standard')!;
		assert.ok(gentle.wear < usual.wear && gentle.steps[0].likelyMin > usual.steps[0].likelyMin);
	}
	const planned = found.placed.flatMap((p) => (p ? [plannedOf(day, p)] : []));
	for (const [n, run] of planned.entries())
		assert.deepEqual(placementFor(day, placements, run), found.placed.filter(Boolean)[n]);
	const kept = ok(await updatePlan(shop.db, plan.id, { ...plan, planned, plannedAt: now() }));
	const next = (await nextInPlan(shop.db, now()))!;
	assert.equal(next.acts[0].act.kind, 'begin');
	assert.equal(next.acts.length, 3, 'the next three, from the very next on');
	const soonest = planned.map((p) => Date.parse(p.spans[0].from)).reduce((a, b) => Math.min(a, b));
	assert.equal(Date.parse(next.acts[0].act.at), soonest);
	assert.equal(next.behind, false);

	const text = await calendarOf(shop.db, kept, now());
	assert.ok(
		text.split('\r\n').every((line) => new TextEncoder().encode(line).length <= 75),
		'folded (RFC 5545, 3.1)'
	);
	const events = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent');
	assert.ok(events.length >= 3);
	const uids = events.map((e) => String(e.getFirstPropertyValue('uid')));
	assert.equal(new Set(uids).size, uids.length);
	assert.ok(
		uids.some((uid) => uid.endsWith('-1@stack-tender')),
		'as calendars know them that have taken it in before'
	);
	for (const e of events) {
		assert.ok(String(e.getFirstPropertyValue('summary')).match(/First|Second/));
		assert.match(
			String(e.getFirstPropertyValue('description')),
			/\. Stay with what charges; look before you plug\.$/
		);
		const alarm = e.getFirstSubcomponent('valarm')!;
		assert.equal(alarm.getFirstPropertyValue('action'), 'DISPLAY');
		assert.equal(String(alarm.getFirstPropertyValue('trigger')), '-PT5M', 'five minutes before');
	}
	assert.deepEqual(
		new ICAL.Component(ICAL.parse(await calendarOf(shop.db, kept, at(1))) as never)
			.getAllSubcomponents('vevent')
			.map((e) => String(e.getFirstPropertyValue('uid'))),
		uids,
		'brought in again the same events are moved'
	);
	const csv = (await planCsv(shop.db, kept)).trimEnd().split('\r\n');
	assert.equal(csv.length, 1 + planned.length + 1, 'a head, the stretches, and what is left out');
	ok(await movePlan(shop.db, plan.id, true));
});

test('a pack that was just used cools before its run begins', async () => {
	await shop.charger();
	const pack = await shop.pack({ name: 'Warm' });
	const plan = ok(
		await createPlan(
			shop.db,
			input([job(pack.id)], { from: at(-1), hours: [{ from: at(-1), to: at(5), who: 'you', hands: true }] }),
			now()
		)
	);
	const first = async () => {
		const { day, placements } = await solved(plan);
		const start = Math.min(...placements[0].map((p) => p.start));
		return day.originMs + start * 5 * 60e3;
	};
	assert.ok((await first()) < Date.now() + 6 * 60e3, 'at once while it is cool');
	ok(await addUse(shop.db, pack.id, { felt: 'hot' }, now()));
	const { bench } = await groundOf(shop.db, plan, now());
	assert.ok(Date.parse(bench.coolBy![pack.id]) > Date.now() + 10 * 60e3);
	assert.ok((await first()) >= Date.parse(bench.coolBy![pack.id]));
	ok(await movePlan(shop.db, plan.id, true));
});

test('a run that was begun is running for the plan, and what it takes is taken', async () => {
	const charger = await shop.charger();
	const pack = await shop.pack({ name: 'Third' });
	const plan = ok(await createPlan(shop.db, input([job(pack.id)], { from: at(-1) }), now()));
	await shop.byHand(pack, charger);
	const standing = await standingOf(shop.db, plan, now());
	assert.equal(standing.progress[0][1].state, 'running');
	const ground = await groundOf(shop.db, plan, now());
	assert.deepEqual(Object.keys(ground.ways), [], 'nothing of it is left to plan');
	assert.equal(ground.bench.going.length, 1);
	assert.deepEqual(ground.bench.going[0].packIds, [pack.id]);
	assert.ok(ground.bench.going[0].until > now());
});

const ICS = (body: string) =>
	`BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//x//EN\r\n${body}END:VCALENDAR\r\n`;
const EVENT = (lines: string) =>
	`BEGIN:VEVENT\r\nUID:${lines.length}-${lines.slice(0, 30).replace(/\W/g, '')}\r\nDTSTAMP:20260501T000000Z\r\n${lines}END:VEVENT\r\n`;

test('hours come out of a calendar: each time a recurring one comes, in its zone, cut at the plan’s ends', async () => {
	const zone =
		'BEGIN:VTIMEZONE\r\nTZID:Harbour\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nTZOFFSETFROM:+0200\r\nTZOFFSETTO:+0200\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\n';
	const text = ICS(
		zone +
			EVENT(
				'DTSTART;TZID=Harbour:20260501T190000\r\nDTEND;TZID=Harbour:20260501T220000\r\nRRULE:FREQ=DAILY;COUNT=10\r\nEXDATE;TZID=Harbour:20260503T190000\r\n'
			) +
			EVENT('DTSTART:20260502T080000Z\r\nDURATION:PT1H\r\n') +
			EVENT('DTSTART;VALUE=DATE:20260502\r\nDTEND;VALUE=DATE:20260503\r\n') +
			EVENT('DTSTART:20260502T100000Z\r\nDTEND:20260502T110000Z\r\nTRANSP:TRANSPARENT\r\n') +
			EVENT('DTSTART:20260502T120000Z\r\nDTEND:20260502T130000Z\r\nSTATUS:CANCELLED\r\n') +
			EVENT('DTSTART:20260409T120000Z\r\nDTEND:20260409T130000Z\r\n')
	);
	const { hours } = ok(await hoursFrom(text, '2026-05-02T00:00:00.000Z', '2026-05-04T18:00:00.000Z'));
	assert.deepEqual(
		hours.map((h) => [h.from, h.to]),
		[
			['2026-05-02T08:00:00.000Z', '2026-05-02T09:00:00.000Z'],
			['2026-05-02T17:00:00.000Z', '2026-05-02T20:00:00.000Z'],
			['2026-05-04T17:00:00.000Z', '2026-05-04T18:00:00.000Z']
		]
	);
});

test('what is no calendar is refused, and one bad event spoils nothing', async () => {
	const [a, b] = ['2026-05-02T00:00:00.000Z', '2026-05-03T00:00:00.000Z'];
	refused(await hoursFrom('hello', a, b), 422, /no iCalendar/);
	refused(await hoursFrom('', a, b), 422, /no iCalendar/);
	refused(await hoursFrom(ICS(''), b, a), 422, /between which/);
	refused(await hoursFrom(ICS(''), a, a), 422, /between which/);
	assert.deepEqual(ok(await hoursFrom(ICS(''), a, b)).hours, []);
	assert.deepEqual(
		ok(await hoursFrom(ICS(''), a, '2026-05-06T00:00:00.000Z')).hours,
		[],
		'as long as a plan may be'
	);
	refused(await hoursFrom(ICS(''), a, '2026-05-06T00:00:01.000Z'), 422, /between which/);
	const bad = ICS(
		EVENT('SUMMARY:no time at all\r\n') + EVENT('DTSTART:20260502T080000Z\r\nDTEND:20260502T090000Z\r\n')
	);
	assert.equal(ok(await hoursFrom(bad, a, b)).hours.length, 1);
	const forever = ICS(EVENT('DTSTART:20260101T080000Z\r\nDTEND:20260101T090000Z\r\nRRULE:FREQ=DAILY\r\n'));
	assert.equal(ok(await hoursFrom(forever, a, b)).hours.length, 1);
});

test('events that never come, that come since years, and zones that the file does not define', async () => {
	const [a, b] = ['2026-05-02T00:00:00.000Z', '2026-05-04T00:00:00.000Z'];
	const rule = (title: string, start: string, recurs: string, zone = '') =>
		EVENT(`SUMMARY:${title}\r\nDTSTART${zone}:${start}\r\nDURATION:PT30M\r\nRRULE:${recurs}\r\n`);
	// While a thread looks for the 30th of February the server answers others.
	let turns = 0;
	const ticking = setInterval(() => turns++, 20);
	const never = ok(
		await hoursFrom(
			ICS(
				rule('Watch that never comes', '20260101T080000Z', 'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30') +
					EVENT('DTSTART:20260502T080000Z\r\nDTEND:20260502T090000Z\r\n')
			),
			a,
			b
		)
	);
	clearInterval(ticking);
	assert.deepEqual([never.hours.length, never.leftOut], [1, ['Watch that never comes']]);
	assert.ok(turns > 20, `${turns} turns of the loop`);
	// Two days of each: none is lost because it began long ago.
	const since = async (start: string, recurs: string) =>
		ok(await hoursFrom(ICS(rule('x', start, recurs)), a, b)).hours.map((h) => h.from.slice(5, 16));
	assert.deepEqual(await since('20120103T080000Z', 'FREQ=DAILY'), ['05-02T08:00', '05-03T08:00']);
	assert.equal((await since('20200101T001500Z', 'FREQ=HOURLY')).length, 48);
	// Every third day since a Monday, every other week on Sunday: the phase stays.
	assert.deepEqual(await since('20260105T080000Z', 'FREQ=DAILY;INTERVAL=3'), ['05-02T08:00']);
	assert.deepEqual(await since('20191229T080000Z', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=SU'), ['05-03T08:00']);
	assert.deepEqual(await since('20191222T080000Z', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=SU'), []);
	// An event that began before the window and still goes on in it.
	const long = EVENT('DTSTART:20200101T200000Z\r\nDURATION:PT10H\r\nRRULE:FREQ=DAILY\r\n');
	const hours = ok(await hoursFrom(ICS(long), a, b)).hours.map((h) => h.from.slice(5, 16));
	assert.deepEqual(hours, ['05-02T00:00', '05-02T20:00', '05-03T20:00']);
	const many = Array.from({ length: 100 }, (_, k) =>
		rule(`e${k}`, `20200101T08${10 + (k % 50)}00Z`, 'FREQ=DAILY')
	);
	assert.equal(ok(await hoursFrom(ICS(many.join('')), a, b)).hours.length, 200);

	// By the rules of Lisbon, an hour ahead of UTC in May and none in January.
	const lisbon = rule('x', '20260110T080000', 'FREQ=DAILY', ';TZID=Europe/Lisbon');
	assert.equal(ok(await hoursFrom(ICS(lisbon), a, b)).hours[0].from, '2026-05-02T07:00:00.000Z');
	const harbour = ICS(EVENT('DTSTART;TZID=Harbour time:20260502T080000\r\nDURATION:PT1H\r\n'));
	const asked = await hoursFrom(harbour, a, b);
	refused(asked, 422, /in the time zone “Harbour time”, which neither the file nor this machine knows/);
	assert.equal(
		ok(await hoursFrom(harbour, a, b, 'America/New_York')).hours[0].from,
		'2026-05-02T12:00:00.000Z'
	);
	refused(await hoursFrom(harbour, a, b, 'Nowhere/At_all'), 422, /no time zone of the name/);
	refused(await hoursFrom(ICS(rule('x', '20260501T000000Z', 'FREQ=MINUTELY')), a, b), 422, /More events/);
});

test('the plan that no longer holds is named, with what departs from it; a planning that moved something says what', async () => {
	assert.equal(await behindNow(shop.db, now()), null, 'no plan goes on');
	const pack = await shop.pack({ name: 'Late one' });
	const charger = await shop.charger();
	const minutes = (min: number) => new Date(Date.now() + min * 60e3).toISOString();
	const run = (from: number) => ({
		jobId: `j-${pack.id}`,
		chargerId: charger.id,
		channelId: charger.channels[0].id,
		purpose: 'standard',
		currentA: 2,
		wear: 1,
		spans: [{ task: 'balance', from: minutes(from), likely: minutes(from + 50), to: minutes(from + 60) }]
	});
	const plan = ok(
		await createPlan(
			shop.db,
			input([job(pack.id)], {
				// The one that began first is the one that goes on.
				from: minutes(-120),
				until: minutes(300),
				hours: [{ from: minutes(-120), to: minutes(300), who: 'you', hands: true }],
				planned: [run(-12)]
			}),
			now()
		)
	);
	const behind = await behindNow(shop.db, now());
	assert.equal(behind?.id, plan.id);
	assert.match(behind!.departure, /^late start .*to come$/);
	const moved = 'Late one 20 min later; nothing else moves.';
	ok(await updatePlan(shop.db, plan.id, { ...plan, planned: [run(5)], plannedAt: now(), moved }));
	assert.equal(await behindNow(shop.db, now()), null);
	assert.equal((await nextInPlan(shop.db, now()))?.moved, moved);
	refused(await updatePlan(shop.db, plan.id, { ...plan, moved: 'x'.repeat(401) }), 422, /./);
	// One that has not begun departs from nothing.
	ok(await updatePlan(shop.db, plan.id, { ...plan, from: minutes(5), planned: [run(-12)] }));
	assert.equal(await behindNow(shop.db, now()), null);
	ok(await movePlan(shop.db, plan.id, true));
});
