/** What became of a plan, worked by hand: begun, late, long, failed, done. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aJob } from '../../tests/support/plan-job';
import type { Job, PlannedRun } from './plan';
import {
	changesOf,
	comingActs,
	departureOf,
	deviation,
	onTime,
	progressOf,
	settledNow,
	type JudgedRun,
	type Progress
} from './reality';

const at = (clock: string) => `2026-05-02T${clock}:00.000Z`;
const job = aJob('p', { id: 'j', due: at('21:00') });
const span = (task: PlannedRun['spans'][number]['task'], from: string, likely: string, to: string) => ({
	task,
	from: at(from),
	likely: at(likely),
	to: at(to)
});
const planned = (...spans: PlannedRun['spans']): PlannedRun => ({
	jobId: 'j',
	chargerId: 'c',
	channelId: 'a',
	purpose: 'standard',
	currentA: 2.2,
	limited: false,
	wear: 1,
	inTime: true,
	spans
});
const plain = planned(span('balance', '19:00', '20:00', '20:10'));
const run = (change: Partial<JudgedRun>): JudgedRun =>
	({
		id: 'r',
		packId: 'p',
		joined: [],
		chargerId: 'c',
		channelId: 'a',
		task: 'balance',
		status: 'ended',
		startedAt: at('19:02'),
		endedAt: at('20:01'),
		endReason: 'full',
		sound: true,
		expectedMin: 58,
		...change
	}) as JudgedRun;
const plan = { from: at('18:30'), madeAt: at('12:00') };
const of = (
	runs: JudgedRun[],
	now: string,
	own: PlannedRun | null = plain,
	change: Partial<Job> = {}
): Progress => progressOf({ ...job, ...change }, own, plan, runs, at(now));

test('to come, and by how much it is late', () => {
	assert.deepEqual(of([], '18:50'), { state: 'to come', lateMin: -10 });
	assert.deepEqual(of([], '19:12'), { state: 'to come', lateMin: 12 });
	assert.deepEqual(of([], '18:50', null), { state: 'not planned' });
	assert.deepEqual(of([], '18:50', plain, { doneAt: at('18:00') }), { state: 'ticked off', at: at('18:00') });
});

test('running, and by how much its end moved', () => {
	const open = run({ status: 'running', endedAt: null, endReason: null, startedAt: at('19:10') });
	assert.deepEqual(of([open], '19:30'), {
		state: 'running',
		runId: 'r',
		laterMin: 8,
		likelyEnd: at('20:08')
	});
	// Past its expected end it is over at any moment, and not before.
	assert.equal((of([open], '20:30') as { laterMin: number }).laterMin, 30);
});

test('what begins the very minute for which it was planned is its own', () => {
	const open = run({ status: 'running', endedAt: null, endReason: null, startedAt: plan.from });
	assert.equal(of([open], '18:40').state, 'running');
});

test('done by a sound end of its own pack, whoever started it; another pack, task or day is another matter', () => {
	assert.equal(of([run({})], '20:05').state, 'done');
	assert.equal(of([run({ packId: 'q', joined: ['p'] })], '20:05').state, 'done');
	assert.equal(of([run({ packId: 'q' })], '20:05').state, 'to come');
	assert.equal(of([run({ task: 'storage' })], '20:05').state, 'to come');
	assert.equal(
		of([run({ startedAt: at('11:00'), endedAt: at('11:50') })], '18:50').state,
		'to come',
		'before the plan was made'
	);
	assert.equal(
		of([run({ startedAt: at('17:00'), endedAt: at('17:50') })], '18:50').state,
		'done',
		'begun early'
	);
	assert.equal(of([run({})], '20:05', plain, { notBefore: at('19:30') }).state, 'to come', 'used meanwhile');
});

test('an end that is none is a failure, until it is planned again', () => {
	assert.equal(of([run({ endReason: 'timer' })], '20:05').state, 'failed');
	const again = planned(span('balance', '20:20', '21:10', '21:20'));
	assert.equal(of([run({ endReason: 'timer' })], '20:05', again).state, 'to come');
});

test('a “full” that does not fit its figures does no job', () => {
	assert.equal(of([run({ sound: false })], '20:05').state, 'failed');
	assert.equal(
		of([run({ sound: false }), run({ id: 's', startedAt: at('20:10'), endedAt: at('20:40') })], '20:45')
			.state,
		'done'
	);
});

test('what is left off in the evening did not fail, and goes on in the morning', () => {
	const twice = planned(span('charge', '19:00', '21:55', '22:00'), {
		task: 'charge',
		from: '2026-05-03T08:00:00.000Z',
		likely: '2026-05-03T11:00:00.000Z',
		to: '2026-05-03T11:30:00.000Z'
	});
	const evening = run({ task: 'charge', endReason: 'stopped', endedAt: at('21:58') });
	assert.equal(of([evening], '22:10', twice).state, 'to come');
	assert.equal(progressOf(job, twice, plan, [evening], '2026-05-03T07:50:00.000Z').state, 'to come');
	assert.equal(
		of(
			[run({ task: 'charge', endReason: 'stopped' })],
			'20:05',
			planned(span('charge', '19:00', '20:00', '20:10'))
		).state,
		'failed'
	);
});

test('a check of several runs is done with its last', () => {
	const check = planned(
		span('balance', '19:00', '19:30', '19:40'),
		span('discharge', '20:10', '21:00', '21:10'),
		span('storage', '21:40', '22:00', '22:10')
	);
	const first = run({ endedAt: at('19:31') });
	const second = run({
		id: 's',
		task: 'discharge',
		startedAt: at('20:10'),
		endedAt: at('21:02'),
		endReason: 'end voltage'
	});
	const third = run({ id: 't', task: 'storage', startedAt: at('21:40'), endedAt: at('22:00') });
	assert.equal(of([first], '19:40', check).state, 'to come');
	assert.equal(of([first, second], '21:10', check).state, 'to come');
	assert.equal(of([first, second, third], '22:05', check).state, 'done');
});

test('the rest is planned anew after a missed start, a run that takes longer than was kept for it, a failure', () => {
	const why = (p: Progress) => deviation(new Map([['j', p]]), [plain]);
	assert.equal(why({ state: 'to come', lateMin: 10 }), null);
	assert.equal(why({ state: 'to come', lateMin: 11 }), 'late start');
	const running = (laterMin: number): Progress => ({
		state: 'running',
		runId: 'r',
		laterMin,
		likelyEnd: null
	});
	assert.equal(why(running(20)), null, 'ten minutes were kept, ten more are nobody’s');
	assert.equal(why(running(21)), 'long run');
	assert.equal(why({ state: 'failed', runId: 'r', at: at('20:00'), endReason: 'timer' }), 'failed');
	assert.equal(
		deviation(new Map([['j', { state: 'failed', runId: 'r', at: at('20:00'), endReason: 'timer' }]]), []),
		null
	);
});

test('only what changed is named', () => {
	const moved = { ...plain, spans: [span('balance', '19:15', '20:15', '20:25')] };
	assert.deepEqual(changesOf([plain], [plain]), []);
	assert.deepEqual(changesOf([plain], [moved]), [
		{ jobId: 'j', movedMin: 15, channel: false, pace: false, became: null }
	]);
	const byAMinute = { ...plain, spans: [span('balance', '19:01', '20:01', '20:11')] };
	assert.equal(changesOf([plain], [byAMinute])[0]?.movedMin, 1, 'a minute is a change');
	assert.equal(changesOf([plain], [])[0].became, 'left out');
	assert.deepEqual(changesOf([], [plain]), [
		{ jobId: 'j', movedMin: null, channel: false, pace: false, became: 'in time' }
	]);
	assert.equal(changesOf([plain], [{ ...plain, inTime: false }])[0].became, 'late');
	assert.equal(changesOf([plain], [{ ...plain, channelId: 'b' }])[0].channel, true);
	assert.equal(changesOf([plain], [{ ...plain, purpose: 'hurry' }])[0].pace, true);
});

test('acts that are over are not asked for again', () => {
	const kinds = (p: Progress, now: string) => comingActs([plain], () => p, at(now)).map((a) => a.kind);
	assert.deepEqual(kinds({ state: 'to come', lateMin: 0 }, '18:50'), ['begin', 'unplug']);
	assert.deepEqual(kinds({ state: 'to come', lateMin: 90 }, '20:30'), ['begin'], 'still to be begun');
	assert.deepEqual(kinds({ state: 'running', runId: 'r', laterMin: 0, likelyEnd: null }, '19:30'), [
		'unplug'
	]);
	assert.deepEqual(
		kinds({ state: 'running', runId: 'r', laterMin: 0, likelyEnd: null }, '20:30'),
		['unplug'],
		'still connected'
	);
	const [unplug] = comingActs([plain], () => ({ state: 'to come', lateMin: 0 }), at('18:50')).slice(-1);
	const due = { state: 'to come', lateMin: 60 } as const;
	const left = comingActs([plain], () => due, unplug.at).map((a) => a.kind);
	assert.deepEqual(left, ['begin'], 'what is due this very minute is not still ahead');
	assert.deepEqual(kinds({ state: 'done', runId: 'r', at: at('20:00') }, '20:30'), []);
});

test('a run that takes its time keeps its channel as much longer, and is late no more once the rest is planned anew', () => {
	const late = (laterMin: number): Progress => ({ state: 'running', runId: 'r', laterMin, likelyEnd: null });
	const settled = (p: Progress, run = plain) => settledNow([run], () => p)[0].spans;
	const [moved] = settled(late(35));
	assert.deepEqual([moved.from, moved.likely, moved.to], [at('19:00'), at('20:35'), at('20:45')]);
	// Ten minutes are kept for it anyway.
	assert.deepEqual(settled(late(10)), plain.spans);
	assert.equal(settled(late(11))[0].to, at('20:21'));
	assert.deepEqual(settled({ state: 'done', runId: 'r', at: at('20:40') }), plain.spans);
	const parts = planned(span('charge', '19:00', '20:00', '20:00'), span('charge', '21:00', '21:30', '21:40'));
	assert.deepEqual(
		settledNow([parts], () => late(60))[0],
		parts,
		'what is left off and gone on with has its own pieces'
	);
	const again = settledNow([plain], () => late(35));
	assert.equal(deviation(new Map([['j', late(0)]]), again), null);
});

test('a departure has one name as long as nothing else happens', () => {
	const running: Progress = { state: 'running', runId: 'r', laterMin: 40, likelyEnd: null };
	const name = departureOf('long run', at('19:00'), [['j', running]]);
	assert.equal(name, departureOf('long run', at('19:00'), [['j', { ...running, laterMin: 41 }]]));
	assert.notEqual(name, departureOf('long run', at('20:00'), [['j', running]]));
	assert.notEqual(name, departureOf('late start', at('19:00'), [['j', running]]));
	assert.notEqual(
		name,
		departureOf('long run', at('19:00'), [['j', { state: 'done', runId: 'r', at: at('20:00') }]])
	);
	assert.equal(departureOf(null, at('19:00'), [['j', running]]), '');
});

test('what went on already when the plan was made is the job, where it brings what the job wants', () => {
	const began = { startedAt: at('11:40'), endedAt: null, endReason: null, status: 'running' as const };
	const state = (change: Partial<JudgedRun>, own: Partial<Job> = {}, span_: PlannedRun | null = plain) =>
		progressOf({ ...job, ...own }, span_, plan, [run({ ...began, ...change })], at('12:30')).state;
	assert.equal(state({}), 'running');
	assert.equal(state({}, {}, null), 'running');
	assert.equal(state({ task: 'charge' }), 'running', 'another way to fill it');
	assert.equal(state({ task: 'storage' }), 'to come', 'it does not fill it');
	assert.equal(state({ task: 'storage' }, { goal: 'storage' }), 'running');
	assert.equal(state({}, { goal: 'storage' }), 'to come');
	assert.equal(state({ task: 'discharge' }, { goal: 'discharge' }), 'running');
	assert.equal(
		state({ task: 'discharge' }, { goal: 'capacity check' }),
		'to come',
		'a check is its own runs'
	);
	assert.equal(state({}, { usedByThen: true }), 'to come', 'it is used in between');
	assert.equal(state({}, { notBefore: at('12:10') }), 'to come', 'it is out until then, whatever goes on');
	const over = (endedAt: string, change: Partial<JudgedRun> = {}, own: Partial<Job> = {}) =>
		state({ status: 'ended', endedAt, endReason: 'full', ...change }, own);
	assert.equal(over(at('12:20')), 'done');
	assert.equal(over(at('12:20'), { task: 'charge' }), 'done');
	assert.equal(over(at('12:00')), 'to come', 'it was over when the plan was made');
	assert.equal(over(at('12:20'), {}, { notBefore: at('12:25') }), 'to come', 'it was out until then');
	assert.equal(over(at('12:20'), { endReason: 'timer' }), 'to come', 'what is planned later is another try');
});

test('what runs is in time as long as it is likely over by then; whose end nobody knows is not called so', () => {
	const running = (likelyEnd: string | null): Progress => ({
		state: 'running',
		runId: 'r',
		laterMin: 0,
		likelyEnd
	});
	assert.equal(onTime(job, running(at('21:00'))), true);
	assert.equal(onTime(job, running(at('21:01'))), false);
	assert.equal(onTime(job, running(null)), false);
	assert.equal(onTime({ ...job, due: null }, running(null)), true, 'by no time it is never late');
	const done = (clock: string): Progress => ({ state: 'done', runId: 'r', at: at(clock) });
	assert.deepEqual([onTime(job, done('20:50')), onTime(job, done('21:10'))], [true, false]);
	assert.equal(onTime(job, { state: 'ticked off', at: at('22:00') }), true, 'a person said so');
	assert.equal(onTime(job, { state: 'to come', lateMin: 0 }), null);
	assert.equal(onTime(job, { state: 'failed', runId: 'r', at: at('20:00'), endReason: 'timer' }), null);
});
