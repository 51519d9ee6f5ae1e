/**
 * How a plan would come out, many times over: runs take as long as they take, hands do one thing
 * at a time, whoever is there goes home when they said. What the plan says of a job being done by
 * its time is counted here.
 */
import { normal, uniform } from '../simulate/random';

/** A run as it is planned; minutes from the plan's beginning. */
export interface OddsRun {
	jobId: string;
	channelId: string;
	packIds: readonly string[];
	/** Where its charger stands, by number. */
	place: number;
	spans: readonly OddsSpan[];
	/** null: by the end of the plan. */
	dueMin: number | null;
}
export interface OddsSpan {
	fromMin: number;
	/**
	 * 5th, 50th and 95th percentile of the whole length of this stretch's step, and the share of it
	 * that is in this stretch.
	 */
	earlyMin: number;
	likelyMin: number;
	lateMin: number;
	step: number;
	divisible: boolean;
	/** Rest before the step, min. */
	restMin: number;
}

export interface Watch {
	fromMin: number;
	toMin: number;
	hands: boolean;
}

export interface Outlook {
	/** Share of days on which each job is done by its time. */
	byJob: Map<string, number>;
	/** Share of days on which all jobs that are planned in time are. */
	all: number;
}

const TRIES = 400;
const SEED = 7;
const P95 = 1.645;
/** Plugging and checking takes so long, min (common practice, no source). */
export const ACT_MIN = 5;

/**
 * A length drawn by its percentiles: two halves of normal distributions, each with its own
 * spread.
 */
export function drawnMin(s: Pick<OddsSpan, 'earlyMin' | 'likelyMin' | 'lateMin'>, z: number): number {
	const spread = z < 0 ? s.likelyMin - s.earlyMin : s.lateMin - s.likelyMin;
	return Math.max(0.2 * s.likelyMin, s.likelyMin + (z * spread) / P95);
}

/**
 * One day: when each job is over, min; Infinity where it is not. Between two places there is a
 * walk of `walkMin`.
 */
export function oneDay(
	runs: readonly OddsRun[],
	watch: readonly Watch[],
	draw: () => number,
	walkMin = 0
): Map<string, number> {
	const channelFree = new Map<string, number>();
	const packFree = new Map<string, number>();
	const acts: { at: number; place: number }[] = [];
	const done = new Map<string, number>();
	const windows = [...watch].sort((a, b) => a.fromMin - b.fromMin);
	/** Until when somebody watches without a break, from `at`; `at` itself where nobody does. */
	const watchedUntil = (at: number): number => {
		let until = at;
		for (const w of windows) if (w.fromMin <= until + 1e-6 && w.toMin > until) until = w.toMin;
		return until;
	};
	/** The next moment from `at` with hands that do nothing else and have come to `place` by then. */
	const handsFrom = (at: number, place: number): number => {
		const needs = (a: { place: number }) => ACT_MIN + (a.place === place ? 0 : walkMin);
		let t = at;
		for (let moved = true; moved;) {
			moved = false;
			const there = windows.find((w) => w.hands && w.toMin > t + 1e-6);
			if (!there) return Infinity;
			if (there.fromMin > t) t = there.fromMin;
			const busy = acts.find((a) => t < a.at + needs(a) - 1e-6 && t > a.at - needs(a) + 1e-6);
			if (busy !== undefined) [t, moved] = [busy.at + needs(busy), true];
		}
		return t;
	};
	const stretches = runs
		.flatMap((run) => run.spans.map((span, n) => ({ run, span, n })))
		.sort((a, b) => a.span.fromMin - b.span.fromMin);
	// What each step takes in truth, and how much of it is done.
	const truth = new Map<string, number>();
	const over = new Map<string, number>();
	for (const { run, span } of stretches) {
		const key = `${run.jobId} ${span.step}`;
		if (!truth.has(key)) truth.set(key, drawnMin(span, draw()));
	}
	for (const { run, span, n } of stretches) {
		const key = `${run.jobId} ${span.step}`;
		const left = truth.get(key)! - (over.get(key) ?? 0);
		const last = n === run.spans.length - 1;
		if (left <= 0 && !last) continue;
		const before = n > 0 ? run.spans[n - 1] : null;
		const earlier = before && before.step !== span.step ? `${run.jobId} ${before.step}` : null;
		// A step whose forerunner was never finished is not begun.
		if (earlier && (over.get(earlier) ?? 0) < truth.get(earlier)! - 1e-6) continue;
		if (left > 0) {
			const ready = Math.max(
				span.fromMin,
				channelFree.get(run.channelId) ?? 0,
				...run.packIds.map((id) => (packFree.get(id) ?? 0) + (earlier ? span.restMin : 0))
			);
			const from = handsFrom(ready, run.place);
			if (!Number.isFinite(from)) continue;
			acts.push({ at: from, place: run.place });
			const until = watchedUntil(from);
			const begin = from + ACT_MIN;
			const whole = begin + left <= until + 1e-6;
			// Whoever is there does not begin what would not be over as a rule.
			if (!whole && !span.divisible && begin + span.likelyMin > until + 1e-6) continue;
			const end = Math.min(begin + left, until);
			over.set(key, (over.get(key) ?? 0) + Math.max(0, end - begin));
			channelFree.set(run.channelId, end);
			run.packIds.forEach((id) => packFree.set(id, end));
			if (whole && last) done.set(run.jobId, end);
		} else done.set(run.jobId, packFree.get(run.packIds[0]) ?? span.fromMin);
	}
	return done;
}

/**
 * How often each job is done by its time; `all` is of the jobs that are `counted`, or of every
 * one.
 */
export function outlookOf(
	runs: readonly OddsRun[],
	watch: readonly Watch[],
	{
		tries = TRIES,
		seed = SEED,
		counted,
		walkMin = 0
	}: { tries?: number; seed?: number; counted?: ReadonlySet<string>; walkMin?: number } = {}
): Outlook {
	const draw = normal(uniform(seed));
	const counts = new Map(runs.map((r) => [r.jobId, 0]));
	let all = 0;
	for (let t = 0; t < tries; t++) {
		const done = oneDay(runs, watch, draw, walkMin);
		let every = true;
		for (const run of runs) {
			const ok = (done.get(run.jobId) ?? Infinity) <= (run.dueMin ?? Infinity) + 1e-6;
			if (ok) counts.set(run.jobId, counts.get(run.jobId)! + 1);
			else if (!counted || counted.has(run.jobId)) every = false;
		}
		if (every) all++;
	}
	return {
		byJob: new Map([...counts].map(([id, n]) => [id, n / tries])),
		all: all / tries
	};
}
