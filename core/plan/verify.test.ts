/** The checker itself: one plan worked by hand has no fault, and each way to spoil it is named. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { TASTES, type Limit, type Placement, type Problem, type SlotJob, type Step } from './problem';
import { faultsOf } from './verify';

const limit = (id: string, kind: Limit['kind'], cap: number, taken: number[] = []): Limit => ({
	id,
	name: id,
	kind,
	cap,
	taken
});
const step = (kept: number, change: Partial<Step> = {}): Step => ({
	likely: kept,
	kept,
	rest: 0,
	divisible: false,
	draws: [{ limit: 3, amounts: [60, 40] }],
	stores: [{ store: 0, amount: 30 }],
	...change
});
const job = (id: string, steps: Step[], change: Partial<SlotJob> = {}): SlotJob => ({
	id,
	from: 1,
	due: 9,
	weight: 60,
	lateIsUseful: false,
	ways: [{ channel: 0, place: 0, holds: [2], steps, wear: 1 }],
	pinnedAt: null,
	...change
});
const problem = (jobs: SlotJob[], change: Partial<Problem> = {}): Problem => ({
	slotMin: 10,
	slots: 14,
	watched: Array.from({ length: 14 }, (_, s) => s >= 1 && s < 13),
	hands: Array.from({ length: 14 }, (_, s) => s >= 1 && s < 13),
	limits: [
		limit('channel', 'channel', 1),
		limit('hands', 'hands', 1),
		limit('board', 'board', 1),
		limit('watts', 'power', 100)
	],
	stores: [{ id: 's', name: 'battery', cap: 60 }],
	jobs,
	handsLimit: 1,
	walk: 0,
	taste: TASTES.usual,
	...change
});
const span = (from: number, to: number, of = 0, likely = to) => ({ step: of, from, likely, to });
const placed = (spans: Placement['spans'], acts: number[], change: Partial<Placement> = {}): Placement => ({
	job: 0,
	way: 0,
	start: spans[0]?.from ?? 0,
	spans,
	acts,
	end: spans.at(-1)?.to ?? 0,
	inTime: true,
	cost: 0,
	uses: [],
	stores: [],
	...change
});

/** A slot to connect and four kept: slots 2 to 6, unplugged in the last of them. */
const one = problem([job('a', [step(4)])]);
const good = placed([span(2, 7)], [2, 6]);
const of = (p: Placement, day: Problem = one) => faultsOf(day, [p]);
const spoilt = (change: Partial<Placement>, day?: Problem) => of({ ...good, ...change }, day).join('; ');

test('what is right has no fault, and neither has what is left out', () => {
	assert.deepEqual(of(good), []);
	assert.deepEqual(faultsOf(one, [null]), []);
	assert.deepEqual(of(placed([span(2, 7)], [2, 7])), [], 'unplugged in the slot after');
});

test('what a step draws counts from its first slot after connecting', () => {
	// It draws 60 in slot 3 and 40 from slot 4 on, of 100.
	const taken = (slot: number, amount: number) =>
		problem([job('a', [step(4)])], {
			limits: [
				...one.limits.slice(0, 3),
				limit(
					'watts',
					'power',
					100,
					Array.from({ length: 14 }, (_, s) => (s === slot ? amount : 0))
				)
			]
		});
	assert.deepEqual(of(good, taken(2, 100)), [], 'connecting draws nothing');
	assert.deepEqual(of(good, taken(3, 40)), []);
	assert.equal(of(good, taken(3, 41)).length, 1);
	assert.deepEqual(of(good, taken(4, 60)), []);
	assert.equal(of(good, taken(4, 61)).length, 1);
});

test('each of its own rules is looked at', () => {
	assert.match(spoilt({ way: 3 }), /no such way/);
	assert.match(spoilt({ spans: [] }), /nothing of it is done/);
	assert.match(spoilt({ spans: [span(2, 6)] }), /a: step 0 has 3 of 4 slots/);
	assert.match(spoilt({ spans: [span(2, 4), span(4, 8)], acts: [2, 4, 7] }), /step 0 is in 2 pieces/);
	const soon = problem([job('a', [step(4)], { from: 3 })]);
	assert.match(spoilt({}, soon), /begins in slot 2, may from 3/);
	assert.match(spoilt({}, problem([job('a', [step(4)], { pinnedAt: 3 })])), /not where it is pinned/);
	assert.deepEqual(of(good, problem([job('a', [step(4)], { pinnedAt: 2, from: 2, due: 7 })])), []);
	assert.match(spoilt({}, problem([job('a', [step(4)], { due: 6 })])), /in time or not is told wrongly/);
	assert.match(spoilt({ inTime: false }), /told wrongly.*of no use/);
	const late = problem([job('a', [step(4)], { due: 6, lateIsUseful: true })]);
	assert.deepEqual(of({ ...good, inTime: false }, late), []);
	assert.match(spoilt({ acts: [6] }), /nobody begins in slot 2/);
	assert.match(spoilt({ acts: [2, 5] }), /nobody unplugs it/);
	assert.match(spoilt({ spans: [span(0, 5)], acts: [0, 4] }), /nobody watches in slot 0.*no hands in slot 0/);
	assert.match(spoilt({ spans: [span(10, 15)], acts: [10, 12] }), /lies outside the plan/);
});

test('runs of one job follow each other in order, with their rest', () => {
	const day = problem([job('a', [step(2), step(2, { rest: 0 })])]);
	const two = (second: number) => placed([span(1, 4), span(second, second + 3, 1)], [1, second, second + 2]);
	assert.deepEqual(of(two(4), day), []);
	assert.match(of(two(3), day).join('; '), /step 1 begins before its rest is over; a: overlaps itself/);
	const resting = problem([job('a', [step(2, { rest: 2 }), step(2)])]);
	assert.deepEqual(of(two(6), resting), []);
	assert.match(of(two(5), resting).join('; '), /step 1 begins before its rest is over/);
	assert.match(of(placed([span(1, 4)], [1, 3]), day).join('; '), /step 1 has 0 of 2 slots/);
});

test('what is left off and gone on with connects each time, and its whole draw is kept for it', () => {
	const lead = step(4, { divisible: true, stores: [] });
	const day = problem([job('a', [lead])]);
	// Three and one, each with a slot to connect.
	const pieces = (to: number) => placed([span(1, 5), span(6, to)], [1, 4, 6, to - 1]);
	assert.deepEqual(of(pieces(8), day), []);
	assert.match(of(pieces(7), day).join('; '), /step 0 has 3 of 4 slots/);
	const short = problem([job('a', [lead])], {
		limits: one.limits.map((l) => (l.id === 'watts' ? { ...l, cap: 59 } : l))
	});
	assert.equal(of(pieces(8), short).filter((f) => f.startsWith('watts: 60 of 59')).length, 4);
});

test('nothing is used twice: channel, hands, board, watts by slot, a battery in all', () => {
	const two = problem([job('a', [step(4)]), job('b', [step(4)])], {
		limits: [
			limit('channel', 'channel', 2),
			limit('hands', 'hands', 1),
			limit('board', 'board', 2),
			limit('watts', 'power', 100)
		]
	});
	const beside = (from: number) => placed([span(from, from + 5)], [from, from + 4], { job: 1 });
	// 60 W in its first slot with current, 40 W in the rest: two at once are 100 W unless they begin
	// together.
	assert.deepEqual(faultsOf(two, [good, beside(3)]), []);
	assert.deepEqual(faultsOf(two, [good, beside(2)]), [
		'hands: 2 of 1 in slot 2',
		'hands: 2 of 1 in slot 6',
		'watts: 120 of 100 in slot 3'
	]);
	const with_ = (n: number, cap: number) => ({
		...two,
		limits: two.limits.map((l, k) => (k === n ? { ...l, cap } : l))
	});
	assert.match(faultsOf(with_(0, 1), [good, beside(3)]).join('; '), /^channel: 2 of 1 in slot 3;/);
	assert.match(faultsOf(with_(2, 1), [good, beside(3)]).join('; '), /^board: 2 of 1 in slot 3;/);
	assert.deepEqual(faultsOf({ ...two, stores: [{ id: 's', name: 'battery', cap: 59 }] }, [good, beside(3)]), [
		'battery: 60 of 59 in all'
	]);
	const taken = problem([job('a', [step(4)])], {
		limits: one.limits.map((l) => (l.id === 'watts' ? { ...l, taken: [0, 0, 0, 41] } : l))
	});
	assert.deepEqual(of(good, taken), ['watts: 101 of 100 in slot 3']);
});

test('one pair of hands walks between two places', () => {
	const at = (place: number, id: string) => {
		const j = job(id, [step(3, { draws: [], stores: [] })]);
		return { ...j, ways: [{ ...j.ways[0], place }] };
	};
	const limits = [limit('channel', 'channel', 2), limit('hands', 'hands', 1), limit('board', 'board', 2)];
	const day = (walk: number, pairs = 1) =>
		problem([at(0, 'a'), at(1, 'b')], {
			walk,
			limits: limits.map((l) => (l.kind === 'hands' ? { ...l, cap: pairs } : l))
		});
	const both = [placed([span(1, 5)], [1, 4]), placed([span(2, 6)], [2, 6], { job: 1 })];
	assert.deepEqual(faultsOf(day(0), both), []);
	const faults = faultsOf(day(1), both);
	assert.deepEqual(faults, ['a: after slot 1 hands would be at two places within the walk']);
	assert.equal(faultsOf(day(2), both).length, 3, 'from slot 2 to 4 and 4 to 6 as well');
	assert.deepEqual(faultsOf(day(2, 2), both), [], 'a second pair of hands need not walk');
});
