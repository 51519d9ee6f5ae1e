/**
 * A seeded cut of `npm run ageing`: bands cover the truth about as often as they say, worn packs
 * go in time, sound ones stay.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { runAgeing } from '../support/ageing-figures';

test('fifty packs that age in a known way', () => {
	const f = runAgeing(50, 2.5, 5001);
	const share = (n: number, of: number) => n / Math.max(1, of);
	// Nine of ten is what is said; of fifty, five standard errors are a fifth.
	for (const [n, of, what] of [
		[f.capacityCovered, f.capacities, 'capacity now'],
		[f.pastCovered, f.pasts, 'capacity a year ago'],
		[f.aheadCovered, f.aheads, 'capacity in half a year'],
		[f.ohmCovered, f.ohms, 'resistance'],
		[f.leakCovered, f.leaks, 'leaks']
	] as const)
		assert.ok(share(n, of) >= 0.8, `${what}: ${n} of ${of}`);
	assert.ok(f.capacityWidth < 0.09, `a band that is too wide says nothing: ${f.capacityWidth}`);
	assert.ok(f.worn >= 6, `${f.worn} worn`);
	assert.ok(f.namedInTime >= f.wornAndThrough - 1, `${f.namedInTime} of ${f.wornAndThrough} in time`);
	assert.ok(f.falseGoAtAll <= 2, `${f.falseGoAtAll} told to go too early`);
	assert.equal(f.falseShorts, 0);
	assert.ok(share(f.shortsNamed, f.shorts) >= 0.8, `${f.shortsNamed} of ${f.shorts} soft shorts`);
});
