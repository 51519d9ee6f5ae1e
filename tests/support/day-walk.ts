/**
 * A day at the bench walked through minute by minute, with lengths that nobody knew before: what
 * comes of a plan. Written without what the plan itself counts its odds with.
 */
import type { Placement, Problem } from '../../core/plan/problem';
import { uniform } from '../../core/simulate/random';
import type { OddsRun } from '../../core/plan/odds';

/**
 * Lengths of a drawn day's runs: as a rule its likely slots, 95 of 100 within the kept ones, and
 * seldom much shorter.
 */
export function runsOfDay(problem: Problem, placed: readonly (Placement | null)[]): OddsRun[] {
	return placed.flatMap((p): OddsRun[] => {
		if (!p) return [];
		const way = problem.jobs[p.job].ways[p.way];
		const min = (slots: number) => slots * problem.slotMin;
		return [
			{
				jobId: problem.jobs[p.job].id,
				channelId: `c${way.channel}`,
				packIds: [problem.jobs[p.job].id],
				place: way.place,
				dueMin: problem.jobs[p.job].due === null ? null : min(problem.jobs[p.job].due as number),
				spans: p.spans.map((s) => {
					const step = way.steps[s.step];
					const likelyMin = min(step.likely) * 0.97;
					return {
						fromMin: min(s.from),
						earlyMin: 0.88 * likelyMin,
						likelyMin,
						lateMin: Math.max(likelyMin * 1.02, min(step.kept) * 0.98),
						step: s.step,
						divisible: step.divisible,
						restMin: 0
					};
				})
			}
		];
	});
}

/**
 * A standard normal number by its quantile (Acklam's rational approximation would do; twelve
 * uniform numbers do as well).
 */
const bell = (next: () => number): number => Array.from({ length: 12 }, next).reduce((a, b) => a + b, 0) - 6;

const PLUG_MIN = 5;
const UNPLUG_MIN = 1;

interface Job {
	run: OddsRun;
	span: number;
	leftMin: number;
	likelyLeft: number;
	state: 'waits' | 'plugged' | 'runs' | 'over' | 'given up';
	runsFrom: number;
}

/** Which jobs were done by their time on one such day. */
export function walkedDay(problem: Problem, runs: readonly OddsRun[], seed: number): Set<string> {
	const next = uniform(seed);
	const { slotMin, slots } = problem;
	const there = (marks: readonly boolean[], t: number) => marks[Math.floor(t / slotMin)] ?? false;
	const jobs = [...runs]
		.sort((a, b) => a.spans[0].fromMin - b.spans[0].fromMin)
		.map((run): Job => {
			const { earlyMin, likelyMin, lateMin } = run.spans[0];
			const z = bell(next);
			const spread = (z < 0 ? likelyMin - earlyMin : lateMin - likelyMin) / 1.645;
			const leftMin = Math.max(1, likelyMin + z * spread);
			return { run, span: 0, leftMin, likelyLeft: likelyMin, state: 'waits', runsFrom: 0 };
		});
	const done = new Set<string>();
	const plugged = new Map<string, Job>();
	let busyUntil = 0;
	let at = -1;
	/** What is left of the walk to `place` for whoever set out when the last act was done. */
	const walkTo = (place: number, t: number): number => {
		const left = at < 0 || at === place ? 0 : Math.max(0, problem.walk * slotMin - (t - busyUntil));
		at = place;
		return left;
	};
	const watchedFrom = (t: number): number => {
		let u = t;
		while (u < slots * slotMin && there(problem.watched, u)) u++;
		return u;
	};
	for (let t = 0; t < slots * slotMin; t++) {
		// What runs goes on for this minute; where nobody is there any more it was unplugged.
		for (const job of jobs) {
			if (job.state !== 'runs') continue;
			if (!there(problem.watched, t)) {
				plugged.delete(job.run.channelId);
				job.state = job.run.spans[0].divisible && job.span + 1 < job.run.spans.length ? 'waits' : 'given up';
				job.span++;
				continue;
			}
			if (t < job.runsFrom) continue;
			const step = Math.min(1, job.leftMin);
			job.leftMin -= step;
			job.likelyLeft -= step;
			if (job.leftMin > 1e-9) continue;
			job.state = 'over';
			if (job.run.dueMin === null || t + step <= job.run.dueMin + 1e-6) done.add(job.run.jobId);
		}
		if (t < busyUntil || !there(problem.hands, t)) continue;
		const waits = jobs.find(
			(j) =>
				j.state === 'waits' &&
				j.run.spans[j.span].fromMin <= t &&
				(!plugged.has(j.run.channelId) || plugged.get(j.run.channelId)!.state === 'over')
		);
		if (waits) {
			const until = watchedFrom(t);
			const wanted = t + PLUG_MIN + Math.max(0, waits.likelyLeft);
			if (!waits.run.spans[0].divisible && wanted > until) {
				waits.state = 'given up';
				continue;
			}
			plugged.set(waits.run.channelId, waits);
			waits.state = 'runs';
			busyUntil = t + walkTo(waits.run.place, t) + PLUG_MIN;
			waits.runsFrom = busyUntil;
			continue;
		}
		const off = [...plugged.values()].find((j) => j.state === 'over');
		if (off) {
			plugged.delete(off.run.channelId);
			busyUntil = t + walkTo(off.run.place, t) + UNPLUG_MIN;
		}
	}
	return done;
}
