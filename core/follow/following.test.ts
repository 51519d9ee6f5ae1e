import assert from 'node:assert/strict';
import { test } from 'node:test';
import { trueRuns } from '../../scripts/follow/case';
import { normal, uniform } from '../simulate/random';
import { Following } from './following';
import { fitted, logDensity, pointOf, standard } from './gaussian';

test('a normal distribution of several numbers: density in closed form, and what is fitted is what was drawn from', () => {
	const two = standard(2);
	assert.ok(Math.abs(logDensity(two, Float64Array.of(1, 2)) - (-Math.log(2 * Math.PI) - 2.5)) < 1e-12);
	const next = normal(uniform(3));
	const drawn = Array.from({ length: 20_000 }, () => {
		const [a, b] = [next(), next()];
		return Float64Array.of(1 + 2 * a, -3 + a + 0.5 * b);
	});
	const g = fitted(drawn, new Float64Array(drawn.length).fill(1 / drawn.length), 1, 1e-6);
	assert.ok(Math.abs(g.mean[0] - 1) < 0.05 && Math.abs(g.mean[1] + 3) < 0.05);
	// Covariance [[4, 2], [2, 1.25]]: its factor is [[2], [1, 0.5]].
	assert.ok(Math.abs(g.lower[0][0] - 2) < 0.05);
	assert.ok(Math.abs(g.lower[1][0] - 1) < 0.03);
	assert.ok(Math.abs(g.lower[1][1] - 0.5) < 0.03);
	const point = pointOf(g, next);
	assert.ok(logDensity(g, point) < logDensity(g, g.mean));
	assert.ok(
		Math.abs(logDensity(g, g.mean) - (-Math.log(2 * Math.PI) - Math.log(1))) < 0.05,
		'a determinant of 1'
	);
});

test('without a look it is the forecast; each look narrows what it tells of, and the same looks say the same', () => {
	const [run] = trueRuns('lipo', 1);
	const { resolved, settings, forecast } = run.solution;
	const f = new Following(resolved, settings);
	const before = f.end(0).minute;
	assert.ok(Math.abs(before.median / forecast!.timeMin.median - 1) < 0.05, `${before.median}`);
	const half = Math.round(run.endMin / 2);
	const startBefore = f.learnedOf().startSoc;
	assert.ok(Math.abs(startBefore.now.mean - startBefore.before.mean) < 0.02);
	const looks = [
		{ minute: 8, what: 'packV' as const, value: run.screen('packV', 8) },
		{ minute: half, what: 'packV' as const, value: run.screen('packV', half) }
	];
	f.tell(looks);
	const { startSoc } = f.learnedOf();
	assert.ok(startSoc.now.sigma < startSoc.before.sigma, 'the charge at the start is known better');
	const once = JSON.stringify(f.shouldRead(half));
	f.tell([]);
	f.tell(looks);
	const again = f.shouldRead(half)!;
	const first = JSON.parse(once) as typeof again;
	assert.ok(Math.abs(again.packV.median - first.packV.median) < 0.01);
	assert.equal(f.shouldRead(10 * run.endMin), null, 'it is over long before');
	const late = f.lastShown(10 * run.endMin);
	assert.ok(
		late.packV.median > f.shouldRead(half)!.packV.median,
		'an overdue screen is known by what it showed last'
	);
	assert.deepEqual(f.lastShown(half), f.shouldRead(half));
	assert.ok(f.end(10 * run.endMin).doneShare > 0.99);
	assert.equal(f.end(0).doneShare, 0);
});

test('how a lead charge ends is a matter of its resistance, which is believed less well known there unless it was measured', () => {
	const before = (chemistry: string, ohm: number | null) => {
		const [{ solution }] = trueRuns(chemistry, 1);
		const { resolved, settings } = solution;
		const cellResistancesOhm = ohm === null ? null : Array.from({ length: resolved.pack.cells }, () => ohm);
		const reading = { ...resolved.reading!, cellResistancesOhm };
		const { mean, sigma } = new Following({ ...resolved, reading }, settings).learnedOf().cellOhm.before;
		return sigma / mean;
	};
	const [lead, measured, lipo] = [before('lead', null), before('lead', 0.02), before('lipo', null)];
	assert.ok(lead > 0.285 && lead < 0.36, `${lead}`);
	assert.ok(lipo > 0.2 && lipo < 0.285, `${lipo}`);
	assert.ok(measured < 0.15, `${measured}`);
});

test('in the first minutes the band is as narrow as later: ten volts more are seen at once', () => {
	for (const [n, run] of trueRuns('lipo', 3).entries()) {
		const f = new Following(run.solution.resolved, run.solution.settings);
		// A charger that has not come up to its current yet shows little more than the pack at rest.
		const atRest = run.solution.resolved.reading!.cellVoltagesV!.reduce((a, b) => a + b);
		assert.ok(f.shouldRead(0.3)!.packV.least <= atRest, 'not yet at its current');
		assert.equal(f.shouldRead(0.3)!.currentA.least, 0);
		assert.ok(f.shouldRead(1)!.currentA.least > 0);
		for (const minute of [0, 0.2, 1, 3, 10]) {
			const { packV } = f.shouldRead(minute)!;
			const wide = packV.most - packV.least;
			assert.ok(wide < 0.25 * packV.median, `run ${n}, minute ${minute}: ${packV.least} to ${packV.most} V`);
		}
	}
});

test('one figure that was read wrong does not outweigh those that were read right', () => {
	const [, run] = trueRuns('lipo', 2);
	const f = new Following(run.solution.resolved, run.solution.settings);
	const at = (share: number) => Math.round(share * run.endMin);
	const right = [0.2, 0.4, 0.5, 0.6].map((s) => ({
		minute: at(s),
		what: 'packV' as const,
		value: run.screen('packV', at(s))
	}));
	f.tell(right);
	const honest = f.end(0).minute.median;
	f.tell([...right, { minute: at(0.65), what: 'packV', value: right[3].value - 1 }]);
	assert.ok(Math.abs(f.end(0).minute.median / honest - 1) < 0.06, 'a volt off moves the end by little');
});

test('followed with three figures from screens of packs nobody knows: the end is known better, the band holds, nothing is cried', () => {
	// A small cut of `npm run follow`, for whoever changes this file; every chemistry is held
	// against the best in tests/reference.
	const error = { untold: 0, told: 0 };
	let [inside, cried, all] = [0, 0, 0];
	for (const chemistry of ['lipo', 'nimh', 'leadgel'])
		for (const run of trueRuns(chemistry, 2)) {
			all++;
			const f = new Following(run.solution.resolved, run.solution.settings);
			error.untold += Math.abs(f.end(0).minute.median / run.endMin - 1);
			const looks = (['packV', 'chargeAh', 'packV'] as const).map((what, k) => {
				const minute = Math.floor(((k + 1) / 4) * run.endMin);
				return { minute, what, value: run.screen(what, minute) };
			});
			for (const [k, look] of looks.entries()) {
				const shows = f.shouldRead(look.minute);
				const e = shows?.[look.what];
				if (e && (look.value < e.least || look.value > e.most)) cried++;
				f.tell(looks.slice(0, k + 1));
			}
			const { p5, median, p95 } = f.end(0).minute;
			error.told += Math.abs(median / run.endMin - 1);
			if (run.endMin >= p5 && run.endMin <= p95) inside++;
		}
	assert.ok(error.told < 0.75 * error.untold, `${error.told} told, ${error.untold} untold`);
	assert.ok(inside >= 0.8 * all, `${inside} of ${all} inside`);
	assert.equal(cried, 0);
});

test('a look that is mended is another look, and so is the same figure at another minute or of another kind', () => {
	const [run] = trueRuns('lipo', 1);
	const { resolved, settings } = run.solution;
	const f = new Following(resolved, settings);
	const quarter = Math.round(run.endMin / 4);
	const told = (what: 'packV' | 'chargeAh' | 'currentA', minute: number, value: number) => {
		f.tell([{ minute, what, value }]);
		return f.end(0).minute.median;
	};
	const value = run.screen('packV', quarter);
	const first = told('packV', quarter, value);
	assert.ok(told('packV', 2 * quarter, value) > first + 1, 'it reads so only later: it will take longer');
	assert.ok(told('packV', quarter, value + 0.1) < first - 1, 'it reads more: it is nearer to its end');
	assert.equal(
		told('packV', quarter, value),
		told('packV', quarter, value),
		'and told again it is what it was'
	);
	assert.notEqual(told('chargeAh', quarter, 1), told('currentA', quarter, 1));
});
