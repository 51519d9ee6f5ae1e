/** What is told of a plan that was found: moments, names, watts, odds. A day worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { foundPlan } from '../../tests/support/plans';
import { aCharger, aPack } from '../../tests/support/bench-chargers';
import { aJob } from '../../tests/support/plan-job';
import { dayOf, type Day, type PlanBench } from './bench';
import { ACT_MIN } from './odds';
import { heldOf, helpsOf, leftOutOf, oddsOf, oddsRunsOf, outcomeOf, watchOf } from './outcome';
import { placementsOf } from './placements';
import type { Job } from './plan';
import type { RunWay } from './run-way';

const FROM = '2026-05-02T18:00:00.000Z';
const at = (min: number) => new Date(Date.parse(FROM) + min * 60e3).toISOString();
const two = aCharger({ sharedPowerW: 100 });
const charger = {
	...two,
	channels: ['a', 'b'].map((id) => ({ ...two.channels[0], id, label: id, powerW: 80 }))
};
const bench: PlanBench = {
	chargers: [charger],
	supplies: [],
	inventory: null,
	packs: ['p1', 'p2', 'p3'].map((id) => ({ ...aPack({ cells: 4 }), id })),
	going: []
};
const job = (packId: string, change: Partial<Job> = {}): Job => aJob(packId, { due: at(60), ...change });
const stretch = (likelyMin: number, change: Partial<RunWay['steps'][number]> = {}) => ({
	task: 'balance' as const,
	earlyMin: likelyMin - 2,
	likelyMin,
	lateMin: likelyMin + 3,
	outputW: [40, 60],
	energyWh: 15,
	restMin: 0,
	divisible: false,
	...change
});
const way = (steps: RunWay['steps'], change: Partial<RunWay> = {}): RunWay => ({
	chargerId: charger.id,
	channelIds: ['a', 'b'],
	purpose: 'standard',
	currentA: 2,
	steps,
	wear: 1,
	balances: true,
	checks: 0,
	keyFirst: 0,
	withinW: null,
	...change
});
const hours = [{ from: at(0), to: at(180), who: 'you', hands: true }];
const planned = (jobs: Job[], ways: Record<string, RunWay[]>, until = 240) => {
	const day: Day = dayOf(
		{ from: FROM, until: at(until), hours },
		jobs,
		new Map(jobs.map((j) => [j.id, { ways: ways[j.id] ?? [], cannot: [] }])),
		bench,
		FROM
	);
	const placements = placementsOf(day.problem);
	return { day, placements, found: foundPlan(day.problem, placements, { rounds: 300 }) };
};
const plain = [way([stretch(20)])];

test('a plan in moments: what is in time, its wear, its visits, when all is over, watts by slot', () => {
	const { day, found } = planned([job('p1'), job('p2', { due: null })], { 'j-p1': plain, 'j-p2': plain });
	const { planned: runs, summary, power, curvesFrom, slotMin } = outcomeOf(day, found);
	assert.deepEqual([summary.jobs, summary.inTime, summary.late, summary.wear], [2, 2, 0, 1]);
	assert.deepEqual([curvesFrom, slotMin], [FROM, 5]);
	const last = Math.max(...runs.map((r) => Date.parse(r.spans[0].likely)));
	assert.equal(summary.overAt, new Date(last).toISOString());
	assert.ok(runs[0].spans[0].from <= runs[1].spans[0].from, 'the first first');
	assert.deepEqual(
		power.map((p) => p.capW),
		[100]
	);
	// 40 W in the first slot with current, 60 W in the four others that are kept for each.
	assert.equal(
		power[0].watts.reduce((a, b) => a + b, 0),
		2 * (40 + 4 * 60)
	);
	const none = planned([], {});
	assert.deepEqual(
		[
			none.found.placed.length,
			outcomeOf(none.day, none.found).summary.overAt,
			outcomeOf(none.day, none.found).summary.wear
		],
		[0, null, null]
	);
});

test('a discharge wears nothing that is counted among the charges', () => {
	const out = [way([stretch(20, { task: 'discharge' })], { wear: 0.4 })];
	const { day, found } = planned([job('p1'), job('p2')], { 'j-p1': plain, 'j-p2': out });
	assert.equal(outcomeOf(day, found).summary.wear, 1);
});

test('why one is not in time: too late with its moment, crowded out by whom, no way', () => {
	const slow = [way([stretch(90)])];
	const { day, placements, found } = planned([job('p1'), job('p2')], { 'j-p1': slow });
	const told = leftOutOf(day, placements, found);
	assert.deepEqual(told[1], { jobId: 'j-p2', late: false, why: { kind: 'no way' } });
	assert.equal(told[0].late, true, 'an hour and a half by seven is late');
	// A slot to connect, 93 min in nineteen slots; likely over after eighteen.
	assert.deepEqual(told[0].why, { kind: 'too late', at: at(5 * 20) });
	const one = [way([stretch(50)], { channelIds: ['a'] })];
	const crowd = planned([job('p1', { matters: 'must' }), job('p2')], { 'j-p1': one, 'j-p2': one }, 60);
	assert.deepEqual(leftOutOf(crowd.day, crowd.placements, crowd.found), [
		{ jobId: 'j-p2', late: false, why: { kind: 'crowded out', by: ['j-p1'] } }
	]);
});

test('odds are asked of stretches as they are planned: the rest before a run is that of the one before it', () => {
	const check = [way([stretch(20, { restMin: 15 }), stretch(30, { task: 'discharge', restMin: 7 })])];
	const { day, found } = planned([job('p1', { joined: ['p3'], due: null })], { 'j-p1': check });
	const [run] = oddsRunsOf(day, found.placed);
	assert.deepEqual(run.packIds, ['p1', 'p3']);
	assert.deepEqual(
		run.spans.map((s) => [s.step, s.restMin, s.earlyMin, s.likelyMin, s.lateMin, s.divisible]),
		[
			[0, 0, 18, 20, 23, false],
			[1, 15, 28, 30, 33, false]
		]
	);
	assert.equal(run.dueMin, null);
	assert.equal(run.spans[0].fromMin, 5 * found.placed[0]!.spans[0].from);
	const due = planned([job('p1')], { 'j-p1': plain });
	assert.equal(oddsRunsOf(due.day, due.found.placed)[0].dueMin, 60);
	assert.deepEqual(oddsRunsOf(due.day, [null]), []);
});

test('one with an hour too much is always done; one that must be quicker than usual hardly ever', () => {
	const easy = planned([job('p1')], { 'j-p1': plain });
	assert.deepEqual(oddsOf(easy.day, easy.found, hours), { byJob: { 'j-p1': 1 }, all: 1 });
	// Kept for 95 of 100: planned to the last slot, it is done on so many days.
	const due = 5 * (1 + 5);
	const tight = planned([job('p1', { due: at(due) })], { 'j-p1': plain });
	const odds = oddsOf(tight.day, tight.found, hours);
	assert.ok(odds.byJob['j-p1'] > 0.9 && ACT_MIN + 23 <= due, JSON.stringify(odds));
	const nobody = oddsOf(easy.day, easy.found, []);
	assert.equal(nobody.byJob['j-p1'], 0, 'nothing is begun where nobody is');
	assert.deepEqual(watchOf([{ from: at(-30), to: at(45), who: 'x', hands: false }], Date.parse(FROM)), [
		{ fromMin: -30, toMin: 45, hands: false }
	]);
});

test('what holds it up and what would help, in moments and jobs', () => {
	const { day } = planned([job('p1'), job('p2')], { 'j-p1': plain, 'j-p2': plain });
	assert.deepEqual(heldOf(day, [{ kind: 'hands', name: 'your hands', from: 2, to: 6, worth: 3 }]), [
		{ name: 'your hands', from: at(10), to: at(30), worth: 3 }
	]);
	assert.deepEqual(helpsOf(day, { what: 'x', gains: [1], losses: [0], wearLess: 0.2 }), {
		what: 'x',
		gains: ['j-p2'],
		losses: ['j-p1'],
		wearLess: 0.2
	});
});
