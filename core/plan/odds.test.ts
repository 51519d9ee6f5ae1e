/** Days that come otherwise, worked by hand: hands that do one thing at a time, walk, go home. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ACT_MIN, drawnMin, oneDay, outlookOf, type OddsRun, type OddsSpan } from './odds';

const span = (fromMin: number, likelyMin: number, change: Partial<OddsSpan> = {}): OddsSpan => ({
	fromMin,
	earlyMin: likelyMin - 10,
	likelyMin,
	lateMin: likelyMin + 20,
	step: 0,
	divisible: false,
	restMin: 0,
	...change
});
const run = (jobId: string, spans: OddsSpan[], change: Partial<OddsRun> = {}): OddsRun => ({
	jobId,
	channelId: jobId,
	packIds: [jobId],
	place: 0,
	spans,
	dueMin: null,
	...change
});
const all = [{ fromMin: 0, toMin: 300, hands: true }];
/** Everything takes as long as it is likely to. */
const likely = () => 0;

test('a length lies between its percentiles: likely, early, late, and never next to nothing', () => {
	assert.equal(drawnMin(span(0, 60), 0), 60);
	assert.equal(drawnMin(span(0, 60), 1.645), 80);
	assert.equal(drawnMin(span(0, 60), -1.645), 50);
	assert.equal(drawnMin(span(0, 60), -100), 12);
});

test('two starts at once follow each other; at two places there is the walk between them', () => {
	const runs = [run('a', [span(0, 60)]), run('b', [span(0, 60)], { place: 1 })];
	const over = (walkMin: number) => oneDay(runs, all, likely, walkMin).get('b');
	assert.equal(over(0), 2 * ACT_MIN + 60);
	assert.equal(over(7), 2 * ACT_MIN + 7 + 60);
	const near = [runs[0], { ...runs[1], place: 0 }];
	assert.equal(oneDay(near, all, likely, 7).get('b'), 2 * ACT_MIN + 60, 'at one place nobody walks');
});

test('what would not be over before everybody goes is not begun; lead is left off and gone on with', () => {
	const evening = [
		{ fromMin: 0, toMin: 60, hands: true },
		{ fromMin: 200, toMin: 300, hands: true }
	];
	assert.equal(oneDay([run('a', [span(0, 90)])], evening, likely).has('a'), false);
	const lead = run('l', [span(0, 90, { divisible: true }), span(200, 90, { divisible: true })]);
	// 55 of its 90 minutes in the evening, 35 in the morning.
	assert.equal(oneDay([lead], evening, likely).get('l'), 200 + ACT_MIN + 35);
});

test('the next run of a job waits for its rest, and is not begun where the one before was not finished', () => {
	const steps = [span(0, 30), span(35, 30, { step: 1, restMin: 20 })];
	assert.equal(oneDay([run('a', steps)], all, likely).get('a'), ACT_MIN + 30 + 20 + ACT_MIN + 30);
	const short = [{ fromMin: 0, toMin: 34, hands: true }];
	assert.equal(oneDay([run('a', steps)], short, likely).size, 0);
});

test('a run that ends on time in one half of the days is done in one half of them', () => {
	const { byJob, all: every } = outlookOf(
		[run('a', [span(0, 60)], { dueMin: 60 + ACT_MIN }), run('b', [span(100, 60)])],
		all,
		{ tries: 2000, counted: new Set(['b']) }
	);
	assert.ok(Math.abs(byJob.get('a')! - 0.5) < 0.04, String(byJob.get('a')));
	assert.equal(byJob.get('b'), 1);
	assert.equal(every, 1);
});

test('what is over before its next piece is no end of the job while another run of it is to come', () => {
	const spans = [
		span(0, 30, { divisible: true }),
		span(60, 30, { divisible: true }),
		span(100, 30, { step: 1 })
	];
	const early = [{ fromMin: 0, toMin: ACT_MIN + 30, hands: true }];
	assert.equal(oneDay([run('a', spans)], early, likely).size, 0);
	assert.equal(oneDay([run('a', spans)], all, likely).get('a'), 100 + ACT_MIN + 30);
	// A last piece of which nothing is left: done when the piece before it was.
	assert.equal(oneDay([run('a', spans.slice(0, 2))], all, likely).get('a'), ACT_MIN + 30);
});
