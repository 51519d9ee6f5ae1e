/** What is said of the visits to come holds whatever comes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { day } from '../../tests/support/day-in-marks';
import { uniform } from '../simulate/random';
import { Board } from './board';
import { visitsOf, type Placement } from './problem';
import { VisitsAhead } from './visits-ahead';

const SLOTS = 30;
/** A board on which hands do something in these slots. */
function boardOf(acts: readonly number[]): Board {
	const board = new Board(day('w'.repeat(SLOTS), [{}]));
	acts.forEach((s) => (board.used[board.problem.handsLimit * SLOTS + s] = 1));
	return board;
}
const visits = (acts: readonly number[]) => {
	const marks = new Uint8Array(SLOTS);
	acts.forEach((s) => (marks[s] = 1));
	return visitsOf(marks);
};
const of = (acts: number[]) => ({ acts }) as unknown as Placement;

test('gaps that are filled make visits fewer, as far as acts last', () => {
	const board = boardOf([2, 4, 7, 20]);
	for (const [acts, fewer] of [
		[0, 0],
		[1, 1],
		[2, 1],
		[3, 2],
		[14, 2],
		[15, 3]
	])
		assert.equal(new VisitsAhead(board, acts).mostFewer, fewer, `${acts} acts`);
});

test('an act is a visit of its own where acts do not reach to the next', () => {
	const ahead = new VisitsAhead(boardOf([10]), 3);
	// Two fill what lies between, the third is there itself.
	assert.equal(ahead.newFor(of([13])), 0);
	assert.equal(ahead.newFor(of([14])), 1);
	assert.equal(ahead.newFor(of([7])), 0);
	assert.equal(ahead.newFor(of([6])), 1);
	assert.equal(ahead.newFor(of([2, 4])), 1, 'another act may come between its own');
	assert.equal(ahead.newFor(of([2, 5])), 2);
	assert.equal(new VisitsAhead(boardOf([]), 3).newFor(of([0, 29])), 2);
	assert.equal(new VisitsAhead(boardOf([0, 29]), 3).newFor(of([3, 26])), 0);
});

test('whatever is put to what is there, visits do not become fewer than was said', () => {
	let [joined, alone] = [0, 0];
	for (let seed = 1; seed <= 4000; seed++) {
		const random = uniform(seed);
		const draw = (n: number) => Array.from({ length: n }, () => Math.floor(random() * SLOTS));
		const there = draw(1 + Math.floor(random() * 5));
		const own = [...new Set(draw(2))].sort((a, b) => a - b);
		// Half of the others come where they join something.
		const others = Array.from({ length: Math.floor(random() * 4) }, () => {
			const by = [...there, ...own][Math.floor(random() * (there.length + own.length))];
			return Math.max(0, Math.min(SLOTS - 1, by + Math.floor(random() * 7) - 3));
		});
		const ahead = new VisitsAhead(boardOf(there), own.length + others.length);
		const before = visits(there);
		const after = visits([...there, ...own, ...others]);
		const fresh = ahead.newFor(of(own));
		assert.ok(after >= before - ahead.mostFewer + fresh, `seed ${seed}: ${there} and ${own} and ${others}`);
		if (after === before - ahead.mostFewer && ahead.mostFewer > 0) joined++;
		if (fresh > 0 && after === before - ahead.mostFewer + fresh) alone++;
	}
	assert.ok(joined > 10 && alone > 100, `${joined} joined, ${alone} alone`);
});
