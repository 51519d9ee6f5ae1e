import assert from 'node:assert/strict';
import { test } from 'node:test';
import { alarmsOf, type AlarmAnswer, type AlarmRun } from './alarms';

const START = '2026-05-02T17:00:00.000Z';
const at = (min: number, s = 0): string => new Date(Date.parse(START) + min * 60e3 + s * 1e3).toISOString();
const run = (change: Partial<AlarmRun> = {}): AlarmRun => ({
	id: 'r',
	mode: 'by hand',
	status: 'running',
	startedAt: START,
	endedAt: null,
	endReason: null,
	expectedMin: 60,
	expectedP95Min: 70,
	packName: 'Skua',
	where: 'Pier Two A',
	timerMin: 80,
	hasProbe: true,
	seen: [],
	...change
});
const HABITS = { everyMin: 10, unplugOrder: 'balance lead first' } as const;
const kinds = (
	r: AlarmRun,
	now: string,
	answers: AlarmAnswer[] = [],
	habits: Parameters<typeof alarmsOf>[2] = HABITS
) => alarmsOf(r, answers, habits, now).map((a) => a.kind);
const said = (kind: AlarmAnswer['kind'], minute: number, until: string | null = null): AlarmAnswer => ({
	kind,
	at: at(minute),
	until,
	said: ''
});

test('a person is asked for every so many minutes, counted from the last answer; 0 asks never', () => {
	assert.deepEqual(kinds(run(), at(9, 59)), []);
	assert.deepEqual(kinds(run(), at(10)), ['presence']);
	assert.deepEqual(kinds(run(), at(14), [said('presence', 5)]), []);
	assert.deepEqual(kinds(run(), at(15), [said('presence', 5)]), ['presence']);
	assert.deepEqual(kinds(run(), at(30), [said('presence', 5, at(31))]), [], 'put off');
	assert.deepEqual(kinds(run(), at(31), [said('presence', 5, at(31))]), ['presence']);
	assert.deepEqual(kinds(run(), at(30), [], { ...HABITS, everyMin: 0 }), []);
	assert.deepEqual(kinds(run(), at(1), [], { ...HABITS, everyMin: 1 }), ['presence']);
	const [asked] = alarmsOf(run(), [], HABITS, at(10));
	assert.equal(
		asked.sentence,
		'Are you with Skua on Pier Two A? Look, listen and smell; if all is normal, feel it with the back of your hand.'
	);
	const [linked] = alarmsOf(run({ mode: 'link' }), [], HABITS, at(10));
	assert.match(linked.sentence, /Look, listen and smell\.$/, 'a probe feels it');
	const [unfelt] = alarmsOf(run({ mode: 'link', hasProbe: false }), [], HABITS, at(10));
	assert.match(unfelt.sentence, /back of your hand/);
});

test('the end is announced when it is expected, and again a quarter of an hour after an answer, not before 95 of 100 end', () => {
	const here = (minute: number) => said('presence', minute);
	assert.deepEqual(kinds(run(), at(59, 59), [here(55)]), []);
	assert.deepEqual(kinds(run(), at(60), [here(55)]), ['end']);
	assert.deepEqual(kinds(run(), at(69), [here(65), said('end', 60)]), []);
	assert.deepEqual(kinds(run({ timerMin: null }), at(74, 59), [here(70), said('end', 60)]), []);
	assert.deepEqual(kinds(run({ timerMin: null }), at(75), [here(70), said('end', 60)]), ['end']);
	assert.deepEqual(kinds(run({ expectedMin: null }), at(65), [here(60)]), []);
	assert.deepEqual(kinds(run({ mode: 'link' }), at(65), [here(60)]), [], 'the link says it itself');
});

test('what is put off comes again when it was put off to: nobody was there meanwhile', () => {
	assert.deepEqual(kinds(run(), at(24), [said('presence', 21, at(25))]), []);
	assert.deepEqual(kinds(run(), at(25), [said('presence', 21, at(25))]), ['presence']);
	assert.deepEqual(kinds(run(), at(26), [said('presence', 21, at(25)), said('presence', 25)]), []);
	const here = said('presence', 62);
	assert.deepEqual(kinds(run(), at(64), [here, said('end', 60, at(65))]), []);
	assert.deepEqual(kinds(run(), at(65), [here, said('end', 60, at(65))]), ['end']);
});

test('the timer is announced five minutes before it cuts, until it is answered', () => {
	const answers = [said('presence', 74), said('end', 74)];
	assert.deepEqual(kinds(run(), at(74, 59), answers), []);
	assert.deepEqual(kinds(run(), at(75), answers), ['timer']);
	assert.deepEqual(kinds(run(), at(76), [...answers, said('timer', 75)]), []);
	assert.deepEqual(kinds(run({ timerMin: null }), at(76), answers), []);
});

test('a pack that is done is asked about until somebody says that it is unplugged, for half a day', () => {
	const ended = run({ status: 'ended', endedAt: at(60), endReason: 'full' });
	assert.deepEqual(kinds(ended, at(60)), ['connected']);
	const [alarm] = alarmsOf(ended, [], HABITS, at(61));
	assert.equal(
		alarm.sentence,
		'Skua on Pier Two A has ended: full. If it is still connected, unplug it: balance lead first, at the pack.'
	);
	assert.match(
		alarmsOf(ended, [], { ...HABITS, unplugOrder: 'main lead first' }, at(61))[0].sentence,
		/main lead first/
	);
	assert.deepEqual(kinds(ended, at(62), [said('connected', 61)]), []);
	assert.deepEqual(kinds(ended, at(62), [said('connected', 61, at(65))]), []);
	assert.deepEqual(
		kinds(ended, at(65), [said('connected', 61, at(65))]),
		['connected'],
		'put off, not answered'
	);
	assert.deepEqual(kinds(ended, at(60 + 12 * 60 - 1)), ['connected']);
	assert.deepEqual(kinds(ended, at(60 + 12 * 60)), []);
	assert.deepEqual(kinds(run({ status: 'ended' }), at(600)), [], 'nobody knows when');
});

test('what was seen on it is called out until it is answered; what is graver or new calls again', () => {
	const seen = (minute: number, severity: 'warn' | 'stop', stopped = false) => ({
		severity,
		sentence: `Seen at ${minute}.`,
		stopped,
		at: at(minute)
	});
	const linked = (...of: ReturnType<typeof seen>[]) => run({ mode: 'link', seen: of });
	const here = said('presence', 9);
	const [warned] = alarmsOf(linked(seen(5, 'warn')), [here], HABITS, at(10));
	assert.deepEqual(
		[warned.kind, warned.sentence, warned.answer],
		['seen', 'Skua on Pier Two A: Seen at 5.', 'I have looked']
	);
	const both = linked(seen(5, 'warn'), seen(8, 'stop'));
	assert.match(alarmsOf(both, [here], HABITS, at(10))[0].sentence, /Seen at 8\. Stop it now\.$/);
	assert.deepEqual(kinds(both, at(10), [here, said('seen', 9)]), []);
	assert.deepEqual(kinds(both, at(10), [here, said('seen', 6)]), ['seen'], 'the later one is new');
	assert.deepEqual(kinds(both, at(10), [here, said('seen', 9, at(12))]), [], 'put off');
	assert.deepEqual(kinds(both, at(12), [here, said('seen', 9, at(12))]), ['seen']);
	// What is new while the rest is put off was not put off.
	const more = linked(seen(5, 'warn'), seen(10, 'warn'));
	const [fresh] = alarmsOf(more, [here, said('seen', 9, at(15))], HABITS, at(10));
	assert.match(fresh.sentence, /Seen at 10\./);
	assert.deepEqual(kinds(more, at(11), [here, said('seen', 9, at(15)), said('seen', 10, at(15))]), []);
	const stopped = linked(seen(8, 'stop', true));
	assert.match(alarmsOf(stopped, [here], HABITS, at(10))[0].sentence, /told to stop\.$/);
	const over = { ...both, status: 'ended' as const, endedAt: at(9), endReason: 'stopped' as const };
	assert.deepEqual(kinds(over, at(10)), ['connected']);
});
