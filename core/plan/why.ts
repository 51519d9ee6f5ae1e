/** What holds a plan up, what would make more of it, and why a job is not in it. */
import { Board } from './board';
import type { Prices } from './bound';
import { placementsOf, SETUP, watchEnds } from './placements';
import type { Limit, Placement, Problem, SlotJob } from './problem';
import { costOf, searchPlan, type Planned } from './search';
import { faultsOf } from './verify';

export interface Binding {
	kind: Limit['kind'];
	/** "240 W shared by Pier Two"; channels are taken together as "the channels". */
	name: string;
	/** First slot of the longest stretch in which it holds, and the slot after it. */
	from: number;
	to: number;
	/** What all of it would be worth, in ordinary charges' wear. */
	worth: number;
}

/** Less than this is worth nothing to anybody: a tenth of a charge. */
const WORTH = 0.1;
/** A pause of so many slots in between is the same stretch. */
const PAUSE = 2;

/**
 * What more there would have to be of something for a better plan, by what it is worth; the
 * dearest first.
 */
export function bindingsOf(problem: Problem, prices: Prices): Binding[] {
	const { slots, limits } = problem;
	const groups = new Map<string, { kind: Limit['kind']; name: string; worth: number[] }>();
	limits.forEach((l, n) => {
		if (l.kind === 'pack') return;
		const key = l.kind === 'channel' ? 'channels' : l.id;
		const name = l.kind === 'channel' ? 'the channels' : l.kind === 'hands' ? 'your hands' : l.name;
		const group = groups.get(key) ?? { kind: l.kind, name, worth: new Array<number>(slots).fill(0) };
		for (let s = 0; s < slots; s++) group.worth[s] += prices.of[n * slots + s] * l.cap;
		groups.set(key, group);
	});
	const found: Binding[] = [];
	for (const { kind, name, worth } of groups.values()) {
		const all = worth.reduce((a, b) => a + b, 0);
		if (all < WORTH) continue;
		// The stretch that holds most of it.
		let best = { from: 0, to: 0, sum: 0 };
		let open: { from: number; to: number; sum: number } | null = null;
		worth.forEach((w, s) => {
			if (w < (WORTH * all) / 10 / slots) return;
			if (open && s - open.to <= PAUSE) open = { from: open.from, to: s + 1, sum: open.sum + w };
			else open = { from: s, to: s + 1, sum: w };
			if (open.sum > best.sum) best = open;
		});
		found.push({ kind, name, from: best.from, to: best.to, worth: all });
	}
	return found.sort((a, b) => b.worth - a.worth);
}

export interface Help {
	/** What there would be more of, in words. */
	what: string;
	/**
	 * Jobs that are in time then and are not now, by their place in the problem, and those the other
	 * way about.
	 */
	gains: number[];
	losses: number[];
	/** Wear that is saved, in ordinary charges. */
	wearLess: number;
}

const HALF_HOUR_MIN = 30;

/**
 * Ends of the stretches in which somebody watches, moved by so many slots: later ends, or earlier
 * beginnings.
 */
function widened(marks: readonly boolean[], by: number, at: 'end' | 'start'): boolean[] {
	return marks.map((on, s) => {
		if (on) return true;
		const near = at === 'end' ? marks.slice(Math.max(0, s - by), s) : marks.slice(s + 1, s + 1 + by);
		return near.some(Boolean);
	});
}

const withCap = (problem: Problem, limit: number, cap: number): Problem => ({
	...problem,
	limits: problem.limits.map((l, n) => (n === limit ? { ...l, cap } : l))
});

/** A channel like `limit` beside it, with all the ways that there are on it. */
function anotherChannel(problem: Problem, limit: number): Problem {
	const more = problem.limits.length;
	return {
		...problem,
		limits: [...problem.limits, { ...problem.limits[limit], id: 'another', taken: [] }],
		jobs: problem.jobs.map((job) => ({
			...job,
			ways: [
				...job.ways,
				...job.ways.filter((w) => w.channel === limit).map((w) => ({ ...w, channel: more }))
			]
		}))
	};
}

/** What might be had more of, and the day with it: only what is short somewhere. */
export function variantsOf(
	problem: Problem,
	bindings: readonly Binding[]
): { what: string; with: Problem }[] {
	const half = Math.round(HALF_HOUR_MIN / problem.slotMin);
	const wider = (at: 'end' | 'start'): Problem => ({
		...problem,
		watched: widened(problem.watched, half, at),
		hands: widened(problem.hands, half, at)
	});
	const out: { what: string; with: Problem }[] = [
		{ what: 'Half an hour longer', with: wider('end') },
		{ what: 'Half an hour sooner', with: wider('start') }
	];
	const first = problem.watched.indexOf(true);
	const last = problem.watched.lastIndexOf(true);
	if (first >= 0 && problem.watched.slice(first, last).includes(false))
		out.push({
			what: 'Somebody who watches between your hours',
			with: { ...problem, watched: problem.watched.map((on, s) => on || (s > first && s < last)) }
		});
	const channels = problem.limits
		.map((l, n) => ({ l, n }))
		.filter(
			({ l, n }) => l.kind === 'channel' && problem.jobs.some((j) => j.ways.some((w) => w.channel === n))
		)
		.map(({ n }) => ({ n, jobs: problem.jobs.filter((j) => j.ways.some((w) => w.channel === n)).length }))
		.sort((a, b) => b.jobs - a.jobs);
	if (channels.length) {
		const { n } = channels[0];
		out.push({ what: `Another channel like ${problem.limits[n].name}`, with: anotherChannel(problem, n) });
	}
	for (const { kind, name } of bindings) {
		const n = problem.limits.findIndex((l) => l.name === name && l.kind === kind);
		if (n < 0) continue;
		const { cap } = problem.limits[n];
		if (kind === 'board') out.push({ what: 'One more balance board', with: withCap(problem, n, cap + 1) });
		if (kind === 'lead') out.push({ what: `One more of the ${name}`, with: withCap(problem, n, cap + 1) });
		if (kind === 'power' || kind === 'supply')
			out.push({ what: `Half as much again as ${name}`, with: withCap(problem, n, cap * 1.5) });
	}
	if (bindings.some((b) => b.kind === 'hands'))
		out.push({ what: 'Another pair of hands', with: withCap(problem, problem.handsLimit, 2) });
	return out;
}

const wearOf = (problem: Problem, planned: Planned): number =>
	planned.placed.reduce((sum, p) => sum + (p ? problem.jobs[p.job].ways[p.way].wear : 0), 0);

/** The same plan on the day without the variant, where all of it is there; null where it is not. */
function onOwnDay(problem: Problem, found: Planned): Planned | null {
	const known = found.placed.every((p) => p === null || p.way < problem.jobs[p.job].ways.length);
	return known && faultsOf(problem, found.placed).length === 0
		? { placed: found.placed, ...costOf(problem, found.placed) }
		: null;
}

/**
 * What a variant would bring against the plan that there is. Begins with it, so that it is never
 * worse; a plan that is found on the way and asks for nothing more is handed over instead: then
 * it is no help but a better plan.
 */
export function helpOf(
	problem: Problem,
	planned: Planned,
	variant: { what: string; with: Problem },
	rounds: number,
	prices: Prices
): { help: Help; better: null } | { help: null; better: Planned } {
	const placements = placementsOf(variant.with);
	const work = searchPlan(variant.with, placements, {
		rounds,
		from: planned.placed,
		// What there is more of is the last limit, and has no price yet.
		prices: Float64Array.from(
			{ length: variant.with.limits.length * problem.slots },
			(_, i) => prices.of[i] ?? 0
		)
	});
	let step = work.next();
	while (!step.done) step = work.next();
	const own = onOwnDay(problem, step.value);
	if (own && own.cost < planned.cost - 1e-6) return { help: null, better: own };
	const better = step.value.cost < planned.cost - WORTH ? step.value : planned;
	const early = (p: Planned, j: number) => p.placed[j]?.inTime ?? false;
	const jobs = problem.jobs.map((_, j) => j);
	const help = {
		what: variant.what,
		gains: jobs.filter((j) => early(better, j) && !early(planned, j)),
		losses: jobs.filter((j) => !early(better, j) && early(planned, j)),
		wearLess: wearOf(problem, planned) - wearOf(variant.with, better)
	};
	return { help, better: null };
}

export type Unfit =
	/** No channel can do it at all. */
	| { kind: 'no way' }
	/** It needs so long in one stretch, or in all where it may be left off; there is so much. */
	| { kind: 'too long'; needsMin: number; hasMin: number; divisible: boolean }
	/** Alone, it would be over so soon: later than its time. */
	| { kind: 'too late'; end: number }
	/** It begins where it is pinned, and that cannot be. */
	| { kind: 'pinned' }
	/** It could be done alone; these are there in its stead, which matter as much or more. */
	| { kind: 'crowded out'; by: number[] };

function needs(job: SlotJob, slotMin: number): { min: number; divisible: boolean } {
	const lengths = job.ways.map((w) => ({
		min: Math.min(...[Math.max(...w.steps.map((s) => SETUP + s.kept))]) * slotMin,
		divisible: w.steps.some((s) => s.divisible)
	}));
	return lengths.sort((a, b) => a.min - b.min)[0];
}

/** Why job `j` is not in time in this plan. */
export function whyNot(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	planned: Planned,
	j: number
): Unfit {
	const job = problem.jobs[j];
	const { slotMin } = problem;
	if (job.ways.length === 0) return { kind: 'no way' };
	const mine = placements[j];
	if (mine.length === 0) {
		if (job.pinnedAt !== null) return { kind: 'pinned' };
		const { min, divisible } = needs(job, slotMin);
		const ends = watchEnds(problem.watched);
		const stretch = Math.max(0, ...ends.map((e, s) => (s >= job.from ? e - s : 0)));
		const all = problem.watched.slice(job.from).filter(Boolean).length;
		return { kind: 'too long', needsMin: min, hasMin: (divisible ? all : stretch) * slotMin, divisible };
	}
	const early = mine.filter((p) => p.inTime);
	if (early.length === 0) return { kind: 'too late', end: Math.min(...mine.map((p) => p.end)) };
	// Who would have to go for the place that disturbs least.
	let fewest: number[] | null = null;
	const board = new Board(problem);
	planned.placed.forEach((p, k) => p && k !== j && board.put(p));
	for (const p of early.slice(0, 400)) {
		const out: number[] = [];
		const taken: Placement[] = [];
		// Those that overlap it most go first, until it fits.
		const order = planned.placed
			.filter((q): q is Placement => q !== null && q.job !== j && q.start < p.end && p.start < q.end)
			.sort((a, b) => problem.jobs[a.job].weight - problem.jobs[b.job].weight);
		for (const q of order) {
			if (board.fits(p)) break;
			board.take(q);
			taken.push(q);
		}
		if (board.fits(p)) {
			// Not all that were taken off had to be.
			for (const q of taken) {
				board.put(q);
				if (!board.fits(p)) {
					board.take(q);
					out.push(q.job);
				}
			}
			for (const q of taken.filter((t) => out.includes(t.job))) board.put(q);
			if (fewest === null || out.length < fewest.length) fewest = out;
		} else taken.forEach((q) => board.put(q));
		if (fewest !== null && fewest.length <= 1) break;
	}
	return { kind: 'crowded out', by: fewest ?? [] };
}
