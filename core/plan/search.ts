/**
 * The plan itself: jobs put where everything they need is there, the cost as small as can be
 * found. Parts of the plan are torn down and built up again, now and then with a choice passed
 * over, and worse plans are gone on with less and less (ruin and recreate: Schrimpf et al. 2000,
 * J. Comput. Phys. 159, 139-171, from memory; annealing after Kirkpatrick 1983, from memory).
 */
import { uniform } from '../simulate/random';
import { Board } from './board';
import { pricesFor, worthOf } from './bound';
import { bestOfFew } from './few';
import { visitsOf, type Placement, type Problem } from './problem';

export interface Planned {
	/** For each job where it is put; null where it is left undone. */
	placed: (Placement | null)[];
	cost: number;
	visits: number;
}

export interface PlanProgress {
	/** Plans looked at, and how far the search is, 0 to 1. */
	seen: number;
	share: number;
	best: Planned;
}

export interface SearchOptions {
	/** Plans to look at; the more, the nearer the best. */
	rounds?: number;
	/** How far the search is, 0 to 1, where time and not rounds decide. */
	progress?: () => number;
	seed?: number;
	/** Prices of the limits by slot, where they are known already. */
	prices?: Float64Array;
	/** Where to begin; what does not fit any more is put elsewhere. */
	from?: readonly (Placement | null)[];
}

const SEED = 11;
/**
 * How a day is searched. A small one is warmed again and again, and large handfuls of it are put
 * back in the best way there is: where nine jobs just fit, nothing else finds them. A large one
 * cools once.
 */
interface Manner {
	rounds: number;
	/** How often it is warmed, and the fewest rounds that are worth it. */
	coolings: number;
	least: number;
	/** Most jobs that are taken off at a time. */
	mostOff: number;
	/**
	 * How often a handful is put back in the best way there is, how many jobs at most, and the
	 * places looked at for it.
	 */
	exact: number;
	few: number;
	tried: number;
}
const SMALL_DAY: Manner = {
	rounds: 20_000,
	coolings: 24,
	least: 400,
	mostOff: 11,
	exact: 0.2,
	few: 8,
	tried: 300
};
const LARGE_DAY: Manner = {
	rounds: 60_000,
	coolings: 1,
	least: 1,
	mostOff: 7,
	exact: 0.03,
	few: 4,
	tried: 60
};
/**
 * So few jobs are gone through whole first, with so many looks at places at most: where that
 * comes to its end nothing better is left to look for.
 */
const PROVED = { jobs: 5, looks: 1_000_000 };
/** Most jobs of a small day. */
const SMALL = 16;
/**
 * How often a place is passed over, and, in every other plan, a whole way: the gentle one that
 * stands in another job's light.
 */
const BLINK = 0.03;
const PASS = [0, 0.15, 0.4];
/** Worse plans are gone on with at first by about so much cost, and at last by next to none. */
const WARM = 20;
const COLD = 0.005;
/** How often a job that is not in time is pushed in. */
const PUSHED = 0.3;
/**
 * How often places are taken by price, how much the prices count then, and the work that finding
 * them may be.
 */
const BY_PRICE = 0.6;
const PRICED = [0.5, 1];
const PRICE_WORK = 600_000;
const [LEAST_PRICING, MOST_PRICING] = [6, 150];
/** Jobs left undone that are tried again in each plan. */
const TRIED_AGAIN = 4;

/** The cost of a whole plan: what is undone, late, worn and walked. */
export function costOf(
	problem: Problem,
	placed: readonly (Placement | null)[]
): { cost: number; visits: number } {
	const acts = new Uint8Array(problem.slots);
	let cost = 0;
	placed.forEach((p, j) => {
		cost += p ? p.cost : problem.jobs[j].weight;
		p?.acts.forEach((s) => (acts[s] = 1));
	});
	const visits = visitsOf(acts);
	return { cost: cost + problem.taste.visit * visits, visits };
}

export function* searchPlan(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	{ rounds: asked, progress, seed = SEED, prices: known, from }: SearchOptions = {}
): Generator<PlanProgress, Planned> {
	const n = problem.jobs.length;
	const manner = n <= SMALL ? SMALL_DAY : LARGE_DAY;
	const rounds = asked ?? manner.rounds;
	const board = new Board(problem);
	const chance = uniform(seed);
	const pick = (k: number) => Math.min(k - 1, Math.floor(chance() * k));
	const now: (Placement | null)[] = problem.jobs.map(() => null);

	/** Places until the next one that is passed over. */
	const gap = () => Math.floor(Math.log(1 - chance()) / Math.log(1 - BLINK));
	let prices: Float64Array | null = known ?? null;
	const skips = (j: number, share: number): boolean[] => problem.jobs[j].ways.map(() => chance() < share);
	/**
	 * Each job's places by their cost and what their uses are worth to the others: the cheap place
	 * that stands in everybody's light is not the first there.
	 */
	const dear = PRICED.map((share) => {
		const rounds = Math.round(PRICE_WORK / (1 + placements.reduce((sum, list) => sum + list.length, 0)));
		const known = problem.jobs.reduce((sum, job) => sum + job.weight, 0);
		prices ??= pricesFor(
			problem,
			placements,
			known,
			Math.min(MOST_PRICING, Math.max(LEAST_PRICING, rounds))
		).of;
		const of = prices;
		return placements.map((list) =>
			list
				.map((p) => ({ p, cost: p.cost + share * worthOf(problem, of, p) }))
				.sort((a, b) => a.cost - b.cost)
				.map(({ p }) => p)
		);
	});
	/**
	 * The first place that is left among those that are not in others' light; some are passed over.
	 */
	const insertByPrice = (j: number, lists: readonly (readonly Placement[])[]): void => {
		let blink = gap();
		const list = lists[j];
		for (let i = 0; i < list.length; i++) {
			if (i >= blink) {
				blink = i + 1 + gap();
				continue;
			}
			const p = list[i];
			if (p.cost >= problem.jobs[j].weight || !board.fits(p)) continue;
			board.put(p);
			now[j] = p;
			return;
		}
		now[j] = null;
	};
	/**
	 * The cheapest place that is left for a job, or null where leaving it undone is no worse; some
	 * ways are passed over.
	 */
	const insert = (j: number, pass: number): void => {
		let best: Placement | null = null;
		let least = problem.jobs[j].weight;
		const skip = pass > 0 ? skips(j, pass) : null;
		let blink = skip ? gap() : Infinity;
		const list = placements[j];
		for (let i = 0; i < list.length; i++) {
			const p = list[i];
			// Acts that join others make visits fewer by two at most.
			if (p.cost - 2 * problem.taste.visit >= least) break;
			if (i >= blink) {
				blink = i + 1 + gap();
				continue;
			}
			if (skip !== null && skip[p.way]) continue;
			if (!board.fits(p)) continue;
			const cost = p.cost + board.visitsFor(p);
			if (cost < least - 1e-12) [best, least] = [p, cost];
		}
		if (best) board.put(best);
		now[j] = best;
	};
	const off = (j: number): void => {
		const p = now[j];
		if (p) board.take(p);
		now[j] = null;
	};
	/** How often each was left undone: what is hard to place goes first now and then. */
	const absent = new Float64Array(n);
	const weightOf = (j: number) => problem.jobs[j].weight;
	const all = problem.jobs.map((_, j) => j);
	/**
	 * The order in which jobs are put back: by what is at stake, by how few places there are, or by
	 * chance.
	 */
	const ordered = (jobs: number[]): number[] => {
		const how = chance();
		const keys = new Map(jobs.map((j) => [j, chance()]));
		const by =
			how < 0.2
				? (j: number) => -absent[j] * (0.5 + keys.get(j)!)
				: how < 0.4
					? (j: number) => -weightOf(j) + keys.get(j)! * 0.5
					: how < 0.55
						? (j: number) => placements[j].length * (0.8 + 0.4 * keys.get(j)!)
						: how < 0.75
							? (j: number) => -(placements[j][0]?.spans.reduce((sum, s) => sum + s.to - s.from, 0) ?? 0)
							: (j: number) => keys.get(j)!;
		return [...jobs].sort((a, b) => by(a) - by(b));
	};
	/**
	 * Puts a job that is late or undone where it would be in time, and whoever stands in its way
	 * elsewhere; false where none is.
	 */
	const pushIn = (wanted: boolean, near: readonly number[]): boolean => {
		if (!wanted) return false;
		const out = all.filter((j) => !now[j]?.inTime && placements[j].some((p) => p.inTime));
		if (out.length === 0) return false;
		const j = out[pick(out.length)];
		const early = placements[j].filter((p) => p.inTime);
		const p = early[Math.floor(early.length * chance() ** 2)];
		off(j);
		const across = all
			.filter((k) => now[k] !== null && now[k].start < p.end + 1 && p.start <= now[k].end)
			.map((k) => ({ k, by: chance() * problem.jobs[k].weight }))
			.sort((a, b) => a.by - b.by);
		const gone: number[] = [];
		for (const { k } of across) {
			if (board.fits(p)) break;
			off(k);
			gone.push(k);
		}
		if (!board.fits(p)) return true;
		board.put(p);
		now[j] = p;
		for (const k of ordered([...new Set([...gone, ...near.filter((n) => now[n] === null)])])) insert(k, 0);
		return true;
	};
	const score = () => costOf(problem, now);

	for (const j of all) {
		const p = from?.[j];
		// What was planned before may be an object of another making: the same way and start are meant.
		const same = p && placements[j].find((q) => q.way === p.way && q.start === p.start);
		if (same && board.fits(same)) {
			board.put(same);
			now[j] = same;
		}
	}
	for (const j of [...all].sort(
		(a, b) => weightOf(b) - weightOf(a) || placements[a].length - placements[b].length
	))
		if (!now[j]) insert(j, 0);
	let current = score();
	let best: Planned = { placed: [...now], ...current };
	if (n === 0) return best;
	if (n <= PROVED.jobs) {
		all.forEach(off);
		const { best: put, whole } = bestOfFew(board, all, placements, best.placed, PROVED);
		put.forEach((p, j) => {
			if (p) board.put(p);
			now[j] = p;
		});
		current = score();
		best = { placed: put, ...current };
		if (whole) return best;
	}
	const coolings = progress
		? manner.coolings
		: Math.max(1, Math.min(manner.coolings, Math.floor(rounds / manner.least)));
	let far = 0;
	let cooled = 0;
	for (let round = 0; far < 1; round++) {
		if (round % 8 === 0) far = progress?.() ?? round / rounds;
		// Each cooling begins anew: what one is stuck in another never comes near.
		if (Math.floor(far * coolings) > cooled) {
			cooled = Math.floor(far * coolings);
			all.forEach(off);
			const lists = dear[pick(dear.length)];
			for (const j of ordered(all)) insertByPrice(j, lists);
			current = score();
		}
		const heat = WARM * Math.pow(COLD / WARM, (far * coolings) % 1);
		// Those near a first one in time or on its channel go together; undone ones are always tried
		// again.
		const first = pick(n);
		const centre = now[first]?.start ?? placements[first][pick(placements[first].length)]?.start ?? 0;
		const count = 1 + pick(Math.min(manner.mostOff, n));
		const near =
			chance() < 0.7
				? all
						.map((j) => ({ j, far: Math.abs((now[j]?.start ?? centre) - centre) * (0.5 + chance()) }))
						.sort((a, b) => a.far - b.far)
						.slice(0, count)
						.map(({ j }) => j)
				: Array.from({ length: count }, () => pick(n));
		const taken = [...new Set([first, ...near])];
		const was = [...now];
		const open = all.filter((j) => now[j] === null && !taken.includes(j));
		const undone =
			open.length <= TRIED_AGAIN ? open : Array.from({ length: TRIED_AGAIN }, () => open[pick(open.length)]);
		const pass = PASS[pick(PASS.length)];
		const how = chance();
		if (how < manner.exact) {
			const few = [...new Set([...taken.slice(0, manner.few), ...undone.slice(0, 1)])];
			few.forEach(off);
			bestOfFew(
				board,
				few,
				placements,
				few.map((j) => was[j]),
				{ tried: manner.tried, thorough: false }
			).best.forEach((p, k) => {
				if (p) board.put(p);
				now[few[k]] = p;
			});
		} else if (!pushIn(how < manner.exact + PUSHED, taken)) {
			taken.forEach(off);
			const lists = chance() < BY_PRICE ? dear[pick(dear.length)] : null;
			for (const j of ordered([...new Set([...taken, ...undone])]))
				if (lists) insertByPrice(j, lists);
				else insert(j, pass);
		}
		for (const j of all) if (now[j] === null) absent[j] += problem.jobs[j].weight;
		const next = score();
		const worse = next.cost - current.cost;
		if (worse <= 0 || chance() < Math.exp(-worse / heat)) {
			current = next;
			if (next.cost < best.cost - 1e-9) best = { placed: [...now], ...next };
		} else {
			all.forEach((j) => {
				if (now[j] !== was[j]) off(j);
			});
			all.forEach((j) => {
				const p = was[j];
				if (now[j] === p) return;
				if (p) board.put(p);
				now[j] = p;
			});
		}
		if (round % 16 === 15) yield { seen: round + 1, share: far, best };
	}
	return polished(problem, placements, best);
}

/** Every job once more at its best place, as long as that helps. */
function polished(problem: Problem, placements: readonly (readonly Placement[])[], found: Planned): Planned {
	const board = new Board(problem);
	const placed = [...found.placed];
	placed.forEach((p) => p && board.put(p));
	for (let better = true; better;) {
		better = false;
		for (let j = 0; j < placed.length; j++) {
			const old = placed[j];
			if (old) board.take(old);
			let least = old ? old.cost + board.visitsFor(old) : problem.jobs[j].weight;
			let best = old;
			for (const p of placements[j]) {
				if (p.cost - 2 * problem.taste.visit >= least) break;
				if (!board.fits(p)) continue;
				const cost = p.cost + board.visitsFor(p);
				if (cost < least - 1e-9) [best, least] = [p, cost];
			}
			if (best) board.put(best);
			if (best !== old) better = true;
			placed[j] = best;
		}
	}
	return { placed, ...costOf(problem, placed) };
}

/** The best that is found within `ms` by `clock`. */
export function planWithin(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	ms: number,
	clock: () => number,
	options: SearchOptions = {}
): Planned {
	const began = clock();
	const progress = () => Math.min(1, (clock() - began) / ms);
	const work = searchPlan(problem, placements, { progress, ...options });
	for (;;) {
		const step = work.next();
		if (step.done) return step.value;
	}
}
