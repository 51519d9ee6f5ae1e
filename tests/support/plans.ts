/**
 * Days drawn by a seed, and an exact model of a day (HiGHS) that lays every job out by itself,
 * slot by slot.
 */
import highs from 'highs';
import { Board } from '../../core/plan/board';
import { outlookOf, type Watch } from '../../core/plan/odds';
import { placedCost, placementsOf, SETUP } from '../../core/plan/placements';
import {
	TASTES,
	WEIGHTS,
	type Limit,
	type Placement,
	type Problem,
	type SlotJob,
	type Step,
	type Way
} from '../../core/plan/problem';
import { costOf, searchPlan, type Planned, type SearchOptions } from '../../core/plan/search';
import { uniform } from '../../core/simulate/random';
import { runsOfDay, walkedDay } from './day-walk';

export interface DayShape {
	jobs: number;
	channels: number;
	slotMin: number;
	/** Length of the plan, h; people are there for about two thirds of it, in two stretches. */
	hours: number;
	/** Slots of walk between two places at which the chargers stand; none where it is left out. */
	walk?: number;
}

/**
 * A day: chargers of one, two and four channels, two of which share watts; a supply, boards, a
 * battery on some days, one lead job.
 */
export function drawnDay(seed: number, { jobs, channels, slotMin, hours, walk = 0 }: DayShape): Problem {
	const next = uniform(seed);
	const slots = Math.round((hours * 60) / slotMin);
	const inSlots = (min: number) => Math.max(1, Math.round(min / slotMin));
	const begin = Math.floor(next() * 3);
	const split = Math.floor(slots * (0.4 + 0.2 * next()));
	const pause = Math.floor(slots * 0.15 * next());
	const watched = Array.from({ length: slots }, (_, s) => s >= begin && (s < split || s >= split + pause));
	// Towards the end somebody only watches, on some days.
	const leaves = next() < 0.3 ? slots - Math.floor(slots * 0.15) : slots;
	const hands = watched.map((there, s) => there && s < leaves);
	const limits: Limit[] = Array.from({ length: channels }, (_, c) => ({
		id: `c${c}`,
		name: `channel ${c}`,
		kind: 'channel',
		cap: 1,
		taken: c === 0 && next() < 0.5 ? new Array(inSlots(20)).fill(1) : []
	}));
	const add = (kind: Limit['kind'], cap: number) =>
		limits.push({ id: `${kind}${limits.length}`, name: `${kind} ${limits.length}`, kind, cap, taken: [] }) -
		1;
	const shared = add('power', 120 + 60 * next());
	const supply = add('supply', 200 + 150 * next());
	const boards = add('board', Math.max(1, Math.ceil(channels * (0.4 + 0.4 * next()))));
	const handsLimit = add('hands', 1);
	const battery = next() < 0.25;
	const stores = battery ? [{ id: 'b', name: 'battery', cap: 150 + 150 * next() }] : [];
	const list = Array.from({ length: jobs }, (_, j): SlotJob => {
		const kind = next();
		const weight = [WEIGHTS['if it fits'], WEIGHTS.wanted, WEIGHTS.wanted, WEIGHTS.must][
			Math.floor(next() * 4)
		];
		const pack = add('pack', 1);
		const base = 30 + 70 * next();
		const watts = 20 + 70 * next();
		const board = next() < 0.6;
		const lead = kind < 0.1;
		const storage = kind > 0.85;
		const ways: Way[] = [];
		const able = Array.from({ length: channels }, (_, c) => c).filter(() => next() < 0.75);
		if (able.length === 0) able.push(Math.floor(next() * channels));
		for (const c of able)
			for (const rate of lead || storage ? [1] : [0.5, 1, 2].filter(() => next() < 0.8)) {
				const min = (lead ? 3 : storage ? 1.6 : 1 / rate) * base;
				const likely = inSlots(min);
				const kept = Math.max(likely, inSlots(min * 1.12));
				const w = storage ? 0 : Math.round(watts * (lead ? 0.4 : rate));
				const falls = Array.from({ length: kept }, (_, k) =>
					Math.round(w * (k < kept * 0.6 ? 1 : 1.6 - k / kept))
				);
				const draws: Step['draws'] = w
					? [
							...(c < 2 ? [{ limit: shared, amounts: falls }] : []),
							{ limit: supply, amounts: falls.map((x) => Math.round(x * 1.25)) }
						]
					: [];
				const energy = stores.length && w ? [{ store: 0, amount: Math.round((w * min) / 60) }] : [];
				const step: Step = { likely, kept, rest: 0, divisible: lead, draws, stores: energy };
				ways.push({
					channel: c,
					place: walk > 0 ? c % 2 : 0,
					holds: [pack, ...(board && !lead ? [boards] : [])],
					steps: [step],
					wear: (storage ? 0.1 : Math.pow(rate, 0.6)) * (0.9 + 0.2 * next())
				});
			}
		const due = next() < 0.7 ? Math.min(slots, Math.floor(slots * (0.35 + 0.65 * next()))) : null;
		return {
			id: `j${j}`,
			from: next() < 0.25 ? Math.floor(slots * 0.3 * next()) : 0,
			due,
			weight,
			lateIsUseful: next() < 0.8,
			ways,
			pinnedAt: null
		};
	});
	return {
		slotMin,
		slots,
		watched,
		hands,
		limits,
		stores,
		jobs: list,
		handsLimit,
		walk,
		taste: TASTES.usual
	};
}

export interface Optimum {
	cost: number;
	/** Jobs done by their time, and their weight in all. */
	inTime: number;
	weightInTime: number;
	/** What was chosen: job, way, start. */
	chosen: { job: number; way: number; start: number }[];
}

interface Column {
	name: string;
	job: number;
	way: number;
	start: number;
	cost: number;
	inTime: boolean;
	/** What it uses, as "limit slot". */
	use: Map<string, number>;
	acts: number[];
	stores: readonly { store: number; amount: number }[];
}

/** One job on one way from one slot, stepped slot by slot through the day. */
function column(problem: Problem, j: number, w: number, start: number): Column | null {
	const job = problem.jobs[j];
	const way = job.ways[w];
	const [step] = way.steps;
	const { watched, hands, slots, limits } = problem;
	if (!hands[start] || start < job.from) return null;
	const use = new Map<string, number>();
	const add = (limit: number, s: number, amount: number) =>
		use.set(`${limit} ${s}`, (use.get(`${limit} ${s}`) ?? 0) + amount);
	const acts = new Set([start]);
	let [done, setup, likelyAt, s, on] = [0, SETUP, -1, start, true];
	for (; done < step.kept; s++) {
		if (s >= slots) return null;
		if (!watched[s]) {
			if (!step.divisible || (on && !hands[s - 1])) return null;
			// Whoever went pulled the plug before going, and has to have charged for a slot at least.
			if (on) {
				if (setup > 0) return null;
				acts.add(s - 1);
				if (likelyAt >= 0) return null;
			}
			on = false;
			continue;
		}
		if (!on) {
			if (!hands[s]) continue;
			acts.add(s);
			on = true;
			setup = SETUP;
		}
		for (const limit of [way.channel, ...way.holds]) add(limit, s, 1);
		if (setup > 0) {
			setup--;
			continue;
		}
		for (const { limit, amounts } of step.draws)
			add(
				limit,
				s,
				step.divisible ? Math.max(...amounts) : (amounts[Math.min(done, amounts.length - 1)] ?? 0)
			);
		done++;
		if (done === step.likely) likelyAt = s + 1;
	}
	const end = s;
	// The first hands after it is likely over; at the end of the evening whoever goes pulls the plug.
	let off = likelyAt;
	while (off < slots && !hands[off]) off++;
	const watchedOn = watched.slice(likelyAt - 1, off + 1).every(Boolean);
	if (off >= slots || !watchedOn) {
		if (!hands[likelyAt - 1]) return null;
		off = likelyAt - 1;
	} else if ((off - likelyAt) * problem.slotMin > 60) return null;
	for (let t = end; t <= off; t++) for (const limit of [way.channel, ...way.holds]) add(limit, t, 1);
	acts.add(off);
	const { inTime, cost } = placedCost(job, way.wear, { start, end }, problem);
	if (!inTime && !job.lateIsUseful) return null;
	for (const [key, amount] of use) {
		const [limit, t] = key.split(' ').map(Number);
		if (amount + (limits[limit].taken[t] ?? 0) > limits[limit].cap + 1e-9) return null;
	}
	return {
		name: `x${j}_${w}_${start}`,
		job: j,
		way: w,
		start,
		cost,
		inTime,
		use,
		acts: [...acts],
		stores: step.stores
	};
}

let solver: Awaited<ReturnType<typeof highs>> | null = null;

/**
 * The best plan there is to a hundredth of an ordinary charge's wear, as a linear program with
 * whole numbers: a column for every way, start and job. One step a job. Null where so many
 * seconds do not suffice.
 */
export async function bestPlan(problem: Problem, seconds = 240): Promise<Optimum | null> {
	solver ??= await highs();
	const columns = problem.jobs.flatMap((job, j) =>
		job.ways.flatMap((_, w) =>
			Array.from({ length: problem.slots }, (_, s) => column(problem, j, w, s)).filter((c) => c !== null)
		)
	);
	const rows = new Map<string, string[]>();
	const row = (key: string, term: string) => rows.set(key, [...(rows.get(key) ?? []), term]);
	const acted = new Map<number, string[]>();
	for (const c of columns) {
		row(`j${c.job}`, c.name);
		for (const [key, amount] of c.use) row(`u${key.replace(' ', '_')}`, `${amount} ${c.name}`);
		for (const a of c.acts) acted.set(a, [...(acted.get(a) ?? []), c.name]);
		for (const { store, amount } of c.stores) row(`s${store}`, `${amount} ${c.name}`);
	}
	const sum = (terms: readonly string[]) => terms.map((t) => `+ ${t}`).join('\n ');
	const capOf = (key: string): number => {
		if (key.startsWith('j')) return 1;
		if (key.startsWith('s')) return problem.stores[Number(key.slice(1))].cap;
		const [limit, s] = key.slice(1).split('_').map(Number);
		const { cap, taken } = problem.limits[limit];
		return cap - (taken[s] ?? 0);
	};
	const lines = [...rows].map(([key, terms]) => ` ${key}: ${sum(terms)} <= ${capOf(key)}`);
	// Hands that are at one place are at no other within the walk.
	const names = (s: number, wanted: (place: number) => boolean) =>
		columns
			.filter((c) => c.acts.includes(s) && wanted(problem.jobs[c.job].ways[c.way].place))
			.map((c) => c.name);
	for (let s = 0; s < problem.slots && problem.walk > 0; s++)
		for (let t = s + 1; t <= Math.min(problem.slots - 1, s + problem.walk); t++)
			for (const place of new Set(columns.map((c) => problem.jobs[c.job].ways[c.way].place))) {
				const both = [...names(s, (p) => p === place), ...names(t, (p) => p !== place)];
				if (both.length > 1) lines.push(` w${s}_${t}_${place}: ${sum(both)} <= 1`);
			}
	for (const [s, names] of acted) {
		lines.push(` h${s}: ${sum(names)} <= 1`);
		const before = acted.get(s - 1) ?? [];
		lines.push(` v${s}: v_${s} ${names.map((n) => `- ${n}`).join('\n ')} ${sum(before)} >= 0`);
	}
	const undone = problem.jobs.reduce((total, job) => total + job.weight, 0);
	const objective = [
		...columns.map((c) => `+ ${(c.cost - problem.jobs[c.job].weight).toFixed(9)} ${c.name}`),
		...[...acted.keys()].map((s) => `+ ${problem.taste.visit} v_${s}`)
	].join('\n ');
	const solved = solver.solve(
		`Minimize\n obj: ${objective}\nSubject To\n${lines.join('\n')}\nBounds\n${[...acted.keys()]
			.map((s) => ` 0 <= v_${s} <= 1`)
			.join('\n')}\nBinary\n ${columns.map((c) => c.name).join('\n ')}\nEnd`,
		{ output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0.01, time_limit: seconds }
	);
	if (solved.Status !== 'Optimal') return null;
	const chosen = columns.filter((c) => (solved.Columns[c.name] as { Primal: number }).Primal > 0.5);
	const early = chosen.filter((c) => c.inTime);
	return {
		cost: solved.ObjectiveValue + undone,
		inTime: early.length,
		weightInTime: early.reduce((total, c) => total + problem.jobs[c.job].weight, 0),
		chosen: chosen.map((c) => ({ job: c.job, way: c.way, start: c.start }))
	};
}

/** On days after this one the chargers stand at two places, ten minutes apart. */
const UNWALKED = 100;

/** The small day of a seed: of up to 12 jobs and 6 channels, in slots of ten minutes. */
export const smallDay = (seed: number): Problem =>
	drawnDay(seed, {
		jobs: 4 + (seed % 9),
		channels: 2 + (seed % 5),
		slotMin: 10,
		hours: 3 + (seed % 3),
		walk: seed > UNWALKED ? 1 : 0
	});

/** A search gone through to its end. */
export function foundPlan(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	options: SearchOptions = {}
): Planned {
	const work = searchPlan(problem, placements, options);
	for (let step = work.next(); ; step = work.next()) if (step.done) return step.value;
}

/** The stretches in which somebody watches, min. */
export function watchOfDay({ slots, slotMin, watched, hands }: Problem): Watch[] {
	const out: Watch[] = [];
	for (let s = 0; s < slots; s++) {
		if (!watched[s]) continue;
		const last = out[out.length - 1];
		if (last && last.toMin === s * slotMin && last.hands === hands[s]) last.toMin += slotMin;
		else out.push({ fromMin: s * slotMin, toMin: (s + 1) * slotMin, hands: hands[s] });
	}
	return out;
}

/**
 * What was planned for the first days to be done by its time, and what was when they came; one
 * walk a plan.
 */
export function walkedPlans(count: number): { jobs: number; said: number; did: number } {
	let [jobs, said, did] = [0, 0, 0];
	for (let seed = 1; seed <= count; seed++) {
		const problem = drawnDay(7000 + seed, {
			jobs: 4 + (seed % 9),
			channels: 2 + (seed % 5),
			slotMin: 5,
			hours: 4 + (seed % 4),
			walk: seed % 4 === 0 ? 1 : 0
		});
		const found = foundPlan(problem, placementsOf(problem), { rounds: 150 });
		const runs = runsOfDay(problem, found.placed);
		const { byJob } = outlookOf(runs, watchOfDay(problem), {
			tries: 200,
			seed,
			walkMin: problem.walk * problem.slotMin
		});
		const done = walkedDay(problem, runs, 90_000 + seed);
		for (const { jobId } of runs) {
			jobs++;
			said += byJob.get(jobId)!;
			if (done.has(jobId)) did++;
		}
	}
	return { jobs, said: said / jobs, did: did / jobs };
}

/** The least cost of all ways to place all jobs. */
export function leastOfAll(problem: Problem, placements: Placement[][]): number {
	const board = new Board(problem);
	const chosen: (Placement | null)[] = [];
	let best = Infinity;
	const go = (j: number): void => {
		if (j === placements.length) {
			best = Math.min(best, costOf(problem, chosen).cost);
			return;
		}
		for (const p of [null, ...placements[j]]) {
			if (p && !board.fits(p)) continue;
			if (p) board.put(p);
			chosen[j] = p;
			go(j + 1);
			if (p) board.take(p);
		}
	};
	go(0);
	return best;
}
