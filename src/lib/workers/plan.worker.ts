/**
 * Thin: works out a plan, other ways to plan, and what would make more of it, off the main
 * thread. Core computes.
 */
import './no-eval';
import { expose } from 'comlink';
import { dayOf, placementFor, type Day, type PlanningGround } from '$core/plan/bench';
import { pricesFor, type Prices } from '$core/plan/bound';
import {
	heldOf,
	helpsOf,
	leftOutOf,
	oddsOf,
	outcomeOf,
	type Held,
	type Helps,
	type LeftOut,
	type Odds,
	type Outcome
} from '$core/plan/outcome';
import { placementsOf } from '$core/plan/placements';
import type { Plan } from '$core/plan/plan';
import { TASTE_NAMES, type Placement, type TasteName } from '$core/plan/problem';
import { costOf, searchPlan, type Planned } from '$core/plan/search';
import { atOwnCost, nearTo } from '$core/plan/stay';
import { bindingsOf, helpOf, variantsOf } from '$core/plan/why';

/**
 * How long is looked for a good plan, for each other way and each help, ms, and the time between
 * looks at what is wanted.
 */
const SEARCH_MS = 2500;
const OTHER_MS = 500;
const HELP_ROUNDS = 300;
const PRICE_ROUNDS = 60;
const SLICE_MS = 40;
/** So often a help that is none leads to a better plan; then it is enough. */
const MOST_BETTER = 4;

let wanted = -1;
const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

export interface PlanJob {
	plan: Plan;
	ground: PlanningGround;
	/** Begin with what is planned already, so that no more is changed than has to be. */
	keep: boolean;
	/** Only the plan, nothing of what else could be had. */
	brief: boolean;
}

export interface Explained {
	leftOut: LeftOut[];
	odds: Odds;
	/** What no plan costs less than. */
	bound: number;
	held: Held[];
}

export interface OtherWay {
	taste: TasteName;
	outcome: Outcome;
	odds: Odds;
}

export interface PlanEvents {
	better(outcome: Outcome, share: number): void;
	explained(outcome: Outcome, explained: Explained): void;
	other(way: OtherWay): void;
	help(helps: Helps): void;
}

/** Jobs that are still to be planned: what goes on and what is over has no ways any more. */
const openJobs = ({ plan, ground }: PlanJob) => plan.jobs.filter((j) => ground.ways[j.id]);

function dayFor(job: PlanJob, taste: TasteName): Day {
	const { plan, ground } = job;
	return dayOf(plan, openJobs(job), new Map(Object.entries(ground.ways)), ground.bench, ground.now, taste);
}

const api = {
	cancel(): void {
		wanted = -1;
	},
	/**
	 * Works it out and goes on to what can be said of it; false where it was cancelled or a newer
	 * one came.
	 */
	async plan(id: number, job: PlanJob, events: PlanEvents): Promise<boolean> {
		wanted = id;
		const day = dayFor(job, job.plan.taste);
		const placements = placementsOf(day.problem);
		const before = job.keep
			? day.jobs.map(({ job: own }): Placement | null => {
					const planned = job.plan.planned.find((p) => p.jobId === own.id);
					return planned ? placementFor(day, placements, planned) : null;
				})
			: undefined;
		const own = (found: Planned): Planned => {
			const placed = atOwnCost(placements, found.placed);
			return { placed, ...costOf(day.problem, placed) };
		};
		const near = before ? nearTo(day.problem, placements, before) : placements;
		const found = await search(id, day, near, SEARCH_MS, before, (seen, share) =>
			events.better(outcomeOf(day, own(seen)), share)
		);
		if (!found) return false;
		let best = own(found);
		const explain = async (): Promise<void> => {
			prices = pricesFor(day.problem, placements, best.cost, PRICE_ROUNDS);
			held = bindingsOf(day.problem, prices);
			events.explained(outcomeOf(day, best), {
				leftOut: leftOutOf(day, placements, best),
				odds: oddsOf(day, best, job.plan.hours),
				bound: prices.bound,
				held: heldOf(day, held)
			});
			await breathe();
		};
		let held: ReturnType<typeof bindingsOf> = [];
		let prices: Prices = { bound: 0, of: new Float64Array() };
		await explain();
		if (job.brief) return wanted === id;
		let better = 0;
		for (let variants = variantsOf(day.problem, held), n = 0; n < variants.length; n++) {
			if (wanted !== id) return false;
			const found = helpOf(day.problem, best, variants[n], HELP_ROUNDS, prices);
			// Where as little as can be is to change, a plan that is better by a trifle is none.
			if (found.better && (job.keep || better >= MOST_BETTER)) continue;
			if (found.better) {
				best = found.better;
				better++;
				await explain();
				[variants, n] = [variantsOf(day.problem, held), -1];
			} else if (found.help) events.help(helpsOf(day, found.help));
			await breathe();
		}
		for (const taste of TASTE_NAMES) {
			if (taste === job.plan.taste) continue;
			const own = dayFor(job, taste);
			const found = await search(id, own, placementsOf(own.problem), OTHER_MS);
			if (!found) return false;
			events.other({ taste, outcome: outcomeOf(own, found), odds: oddsOf(own, found, job.plan.hours) });
		}
		return wanted === id;
	}
};

async function search(
	id: number,
	day: Day,
	placements: Placement[][],
	ms: number,
	from?: (Placement | null)[],
	onbetter: (best: Planned, share: number) => void = () => undefined
): Promise<Planned | null> {
	const began = performance.now();
	const progress = () => Math.min(1, (performance.now() - began) / ms);
	const work = searchPlan(day.problem, placements, { progress, from });
	for (let slice = began; ;) {
		const step = work.next();
		if (step.done) return step.value;
		if (performance.now() - slice < SLICE_MS) continue;
		slice = performance.now();
		onbetter(step.value.best, step.value.share);
		await breathe();
		if (wanted !== id) return null;
	}
}

export type PlanWorker = typeof api;
expose(api);
