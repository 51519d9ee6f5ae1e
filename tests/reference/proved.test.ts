/**
 * Whatever is proposed holds, judged by figures and a simulation written apart from the rules: the first cases of `npm run prove`,
 * which goes through 200 000. And every press helps, or nearly.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { solve } from '../../core/program/solve';
import { drawCase } from '../../scripts/prove/cases';
import { broken } from '../../scripts/prove/invariants';
import { helpless } from '../../scripts/prove/press';

const CASES = 2000;
/** Every so many cases are pressed as well: each press is another answer. */
const PRESSED = 4;

test('of two thousand situations, ordinary and absurd, none gets an answer that breaks a limit, throws, or refuses without a reason', () => {
	let [proposed, pressed, unhelpful] = [0, 0, 0];
	for (let seed = 1; seed <= CASES; seed++) {
		const c = drawCase(seed);
		const s = solve(c.context, c.keyed);
		if (s.proposed) proposed++;
		const wrong = broken(c, s);
		assert.equal(wrong, null, `seed ${seed}`);
		if (seed % PRESSED) continue;
		pressed++;
		const press = helpless(c, s);
		assert.ok(!press?.includes('same press'), `seed ${seed}: ${press}`);
		if (press) unhelpful++;
	}
	assert.ok(proposed > CASES / 4, `${proposed} proposed`);
	// A press may lengthen a run beyond the charger's own timer, which only another forecast can tell.
	assert.ok(unhelpful <= pressed / 40, `${unhelpful} of ${pressed} presses did not help`);
});

test('the same seed is the same case, and its neighbours are others', () => {
	assert.deepEqual(drawCase(7), drawCase(7));
	const names = new Set(Array.from({ length: 20 }, (_, k) => JSON.stringify(drawCase(k + 1))));
	assert.equal(names.size, 20);
});
