/** A plan that was found, in moments and names: what is shown of it, kept and asked about it. */
import { taskOf } from '../request/task';
import { momentOf, plannedOf, type Day } from './bench';
import { outlookOf, type OddsRun, type OddsSpan, type Outlook, type Watch } from './odds';
import type { Hours, PlannedRun } from './plan';
import type { Placement } from './problem';
import type { Planned } from './search';
import { whyNot, type Binding, type Help, type Unfit } from './why';

export interface Summary {
	jobs: number;
	inTime: number;
	/** Put somewhere, but later than asked. */
	late: number;
	/** Mean wear of its charges against ordinary ones; null where nothing is charged. */
	wear: number | null;
	visits: number;
	cost: number;
	/** When the last is likely over, ISO 8601; null where nothing is planned. */
	overAt: string | null;
}

export interface PowerCurve {
	/** "240 W shared by Pier Two". */
	name: string;
	capW: number;
	/** Watts kept for runs in each slot. */
	watts: number[];
}

export interface LeftOut {
	jobId: string;
	/** It is in the plan, but late. */
	late: boolean;
	why: LeftOutWhy;
}
export type LeftOutWhy =
	| Exclude<Unfit, { kind: 'too late' } | { kind: 'crowded out' }>
	| { kind: 'too late'; at: string }
	| { kind: 'crowded out'; by: string[] };

export interface Outcome {
	planned: PlannedRun[];
	summary: Summary;
	power: PowerCurve[];
	/** First slot of the curves, ISO 8601, and their step, min. */
	curvesFrom: string;
	slotMin: number;
}

export function summaryOf(day: Day, { placed, cost, visits }: Planned): Summary {
	const put = placed.filter((p): p is Placement => p !== null);
	const wears = put
		.filter((p) => day.jobs[p.job].ways[p.way].way.steps.some((s) => taskOf(s.task).moves !== 'out'))
		.map((p) => day.problem.jobs[p.job].ways[p.way].wear)
		.filter((w) => w > 0);
	const last = put.length ? Math.max(...put.map((p) => p.spans[p.spans.length - 1].likely)) : null;
	return {
		jobs: placed.length,
		inTime: put.filter((p) => p.inTime).length,
		late: put.filter((p) => !p.inTime).length,
		wear: wears.length ? wears.reduce((a, b) => a + b, 0) / wears.length : null,
		visits,
		cost,
		overAt: last === null ? null : momentOf(day, last)
	};
}

/** Watts that runs are planned to draw of each limit of watts that any of them draws of. */
export function powerOf(day: Day, placed: readonly (Placement | null)[]): PowerCurve[] {
	const { limits, slots } = day.problem;
	const curves = new Map<number, number[]>();
	limits.forEach((l, n) => {
		if (l.kind === 'power' || l.kind === 'supply')
			curves.set(
				n,
				Array.from({ length: slots }, (_, s) => l.taken[s] ?? 0)
			);
	});
	for (const p of placed)
		for (const { limit, at, amounts } of p?.uses ?? []) {
			const curve = curves.get(limit);
			if (curve && p) amounts.forEach((a, k) => (curve[p.start + at + k] += a));
		}
	return [...curves]
		.filter(([, watts]) => watts.some((w) => w > 0))
		.map(([n, watts]) => ({ name: limits[n].name, capW: limits[n].cap, watts }));
}

export function outcomeOf(day: Day, found: Planned): Outcome {
	const put = found.placed.filter((p): p is Placement => p !== null);
	return {
		planned: put
			.map((p) => plannedOf(day, p))
			.sort((a, b) => (a.spans[0].from < b.spans[0].from ? -1 : a.spans[0].from > b.spans[0].from ? 1 : 0)),
		summary: summaryOf(day, found),
		power: powerOf(day, found.placed),
		curvesFrom: momentOf(day, 0),
		slotMin: day.problem.slotMin
	};
}

/** Every job that is not in time, with why. */
export function leftOutOf(
	day: Day,
	placements: readonly (readonly Placement[])[],
	found: Planned
): LeftOut[] {
	return day.jobs.flatMap(({ job }, j): LeftOut[] => {
		const p = found.placed[j];
		if (p?.inTime) return [];
		const why = whyNot(day.problem, placements, found, j);
		const told: LeftOutWhy =
			why.kind === 'too late'
				? { kind: 'too late', at: momentOf(day, why.end) }
				: why.kind === 'crowded out'
					? { kind: 'crowded out', by: why.by.map((k) => day.jobs[k].job.id) }
					: why;
		return [{ jobId: job.id, late: p !== null, why: told }];
	});
}

/**
 * A stretch that needs no length of its own is told by its step's, shared out over the step's
 * stretches.
 */
function oddsSpans(day: Day, p: Placement): OddsSpan[] {
	const { way } = day.jobs[p.job].ways[p.way];
	const { problem } = day;
	return p.spans.map((span): OddsSpan => {
		const step = way.steps[span.step];
		return {
			fromMin: span.from * problem.slotMin,
			earlyMin: step.earlyMin,
			likelyMin: step.likelyMin,
			lateMin: step.lateMin,
			step: span.step,
			divisible: step.divisible,
			restMin: span.step > 0 ? way.steps[span.step - 1].restMin : 0
		};
	});
}

export const watchOf = (hours: readonly Hours[], originMs: number): Watch[] =>
	hours.map((h) => ({
		fromMin: (Date.parse(h.from) - originMs) / 60e3,
		toMin: (Date.parse(h.to) - originMs) / 60e3,
		hands: h.hands
	}));

export function oddsRunsOf(day: Day, placed: readonly (Placement | null)[]): OddsRun[] {
	return placed.flatMap((p): OddsRun[] => {
		if (!p) return [];
		const { job, ways } = day.jobs[p.job];
		const { due } = day.problem.jobs[p.job];
		return [
			{
				jobId: job.id,
				channelId: ways[p.way].channelId,
				packIds: [job.packId, ...job.joined],
				place: day.problem.jobs[p.job].ways[p.way].place,
				spans: oddsSpans(day, p),
				dueMin: due === null ? null : due * day.problem.slotMin
			}
		];
	});
}

export interface Odds {
	byJob: Record<string, number>;
	/** All that are planned in time are so on this share of such days. */
	all: number;
}

/**
 * How often each job of the plan is done by its time, and all of those together that are planned
 * so.
 */
export function oddsOf(day: Day, found: Planned, hours: readonly Hours[]): Odds {
	const runs = oddsRunsOf(day, found.placed);
	const planned = new Set(found.placed.flatMap((p) => (p?.inTime ? [day.jobs[p.job].job.id] : [])));
	const outlook: Outlook = outlookOf(runs, watchOf(hours, day.originMs), {
		counted: planned,
		walkMin: day.walkMin
	});
	return { byJob: Object.fromEntries(outlook.byJob), all: outlook.all };
}

export interface Held {
	name: string;
	from: string;
	to: string;
	worth: number;
}
export const heldOf = (day: Day, bindings: readonly Binding[]): Held[] =>
	bindings.map((b) => ({
		name: b.name,
		from: momentOf(day, b.from),
		to: momentOf(day, b.to),
		worth: b.worth
	}));

export interface Helps {
	what: string;
	gains: string[];
	losses: string[];
	wearLess: number;
}
export const helpsOf = (day: Day, help: Help): Helps => ({
	what: help.what,
	gains: help.gains.map((j) => day.jobs[j].job.id),
	losses: help.losses.map((j) => day.jobs[j].job.id),
	wearLess: help.wearLess
});
