/**
 * Every place that a job could be put: each way at each start, with what it then uses and costs.
 */
import {
	LATE_SHARE,
	LATER_SHARE_PER_DAY,
	STANDING_AFTER_H,
	STANDING_PER_H,
	type Placement,
	type Problem,
	type SlotJob,
	type Span,
	type Step,
	type Use,
	type Way
} from './problem';

/** One slot of connecting and checking before the current flows. */
export const SETUP = 1;
/**
 * A finished charger is not left connected for longer than this where only a watcher is there,
 * min.
 */
const UNPLUG_WITHIN_MIN = 60;

/**
 * For each slot, the first slot from it on in which nobody watches; the number of slots where
 * somebody always does.
 */
export function watchEnds(watched: readonly boolean[]): number[] {
	const ends = new Array<number>(watched.length + 1).fill(watched.length);
	for (let s = watched.length - 1; s >= 0; s--) ends[s] = watched[s] ? ends[s + 1] : s;
	return ends;
}

/** For each slot, the next one with hands, itself included; Infinity where none comes. */
export function nextHands(hands: readonly boolean[]): number[] {
	const next = new Array<number>(hands.length + 1).fill(Infinity);
	for (let s = hands.length - 1; s >= 0; s--) next[s] = hands[s] ? s : next[s + 1];
	return next;
}

interface Calendar {
	ends: number[];
	next: number[];
}

interface Laid {
	spans: Span[];
	acts: number[];
}

/** A step that must go on to its end, from `start`: null where nobody would watch it so long. */
function whole(step: Step, n: number, start: number, { ends }: Calendar): Span | null {
	const to = start + SETUP + step.kept;
	return to <= ends[start] ? { step: n, from: start, likely: start + SETUP + step.likely, to } : null;
}

/** A step that is left off whenever nobody is there; null where the hours do not suffice. */
function divided(step: Step, n: number, start: number, slots: number, { ends, next }: Calendar): Laid | null {
	const spans: Span[] = [];
	const acts: number[] = [];
	let likely = step.likely;
	let kept = step.kept;
	for (let at = start; at < slots;) {
		acts.push(at);
		const room = ends[at] - at - SETUP;
		if (room < 1) return null;
		const last = kept <= room;
		const to = last ? at + SETUP + kept : ends[at];
		const until = likely <= room ? Math.min(to, at + SETUP + likely) : to;
		spans.push({ step: n, from: at, likely: until, to });
		if (last || likely <= 0) return { spans, acts };
		kept -= room;
		likely = Math.max(0, likely - room);
		// Whoever was there last pulls the plug before going.
		const off = to - 1;
		if (next[off] !== off) return null;
		acts.push(off);
		at = next[to];
		if (!Number.isFinite(at)) return null;
	}
	return null;
}

/**
 * The steps of a way one after another from `start`, each as soon as hands are there; null where
 * it does not work out.
 */
function lay(way: Way, start: number, problem: Problem, calendar: Calendar): Laid | null {
	const spans: Span[] = [];
	const acts: number[] = [];
	let at = start;
	for (let n = 0; n < way.steps.length; n++) {
		const step = way.steps[n];
		at = calendar.next[Math.min(at, problem.slots)];
		if (!Number.isFinite(at)) return null;
		if (step.divisible) {
			const laid = divided(step, n, at, problem.slots, calendar);
			if (!laid) return null;
			spans.push(...laid.spans);
			acts.push(...laid.acts);
		} else {
			let span = whole(step, n, at, calendar);
			// A later step may wait for a longer stretch; the first begins where it was asked to.
			while (!span && n > 0) {
				at = calendar.next[Math.min(calendar.ends[at] + 1, problem.slots)];
				if (!Number.isFinite(at)) return null;
				span = whole(step, n, at, calendar);
			}
			if (!span) return null;
			spans.push(span);
			acts.push(at);
		}
		at = spans[spans.length - 1].to + step.rest;
	}
	return { spans, acts };
}

/** When it is unplugged: the first hands after it is likely over. Null where nobody comes soon. */
function unplugAt(likely: number, problem: Problem, { ends, next }: Calendar): number | null {
	const at = next[Math.min(likely, problem.slots)];
	// Over in the last slot of the evening: whoever watches pulls the plug as they go.
	if (!Number.isFinite(at) || at >= ends[likely - 1]) {
		const last = likely - 1;
		return next[last] === last ? last : null;
	}
	return (at - likely) * problem.slotMin <= UNPLUG_WITHIN_MIN ? at : null;
}

/** Merges neighbouring spans where the pack stays on its channel between them. */
function stays(spans: readonly Span[], way: Way): { from: number; to: number }[] {
	const out: { from: number; to: number }[] = [];
	for (const [n, span] of spans.entries()) {
		const before = out[out.length - 1];
		const rest = n > 0 ? way.steps[spans[n - 1].step].rest : 0;
		// A rest of its own program is on the charger; so is a slot or two until hands are there.
		if (before && span.step !== spans[n - 1].step && span.from - before.to <= rest + 2) before.to = span.to;
		else out.push({ from: span.from, to: span.to });
	}
	return out;
}

const constant = new Map<number, readonly number[]>();
/** So many slots of one each, shared. */
const ones = (length: number): readonly number[] => {
	const known = constant.get(length) ?? new Array<number>(length).fill(1);
	constant.set(length, known);
	return known;
};

function usesOf(
	way: Way,
	laid: Laid,
	acts: readonly number[],
	last: number,
	start: number,
	problem: Problem
): Use[] {
	const uses: Use[] = acts.map((a) => ({ limit: problem.handsLimit, at: a - start, amounts: ones(1) }));
	const held = stays(laid.spans, way);
	held[held.length - 1].to = Math.max(held[held.length - 1].to, last);
	for (const { from, to } of held)
		for (const limit of [way.channel, ...way.holds])
			uses.push({ limit, at: from - start, amounts: ones(to - from) });
	for (const span of laid.spans) {
		const step = way.steps[span.step];
		const length = span.to - span.from - SETUP;
		for (const { limit, amounts } of step.draws) {
			// Gone on with, nobody knows where in its course it is: its most is kept for it.
			const most = step.divisible ? Math.max(...amounts) : 0;
			const at = span.from + SETUP - start;
			const values = step.divisible
				? new Array<number>(length).fill(most)
				: amounts.length >= length
					? amounts.slice(0, length)
					: [
							...amounts,
							...new Array<number>(length - amounts.length).fill(amounts[amounts.length - 1] ?? 0)
						];
			uses.push({ limit, at, amounts: values });
		}
	}
	return uses;
}

/** What a placement that ends at `end` costs besides visits. */
export function placedCost(
	job: Pick<SlotJob, 'due' | 'weight' | 'from'>,
	wear: number,
	span: { start: number; end: number },
	{ slotMin, taste }: Pick<Problem, 'slotMin' | 'taste'>
): { inTime: boolean; cost: number } {
	const hours = (slots: number) => (slots * slotMin) / 60;
	const inTime = job.due === null || span.end <= job.due;
	const late = inTime
		? 0
		: job.weight *
			Math.min(1, LATE_SHARE + (LATER_SHARE_PER_DAY * hours(span.end - (job.due as number))) / 24);
	const standing =
		inTime && job.due !== null
			? Math.max(0, hours(job.due - span.end) - STANDING_AFTER_H) * STANDING_PER_H
			: 0;
	return {
		inTime,
		cost: late + taste.wear * wear + standing + hours(span.start - job.from) * taste.waitPerH
	};
}

/**
 * All placements of every job, the cheapest first; those that alone would exceed a limit are left
 * out. Placements of one way that use the same share their list of uses.
 */
export function placementsOf(problem: Problem): Placement[][] {
	const calendar: Calendar = { ends: watchEnds(problem.watched), next: nextHands(problem.hands) };
	return problem.jobs.map((job, j) => {
		const found: Placement[] = [];
		// The same acts are the same list: whoever asks what is different in them sees it at once.
		const actsKnown = new Map<string, readonly number[]>();
		for (const [w, way] of job.ways.entries()) {
			const shared = new Map<string, Use[]>();
			const first = job.pinnedAt ?? job.from;
			for (let start = first; start < (job.pinnedAt === null ? problem.slots : first + 1); start++) {
				if (!problem.hands[start]) continue;
				const laid = lay(way, start, problem, calendar);
				if (!laid) continue;
				const lastSpan = laid.spans[laid.spans.length - 1];
				const off = unplugAt(lastSpan.likely, problem, calendar);
				if (off === null) continue;
				const sorted = [...new Set([...laid.acts, off])].sort((a, b) => a - b);
				const acts = actsKnown.get(sorted.join()) ?? sorted;
				actsKnown.set(sorted.join(), acts);
				const end = lastSpan.to;
				if (job.due !== null && end > job.due && !job.lateIsUseful) continue;
				const shape = [
					...laid.spans.flatMap((s) => [s.from - start, s.to - start]),
					...acts.map((a) => a - start)
				];
				const key = shape.join(' ');
				let uses = shared.get(key);
				if (!uses) {
					uses = usesOf(way, laid, acts, off + 1, start, problem);
					shared.set(key, uses);
				}
				if (!roomFor(problem, uses, start)) continue;
				const stores = way.steps.flatMap((s) => s.stores);
				found.push({
					job: j,
					way: w,
					start,
					spans: laid.spans,
					acts,
					end,
					...placedCost(job, way.wear, { start, end }, problem),
					uses,
					stores
				});
			}
		}
		return found.sort((a, b) => a.cost - b.cost);
	});
}

const SLACK = 1e-9;

/** Whether it could be there if nothing else were planned. */
function roomFor(problem: Problem, uses: readonly Use[], start: number): boolean {
	return uses.every(({ limit, at, amounts }) => {
		const { cap, taken } = problem.limits[limit];
		return amounts.every((a, k) => a + (taken[start + at + k] ?? 0) <= cap + SLACK);
	});
}
