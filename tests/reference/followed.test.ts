/**
 * What three looks are worth against what they are worth at best: the posterior of somebody who knows the truth's own physics and
 * what it was drawn by (`scripts/follow/reference.ts`). A cut of `npm run follow -- --reference`; figures in docs/figures.md.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Following } from '../../core/follow/following';
import type { Look } from '../../core/log/look';
import { trueRuns, type TrueRun } from '../../scripts/follow/case';
import { referenceOf } from '../../scripts/follow/reference';

const looksAt = (run: TrueRun): Look[] =>
	(['packV', 'chargeAh', 'packV'] as const).map((what, k) => {
		const minute = Math.floor(((k + 1) / 4) * run.endMin);
		return { minute, what, value: run.screen(what, minute) };
	});

test('followed with three figures, not much worse than who knows everything but the pack', () => {
	const error = { untold: 0, told: 0, best: 0 };
	let [inside, itsInside, apart] = [0, 0, 0];
	const runs = [...trueRuns('lipo', 4), ...trueRuns('nimh', 2)];
	for (const run of runs) {
		const looks = looksAt(run);
		const f = new Following(run.solution.resolved, run.solution.settings);
		const off = (minute: number) => Math.abs(minute / run.endMin - 1);
		error.untold += off(f.end(0).minute.median);
		f.tell(looks);
		const { p5, median, p95 } = f.end(0).minute;
		const { endMin, unsure } = referenceOf(run, looks);
		apart += unsure / runs.length;
		error.told += off(median);
		error.best += off(endMin.median);
		if (run.endMin >= p5 && run.endMin <= p95) inside++;
		if (run.endMin >= endMin.p5 && run.endMin <= endMin.p95) itsInside++;
	}
	assert.ok(apart < 0.06, `two halves of the reference differ by ${apart} on average`);
	const said = `untold ${error.untold}, told ${error.told}, at best ${error.best}`;
	assert.ok(error.best < error.untold && error.told < error.untold, said);
	assert.ok(error.told < 1.5 * error.best, said);
	const all = `${inside} and ${itsInside} of ${runs.length}`;
	assert.ok(inside >= 0.65 * runs.length && itsInside >= 0.65 * runs.length, all);
});
