/**
 * Plans against an exact model in another solver (HiGHS; optima of 118 days in a fixture, some
 * solved here again), against a checker that knows nothing of the search, and against days walked
 * through minute by minute. The whole sets: `npm run plans`.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { pricesFor } from '../../core/plan/bound';
import { placementsOf } from '../../core/plan/placements';
import { faultsOf } from '../../core/plan/verify';
import type { Placement } from '../../core/plan/problem';
import { bestPlan, drawnDay, foundPlan, smallDay, walkedPlans } from '../support/plans';

interface Known {
	seed: number;
	cost: number;
	inTime: number;
}
const OPTIMA: Known[] = readFileSync('tests/fixtures/plan-optima.txt', 'utf8')
	.split('\n')
	.filter((line) => line && !line.startsWith('#') && !line.endsWith('none'))
	.map((line) => line.split(' ').map(Number))
	.map(([seed, cost, inTime]) => ({ seed, cost, inTime }));

const early = (placed: readonly (Placement | null)[]) => placed.filter((p) => p?.inTime).length;
/** HiGHS stops within a hundredth of the best. */
const NEAR = 0.011;

test('small days: the same jobs in time as the best plan there is, its cost within two per cent, and no fault', () => {
	const days = OPTIMA.filter(({ seed }) => seed % 20 === 1);
	assert.ok(days.length >= 5);
	for (const { seed, cost, inTime } of days) {
		const problem = smallDay(seed);
		const placements = placementsOf(problem);
		const ours = foundPlan(problem, placements);
		assert.deepEqual(faultsOf(problem, ours.placed), [], `day ${seed}`);
		assert.ok(ours.cost <= 1.02 * cost + NEAR, `day ${seed}: ${ours.cost}, the best ${cost}`);
		assert.ok(early(ours.placed) >= inTime, `day ${seed}: ${early(ours.placed)} in time, the best ${inTime}`);
		const { bound } = pricesFor(problem, placements, ours.cost);
		assert.ok(bound <= cost + NEAR, `day ${seed}: nothing costs less than ${bound}, but ${cost} is there`);
		assert.ok(bound > 0);
	}
});

test('the exact model is what the fixture says it is', async () => {
	for (const seed of [5, 99]) {
		const known = OPTIMA.find((o) => o.seed === seed)!;
		const best = (await bestPlan(smallDay(seed)))!;
		assert.ok(Math.abs(best.cost - known.cost) < 0.02, `day ${seed}: ${best.cost} and ${known.cost}`);
		assert.equal(best.inTime, known.inTime);
	}
});

test('forty jobs on six channels: no fault, and no plan below the bound', () => {
	for (const seed of [5001, 5002]) {
		const problem = drawnDay(seed, { jobs: 40, channels: 6, slotMin: 5, hours: 9 });
		const placements = placementsOf(problem);
		const ours = foundPlan(problem, placements, { rounds: 400 });
		assert.deepEqual(faultsOf(problem, ours.placed), []);
		const { bound } = pricesFor(problem, placements, ours.cost, 20);
		assert.ok(bound > 0 && bound <= ours.cost);
		// Putting jobs in one after another, the weightiest first, is what a person would do.
		assert.ok(ours.cost < foundPlan(problem, placements, { rounds: 1 }).cost);
	}
});

test('the checker bites: whatever is moved, doubled or left out of a sound plan is found', () => {
	let [moved, found] = [0, 0];
	for (let seed = 1; seed <= 8; seed++) {
		const problem = smallDay(seed);
		const { placed } = foundPlan(problem, placementsOf(problem), { rounds: 400 });
		placed.forEach((p, j) => {
			if (!p) return;
			const spoil = (q: Partial<Placement>) =>
				faultsOf(
					problem,
					placed.map((own, k) => (k === j ? { ...p, ...q } : own))
				).length > 0;
			assert.ok(spoil({ acts: [] }), 'nobody there');
			assert.ok(spoil({ inTime: !p.inTime }), 'a lie about its time');
			assert.ok(spoil({ spans: p.spans.map((s) => ({ ...s, to: s.to - 1 })) }), 'cut short');
			assert.ok(spoil({ spans: p.spans.map((s) => ({ ...s, from: s.from - 40 })) }), 'before anybody came');
			assert.ok(spoil({ spans: [] }), 'nothing done');
			moved++;
			// On another's channel at another's time.
			const other = placed.find((q) => q && q !== p && q.start < p.end && p.start < q.end);
			if (!other) return void found++;
			const way = problem.jobs[other.job].ways[other.way];
			const crowded = {
				...problem,
				jobs: problem.jobs.map((job, k) =>
					k === j
						? { ...job, ways: job.ways.map((w, n) => (n === p.way ? { ...w, channel: way.channel } : w)) }
						: job
				)
			};
			const same = problem.jobs[j].ways[p.way].channel === way.channel;
			if (same || faultsOf(crowded, placed).length > 0) found++;
		});
	}
	assert.ok(moved > 30);
	assert.equal(found, moved);
});

test('days that are walked through come out as the plan said, within three points', () => {
	const { jobs, said, did } = walkedPlans(36);
	assert.ok(jobs > 180);
	assert.ok(Math.abs(said - did) < 0.03, `said ${said}, did ${did}`);
	assert.ok(did > 0.85);
});
