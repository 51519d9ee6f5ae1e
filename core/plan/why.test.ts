/** What there might be more of, and why a job is not in a plan; a day worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { foundPlan } from '../../tests/support/plans';
import { pricesFor } from './bound';
import { powerOf } from './outcome';
import type { Day } from './bench';
import { placementsOf } from './placements';
import { TASTES, WEIGHTS, type Limit, type Problem, type SlotJob, type Step } from './problem';
import { bindingsOf, helpOf, variantsOf, whyNot, type Binding } from './why';

const limit = (id: string, kind: Limit['kind'], cap: number): Limit => ({
	id,
	name: id,
	kind,
	cap,
	taken: []
});
const limits = [
	limit('channel', 'channel', 1),
	limit('hands', 'hands', 1),
	limit('board', 'board', 1),
	limit('lead', 'lead', 1),
	limit('watts', 'power', 100)
];
const step = (kept: number, change: Partial<Step> = {}): Step => ({
	likely: kept,
	kept,
	rest: 0,
	divisible: false,
	draws: [{ limit: 4, amounts: new Array<number>(kept).fill(60) }],
	stores: [],
	...change
});
const job = (id: string, kept: number, change: Partial<SlotJob> = {}): SlotJob => ({
	id,
	from: 0,
	due: null,
	weight: WEIGHTS.wanted,
	lateIsUseful: true,
	ways: [{ channel: 0, place: 0, holds: [2, 3], steps: [step(kept)], wear: 1 }],
	pinnedAt: null,
	...change
});
/** `w` somebody with hands, `.` nobody; slots of ten minutes. */
const day = (marks: string, jobs: SlotJob[], change: Partial<Problem> = {}): Problem => ({
	slotMin: 10,
	slots: marks.length,
	watched: [...marks].map((m) => m !== '.'),
	hands: [...marks].map((m) => m === 'w'),
	limits,
	stores: [],
	jobs,
	handsLimit: 1,
	walk: 0,
	taste: TASTES.usual,
	...change
});
const marksOf = (problem: Problem) => problem.watched.map((on) => (on ? 'w' : '.')).join('');
const held = (name: string, kind: Limit['kind']): Binding => ({ kind, name, from: 0, to: 1, worth: 1 });

test('half an hour is three slots of ten minutes, after the hours or before them; between them somebody watches', () => {
	const variants = variantsOf(day('....www....ww....', [job('a', 2)]), []);
	const of = (what: RegExp) => variants.find((v) => what.test(v.what))!.with;
	assert.equal(marksOf(of(/longer/)), '....wwwwww.wwwww.');
	assert.equal(marksOf(of(/sooner/)), '.wwwwww.wwwww....');
	const shorter = variantsOf(day('....www.....', [job('a', 2)], { slotMin: 20.3 }), []);
	assert.equal(
		marksOf(shorter.find((v) => /longer/.test(v.what))!.with),
		'....wwww....',
		'the nearest to it'
	);
	assert.equal(marksOf(of(/between/)), '....wwwwwwwww....');
	assert.deepEqual(of(/between/).hands, day('....www....ww....', []).hands, 'who watches has no hands');
	assert.equal(
		variantsOf(day('..www..', [job('a', 2)]), []).some((v) => /between/.test(v.what)),
		false
	);
});

test('more of what is short and of nothing else: a channel with its ways, a board, a lead, watts, hands', () => {
	const problem = day('wwwwwwww', [job('a', 2), job('b', 2)]);
	const all = [held('board', 'board'), held('lead', 'lead'), held('watts', 'power'), held('hands', 'hands')];
	const variants = variantsOf(problem, all);
	const caps = (what: RegExp) => variants.find((v) => what.test(v.what))!.with.limits.map((l) => l.cap);
	assert.deepEqual(caps(/balance board/), [1, 1, 2, 1, 100]);
	assert.deepEqual(caps(/of the lead/), [1, 1, 1, 2, 100]);
	assert.deepEqual(caps(/Half as much again/), [1, 1, 1, 1, 150]);
	assert.deepEqual(caps(/hands/), [1, 2, 1, 1, 100]);
	const another = variants.find((v) => /Another channel/.test(v.what))!.with;
	assert.deepEqual(
		another.jobs.map((j) => j.ways.map((w) => w.channel)),
		[
			[0, 5],
			[0, 5]
		]
	);
	assert.equal(another.limits[5].kind, 'channel');
	assert.equal(
		variantsOf(problem, []).some((v) => /board|lead|hands|again/.test(v.what)),
		false
	);
});

test('a board more helps where the board is short, and says whom; less wear is told as less', () => {
	const two = [...limits.slice(0, 4), limit('watts', 'power', 200), limit('second', 'channel', 1)];
	const ways = [0, 5].map((channel) => ({ channel, place: 0, holds: [2], steps: [step(4)], wear: 1 }));
	const problem = day('wwwwwwww', [job('a', 4, { ways }), job('b', 4, { ways, weight: 20 })], {
		limits: two
	});
	const placements = placementsOf(problem);
	const planned = foundPlan(problem, placements, { rounds: 400 });
	assert.deepEqual(
		planned.placed.map((p) => p?.inTime ?? false),
		[true, false],
		'what matters less is left'
	);
	assert.deepEqual(whyNot(problem, placements, planned, 1), { kind: 'crowded out', by: [0] });
	const prices = pricesFor(problem, placements, planned.cost);
	const bindings = bindingsOf(problem, prices);
	assert.ok(
		bindings.some((b) => b.kind === 'board'),
		JSON.stringify(bindings)
	);
	const board = variantsOf(problem, bindings).find((v) => /balance board/.test(v.what))!;
	const { help } = helpOf(problem, planned, board, 400, prices);
	assert.deepEqual([help!.gains, help!.losses, help!.wearLess], [[1], [], -1]);
	// Gentler where there is time: the same two jobs, one of which may take twice as long at half
	// the wear.
	const slow = { ...ways[0], steps: [step(9)], wear: 0.5 };
	const one = day('wwwwwwww...', [job('a', 4, { ways: [{ ...ways[0] }, slow] })], { limits: two });
	const plan = foundPlan(one, placementsOf(one), { rounds: 400 });
	const longer = variantsOf(one, []).find((v) => /longer/.test(v.what))!;
	const told = helpOf(one, plan, longer, 400, pricesFor(one, placementsOf(one), plan.cost));
	assert.equal(told.help!.wearLess, 0.5);
});

test('why a job is not in time, with its figures', () => {
	const why = (problem: Problem, j = 0) => {
		const placements = placementsOf(problem);
		return whyNot(problem, placements, foundPlan(problem, placements, { rounds: 200 }), j);
	};
	assert.deepEqual(why(day('wwww', [job('a', 2, { ways: [] })])), { kind: 'no way' });
	// A slot to connect and six kept; four are there.
	assert.deepEqual(why(day('.wwww.', [job('a', 6)])), {
		kind: 'too long',
		needsMin: 70,
		hasMin: 40,
		divisible: false
	});
	const lead = job('a', 9, {
		ways: [{ channel: 0, place: 0, holds: [], steps: [step(9, { divisible: true })], wear: 1 }]
	});
	assert.deepEqual(why(day('.www..www.', [lead])), {
		kind: 'too long',
		needsMin: 100,
		hasMin: 60,
		divisible: true
	});
	assert.deepEqual(why(day('..wwwwwwww', [job('a', 4, { due: 5 })])), { kind: 'too late', end: 7 });
	assert.deepEqual(why(day('..wwwwwwww', [job('a', 4, { pinnedAt: 0 })])), { kind: 'pinned' });
});

test('watts of a plan by slot: of what shares watts and of nothing else, what goes on already included', () => {
	const taken = limits.map((l) => (l.id === 'watts' ? { ...l, taken: [10, 10] } : l));
	const problem = day('wwwwww', [job('a', 2, { pinnedAt: 1 })], { limits: taken });
	const found = foundPlan(problem, placementsOf(problem), { rounds: 50 });
	const curves = powerOf({ problem } as Day, found.placed);
	assert.deepEqual(curves, [{ name: 'watts', capW: 100, watts: [10, 10, 60, 60, 0, 0] }]);
	assert.deepEqual(
		powerOf({ problem: day('www', []) } as Day, []),
		[],
		'where nothing is drawn there is no curve'
	);
});

test('what all of it would be worth less than a tenth of a charge is not named; of the rest the stretch that holds most of it', () => {
	const problem = day('wwwwwwwwww', [job('a', 2)]);
	const prices = (worths: Record<number, number>, l = 2) => {
		const of = new Float64Array(limits.length * problem.slots);
		for (const [s, w] of Object.entries(worths)) of[l * problem.slots + Number(s)] = w;
		return { bound: 0, of };
	};
	assert.deepEqual(bindingsOf(problem, prices({ 3: 0.0999 })), []);
	assert.deepEqual(bindingsOf(problem, prices({ 3: 0.105 })), [
		{ kind: 'board', name: 'board', from: 3, to: 4, worth: 0.105 }
	]);
	// What there is more of is worth so much more: a hundred watts at a thousandth each.
	assert.equal(bindingsOf(problem, prices({ 3: 0.002 }, 4))[0].worth, 0.2);
	const stretch = (worths: Record<number, number>) => {
		const [b] = bindingsOf(problem, prices(worths));
		return [b.from, b.to];
	};
	assert.deepEqual(stretch({ 1: 1, 2: 1, 6: 3 }), [6, 7], 'three slots without are too long a pause');
	assert.deepEqual(stretch({ 1: 1, 2: 1, 5: 1, 9: 2 }), [1, 6], 'two slots without are a pause');
	assert.deepEqual(stretch({ 1: 1, 2: 1, 8: 1 }), [1, 3]);
	// What is next to nothing is no part of a stretch.
	assert.deepEqual(stretch({ 1: 1, 2: 0.0001 }), [1, 2]);
	const names = (l: number) => bindingsOf(problem, prices({ 2: 1 }, l)).map((b) => b.name);
	assert.deepEqual([names(0), names(1), names(3)], [['the channels'], ['your hands'], ['lead']]);
	const both = prices({ 2: 1 });
	both.of[0 * problem.slots + 2] = 2;
	assert.deepEqual(
		bindingsOf(problem, both).map((b) => b.kind),
		['channel', 'board'],
		'the dearest first'
	);
});
