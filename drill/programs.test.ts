/**
 * Programs to be set up by hand: every bench can be drawn, what the solver sets is right on it,
 * and what it refuses must be refused.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { solve } from '../core/program/solve';
import type { Overrides, SettingId } from '../core/request/settings';
import { GRADES } from './drills';
import { askedOf, judgeProgram, programBench } from './programs';

const benches = GRADES.flatMap((grade) =>
	Array.from({ length: 25 }, (_, seed) => ({ grade, seed, bench: programBench(grade, seed) }))
);
const keyedAs = (bench: ReturnType<typeof programBench>, change: Overrides = {}): Overrides => {
	const own = solve(bench.context);
	return { ...Object.fromEntries(askedOf(own).map((id) => [id, own.solved[id]])), ...change };
};

test('the same seed is the same bench; grades one and two can all be charged; the third hides things', () => {
	assert.deepEqual(programBench(2, 7), programBench(2, 7));
	assert.notDeepEqual(programBench(2, 7), programBench(2, 8));
	const refused = (grade: number) =>
		benches.filter((b) => b.grade === grade && !solve(b.bench.context).proposed).length;
	assert.equal(refused(1), 0);
	assert.ok(refused(2) <= 2, `${refused(2)}`);
	assert.ok(refused(3) >= 3, `${refused(3)}`);
	const trapped = benches.filter((b) => b.bench.trap !== null);
	assert.ok(trapped.length >= 6 && trapped.every((b) => b.grade === 3));
});

test('what would be set here is right and safe when it is keyed; to refuse it is safe and not right', () => {
	for (const { grade, seed, bench } of benches) {
		const own = solve(bench.context);
		const keyed = judgeProgram(bench, keyedAs(bench));
		const none = judgeProgram(bench, null);
		const where = `${grade}/${seed}`;
		assert.equal(none.safe, true, where);
		assert.equal(none.right, !own.proposed, where);
		assert.deepEqual([keyed.safe, keyed.right], [own.proposed, own.proposed], where);
	}
});

test('a cell more, ten times the current, an end too high: not safe; half the current: safe and too slow', () => {
	for (const { bench } of benches.filter((b) => b.grade === 1).slice(0, 10)) {
		const own = solve(bench.context);
		const { cells, currentA, endVoltageV } = own.solved;
		for (const wrong of [{ cells: cells + 1 }, { endVoltageV: endVoltageV + 0.15 }] satisfies Overrides[])
			assert.equal(judgeProgram(bench, keyedAs(bench, wrong)).safe, false, JSON.stringify(wrong));
		const slow = judgeProgram(
			bench,
			keyedAs(bench, { currentA: Math.max(0.1, Math.round(10 * currentA * 0.15) / 10), safetyTimerMin: 900 })
		);
		assert.equal(slow.right, false);
	}
});

test('only what the channel has is asked for, and always the current', () => {
	for (const { bench } of benches) {
		const asked = askedOf(solve(bench.context));
		const nickel = ['nimh', 'nicd'].includes(bench.context.pack.chemistry);
		assert.ok(asked.includes('currentA'));
		assert.equal(asked.includes('deltaV' satisfies SettingId), nickel);
		assert.equal(asked.includes('endVoltageV'), !nickel);
	}
});
