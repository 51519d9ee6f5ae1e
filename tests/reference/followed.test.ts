/**
 * What three looks are worth against what they are worth at best: the posterior of somebody who
 * knows the truth's own physics and what it was drawn by (`scripts/follow/reference.ts`). A cut of
 * `npm run follow`; figures in docs/figures.md.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { CHEMISTRY_IDS } from '../../core/chemistry/catalogue';
import { trueRuns } from '../../scripts/follow/case';
import { measure, type KeptReference } from '../../scripts/follow/measured';

const kept = readFileSync('tests/fixtures/follow-reference.jsonl', 'utf8')
	.split('\n')
	.filter(Boolean)
	.map((line) => JSON.parse(line) as KeptReference);
const knownOf = (chemistry: string, index: number) =>
	kept.find((k) => k.chemistry === chemistry && k.index === index)!.reference;

test('what is kept of the reference is what it says of these charges, and all thousand are', () => {
	for (const chemistry of CHEMISTRY_IDS)
		for (let k = 0; k < 125; k++) assert.ok(knownOf(chemistry, k), `${chemistry} ${k}`);
	for (const chemistry of ['lipo', 'nimh']) {
		const [run] = trueRuns(chemistry, 1);
		const { reference } = measure(run, chemistry, 0, true);
		const known = knownOf(chemistry, 0);
		assert.ok(
			// What is kept was found with limits of an earlier reckoning of the start; they cut a course
			// elsewhere now, so these widths are near it, not on it, until the thousand are measured again.
			Math.abs(reference!.end - known.end) < 0.15 * known.end,
			`${chemistry}: ${reference!.end}, kept ${known.end}`
		);
		assert.ok(Math.abs(reference!.charge - known.charge) < 0.5 * known.charge, chemistry);
		assert.equal(reference!.inside, known.inside);
	}
});

test('followed with three figures, of every chemistry: known better than before, and hardly worse than at best', () => {
	const all = CHEMISTRY_IDS.flatMap((chemistry) =>
		trueRuns(chemistry, 3).map((run, k) => measure(run, chemistry, k, knownOf(chemistry, k)))
	);
	const sum = (of: (m: (typeof all)[number]) => number) => all.reduce((s, m) => s + of(m), 0);
	const end = { untold: sum((m) => m.untold.end), told: sum((m) => m.told.end) };
	const best = { end: sum((m) => m.reference!.end), charge: sum((m) => m.reference!.charge) };
	assert.ok(end.told < 0.7 * end.untold, `untold ${end.untold}, told ${end.told}`);
	assert.ok(end.told < 1.3 * best.end, `told ${end.told}, at best ${best.end}`);
	const charge = sum((m) => m.told.charge);
	assert.ok(charge < 1.3 * best.charge, `charge ${charge}, at best ${best.charge}`);
	const inside = all.filter((m) => m.told.inside).length;
	assert.ok(inside >= 0.8 * all.length, `${inside} of ${all.length}`);
	assert.ok(all.every((m) => !m.cried));
	assert.ok(all.filter((m) => m.told.end > m.untold.end + 0.05).length <= 0.1 * all.length);
});
