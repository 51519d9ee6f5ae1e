/**
 * Plans against the best there are (HiGHS, slots of ten minutes), large days, and days walked
 * through.
 *   npm run plans                days against their known optima, 10 large ones, 500 walked
 *   npm run plans -- --anew      finds the optima again, four minutes each at most; an hour or two
 *   npm run plans -- --unknown   looks half an hour for each optimum that is not known
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { pricesFor } from '../core/plan/bound';
import { placementsOf } from '../core/plan/placements';
import { planWithin } from '../core/plan/search';
import { faultsOf } from '../core/plan/verify';
import { bestPlan, drawnDay, foundPlan, smallDay, walkedPlans } from '../tests/support/plans';

const FILE = 'tests/fixtures/plan-optima.txt';
/** A hundred days at one place, and twenty with a walk. */
const DAYS = 120;
const [USUAL_S, LONG_S] = [240, 1800];
const clock = () => performance.now();
const median = (v: number[]) => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)];

if (process.argv.includes('--anew') || process.argv.includes('--unknown')) {
	const anew = process.argv.includes('--anew');
	const before = readFileSync(FILE, 'utf8').split('\n').filter(Boolean);
	const head = before.filter((l) => l.startsWith('#'));
	const lineOf = new Map(before.filter((l) => !l.startsWith('#')).map((l) => [Number(l.split(' ')[0]), l]));
	const seeds = Array.from({ length: DAYS }, (_, n) => n + 1);
	// Those that were never looked at come first: they are the quick ones.
	for (const seed of seeds.sort((a, b) => Number(lineOf.has(a)) - Number(lineOf.has(b)) || a - b)) {
		const line = lineOf.get(seed);
		if (!anew && line !== undefined && !line.endsWith('none')) continue;
		const best = await bestPlan(smallDay(seed), anew || line === undefined ? USUAL_S : LONG_S);
		lineOf.set(
			seed,
			best ? `${seed} ${best.cost.toFixed(4)} ${best.inTime} ${best.weightInTime}` : `${seed} none`
		);
		console.log(lineOf.get(seed));
		writeFileSync(
			FILE,
			[...head, ...[...lineOf].sort((a, b) => a[0] - b[0]).map(([, l]) => l), ''].join('\n')
		);
	}
}

const known = readFileSync(FILE, 'utf8')
	.split('\n')
	.filter((l) => l && !l.startsWith('#') && !l.endsWith('none'))
	.map((l) => l.split(' ').map(Number));
let [sameJobs, within, asGood, faulty] = [0, 0, 0, 0];
const times: number[] = [];
for (const [seed, cost, inTime, weight] of known) {
	const problem = smallDay(seed);
	const at = clock();
	const ours = foundPlan(problem, placementsOf(problem));
	times.push(clock() - at);
	const early = ours.placed.filter((p) => p?.inTime);
	const ourWeight = early.reduce((sum, p) => sum + problem.jobs[p!.job].weight, 0);
	if (early.length >= inTime && ourWeight >= weight) sameJobs++;
	if (ours.cost <= 1.02 * cost + 0.011) within++;
	if (ours.cost <= cost + 0.011) asGood++;
	if (faultsOf(problem, ours.placed).length) faulty++;
	if (ours.cost > 1.02 * cost + 0.011)
		console.log(
			`day ${seed}, ${problem.jobs.length} jobs: ${ours.cost.toFixed(2)} with ${early.length} in time, the best ${cost.toFixed(2)} with ${inTime}`
		);
}
console.log(
	`${known.length} days with a known best: ${sameJobs} with the same jobs in time, ${within} within 2 % of its cost, ${asGood} as good; ${faulty} with a fault; median ${median(times).toFixed(0)} ms, longest ${Math.max(...times).toFixed(0)}`
);

const gaps: number[] = [];
for (let seed = 1; seed <= 10; seed++) {
	const problem = drawnDay(5000 + seed, { jobs: 40, channels: 6, slotMin: 5, hours: 9 });
	const at = clock();
	const placements = placementsOf(problem);
	const ours = planWithin(problem, placements, Math.max(100, 1000 - (clock() - at)), clock);
	const took = clock() - at;
	const priced = clock();
	const { bound } = pricesFor(problem, placements, ours.cost);
	gaps.push((ours.cost - bound) / ours.cost);
	const faults = faultsOf(problem, ours.placed);
	console.log(
		`40 jobs on 6 channels, ${placements.reduce((n, p) => n + p.length, 0)} places: ${ours.placed.filter((p) => p?.inTime).length} in time, cost ${ours.cost.toFixed(1)} after ${took.toFixed(0)} ms, no plan below ${bound.toFixed(1)} (${(100 * gaps[seed - 1]).toFixed(0)} %, ${(clock() - priced).toFixed(0)} ms)${faults.length ? `; ${faults[0]}` : ''}`
	);
}
console.log(`gap to the bound: median ${(100 * median(gaps)).toFixed(0)} %`);

const walked = walkedPlans(500);
console.log(
	`500 days walked through, ${walked.jobs} jobs: said to be done by their time ${(100 * walked.said).toFixed(1)} %, done ${(100 * walked.did).toFixed(1)} %`
);
