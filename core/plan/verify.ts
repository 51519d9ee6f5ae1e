/**
 * Whether a plan is one: looked at slot by slot from the jobs' own descriptions, without anything
 * that the search computed but where each span stands. Nothing is used twice, nobody is missing,
 * nothing begins too soon.
 */
import type { Placement, Problem } from './problem';
import { SETUP } from './placements';

/** What is wrong with a plan, in words for whoever mends the search; empty where nothing is. */
export function faultsOf(problem: Problem, placed: readonly (Placement | null)[]): string[] {
	const faults: string[] = [];
	const sums = problem.limits.map((l) => Array.from({ length: problem.slots }, (_, s) => l.taken[s] ?? 0));
	const stored = problem.stores.map(() => 0);
	const hands: { slot: number; place: number; job: string }[] = [];
	placed.forEach((p, j) => {
		if (!p) return;
		const job = problem.jobs[j];
		const say = (what: string) => faults.push(`${job.id}: ${what}`);
		const way = job.ways[p.way];
		if (!way) return void say('no such way');
		if (p.spans.length === 0) return void say('nothing of it is done');
		if (p.spans[0].from < job.from) say(`begins in slot ${p.spans[0].from}, may from ${job.from}`);
		if (job.pinnedAt !== null && p.spans[0].from !== job.pinnedAt) say('is not where it is pinned');
		const end = p.spans[p.spans.length - 1].to;
		if (p.inTime !== (job.due === null || end <= job.due)) say('in time or not is told wrongly');
		if (!p.inTime && !job.lateIsUseful) say('is late, which is of no use');
		// Each step gets all its slots, in order, and rests in between.
		for (const [n, step] of way.steps.entries()) {
			const own = p.spans.filter((s) => s.step === n);
			const time = own.reduce((sum, s) => sum + s.to - s.from - SETUP, 0);
			if (time < step.kept) say(`step ${n} has ${time} of ${step.kept} slots`);
			if (!step.divisible && own.length !== 1) say(`step ${n} is in ${own.length} pieces`);
			const next = p.spans.find((s) => s.step === n + 1);
			const last = own[own.length - 1];
			if (next && last && next.from < last.to + step.rest)
				say(`step ${n + 1} begins before its rest is over`);
		}
		for (const [n, span] of p.spans.entries()) {
			if (span.from < 0 || span.to > problem.slots) say('lies outside the plan');
			if (n > 0 && span.from < p.spans[n - 1].to) say('overlaps itself');
			for (let s = span.from; s < span.to; s++) {
				if (!problem.watched[s]) say(`nobody watches in slot ${s}`);
				for (const limit of [way.channel, ...way.holds]) sums[limit][s] += 1;
				const since = s - span.from - SETUP;
				if (since < 0) continue;
				const step = way.steps[span.step];
				for (const { limit, amounts } of step.draws)
					sums[limit][s] += step.divisible
						? Math.max(...amounts)
						: (amounts[Math.min(since, amounts.length - 1)] ?? 0);
			}
			if (!p.acts.includes(span.from)) say(`nobody begins in slot ${span.from}`);
		}
		const over = p.spans[p.spans.length - 1].likely;
		if (!p.acts.some((a) => a >= over - 1)) say('nobody unplugs it');
		for (const a of p.acts) {
			if (!problem.hands[a]) say(`no hands in slot ${a}`);
			sums[problem.handsLimit][a] += 1;
			hands.push({ slot: a, place: way.place, job: job.id });
		}
		for (const { store, amount } of way.steps.flatMap((s) => s.stores)) stored[store] += amount;
	});
	// Whoever has one pair of hands for two places walks between them.
	const pairs = problem.limits[problem.handsLimit].cap;
	if (problem.walk > 0)
		for (const first of hands) {
			const soon = hands.filter((h) => h.slot >= first.slot && h.slot <= first.slot + problem.walk);
			if (new Set(soon.map((h) => h.place)).size > pairs)
				faults.push(`${first.job}: after slot ${first.slot} hands would be at two places within the walk`);
		}
	sums.forEach((row, n) => {
		const { cap, name } = problem.limits[n];
		row.forEach((sum, s) => {
			if (sum > cap + 1e-6) faults.push(`${name}: ${sum} of ${cap} in slot ${s}`);
		});
	});
	stored.forEach((sum, n) => {
		const { cap, name } = problem.stores[n];
		if (sum > cap + 1e-6) faults.push(`${name}: ${sum} of ${cap} in all`);
	});
	return faults;
}
