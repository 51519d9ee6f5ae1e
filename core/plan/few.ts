/**
 * A few jobs taken off a plan and put back in the best way there is: every way, cut short where
 * it cannot be better any more.
 */
import { Alike } from './alike';
import type { Board } from './board';
import type { Placement } from './problem';
import { VisitsAhead } from './visits-ahead';

/**
 * What it takes to see which visits are to come, and to see what a place's acts would be, in
 * looks at whether one fits.
 */
const AHEAD = 5;
const ACTS = 0.1;

/**
 * Acts beside others make visits fewer: so many at most for each job, where nobody looks closer.
 */
const MOST_FEWER = 2;

const sumOf = (of: readonly number[], values: readonly number[]) => of.reduce((sum, k) => sum + values[k], 0);

/** A place's acts, and what the cheapest place with these acts costs. */
type Acts = Pick<Placement, 'acts' | 'cost'>;

/**
 * The acts that there are among places, the cheapest first: channels and rates in great number
 * share them.
 */
function differentActs(list: readonly Placement[]): Acts[] {
	const seen = new Set<readonly number[]>();
	return list.filter(({ acts }) => {
		if (seen.has(acts)) return false;
		seen.add(acts);
		return true;
	});
}

/**
 * The best places for `jobs`, which are off the board, given everything that is on it; `now` are
 * those that they had. Visits are counted as they come. Leaves the board as it found it. After
 * `tried` jobs put somewhere, or `looks` at a place of one, it is given up, with the best so far,
 * and is not `whole`: something better may be left. Where it is to be given up soon, looking for
 * the visits to come takes longer than it saves, and it is not `thorough`.
 */
export function bestOfFew(
	board: Board,
	jobs: readonly number[],
	placements: readonly (readonly Placement[])[],
	now: readonly (Placement | null)[],
	most: { tried?: number; looks?: number; thorough?: boolean }
): { best: (Placement | null)[]; whole: boolean } {
	const { jobs: all, taste } = board.problem;
	const weights = jobs.map((j) => all[j].weight);
	// Against what stays, most places are gone already.
	const left = jobs.map((j) => placements[j].filter((p) => p.cost < all[j].weight && board.fits(p)));
	const alike = new Alike(board, jobs, placements);

	let bestCost = 0;
	const onto: Placement[] = [];
	jobs.forEach((_, k) => {
		const p = now[k];
		bestCost += p ? p.cost + board.visitsFor(p) : weights[k];
		if (p) {
			board.put(p);
			onto.push(p);
		}
	});
	onto.forEach(board.take);
	let best: (Placement | null)[] = [...now];
	const chosen: (Placement | null)[] = jobs.map(() => null);
	let [tried, looks] = [0, 0];
	const { tried: mostTried = Infinity, looks: mostLooks = Infinity, thorough = true } = most;
	const actsLeft = thorough ? left.map(differentActs) : [];
	const mostActs = actsLeft.map((list) => list.reduce((most, { acts }) => Math.max(most, acts.length), 0));

	const givenUp = () => tried > mostTried || looks > mostLooks;
	const fits = (p: Placement): boolean => {
		looks++;
		return board.fits(p);
	};
	/**
	 * Jobs `open` are still to be put; `first` is, for each job, the first of its places that may
	 * still be there.
	 */
	const go = (open: readonly number[], first: readonly number[], cost: number): void => {
		if (givenUp()) return;
		if (open.length === 0) {
			if (cost < bestCost - 1e-9) [bestCost, best] = [cost, [...chosen]];
			return;
		}
		const ahead = thorough ? new VisitsAhead(board, sumOf(open, mostActs)) : null;
		if (ahead) looks += AHEAD;
		const fewer = (ahead ? ahead.mostFewer : MOST_FEWER * open.length) * taste.visit;
		// What a place's visits cost at least above that; beside the last job no other comes, and they
		// are what they are.
		const last = open.length === 1;
		const above = (place: Pick<Placement, 'acts'>) =>
			last ? board.visitsFor(place) + fewer : ahead ? taste.visit * ahead.newFor(place) : 0;
		const room = bestCost - 1e-9 - cost + fewer;
		// What each of them costs at least beside what is there now; the one with the most at stake is
		// put first.
		const from = [...first];
		const leastAt = (k: number, i: number) => Math.min(weights[k], left[k][i]?.cost ?? Infinity);
		const least = left.map((_, k) => leastAt(k, first[k]));
		let floor = sumOf(open, least);
		let next = open[0];
		let stake = -1;
		for (const k of open) {
			if (floor >= room) return;
			const list = left[k];
			let i = from[k];
			while (i < list.length && !fits(list[i])) i++;
			from[k] = i;
			floor -= least[k];
			least[k] = leastAt(k, i);
			floor += least[k];
			const atStake = (weights[k] - least[k]) / (1 + list.length - i);
			if (atStake > stake) [next, stake] = [k, atStake];
		}
		if (floor >= room) return;
		// Whichever of them needs visits of its own, beside what it costs itself.
		for (const k of ahead ? open : []) {
			const others = floor - least[k];
			let own = weights[k];
			for (const place of actsLeft[k]) {
				if (place.cost >= own || own + others < room) break;
				looks += ACTS;
				own = Math.min(own, Math.max(least[k], place.cost) + above(place));
			}
			if (own + others >= room) return;
		}
		const list = left[next];
		const others = floor - least[next];
		const rest = open.filter((k) => k !== next);
		const spare = alike.spare(chosen);
		for (let i = from[next]; i < list.length; i++) {
			const p = list[i];
			const most = bestCost - 1e-9 - cost + fewer - others;
			if (p.cost >= most) break;
			looks += ACTS;
			if (spare.has(all[p.job].ways[p.way].channel)) continue;
			if (p.cost + above(p) >= most) continue;
			if (i > from[next] && !board.fits(p)) continue;
			tried++;
			if (givenUp()) return;
			const visits = board.visitsFor(p);
			board.put(p);
			chosen[next] = p;
			go(rest, from, cost + p.cost + visits);
			board.take(p);
			chosen[next] = null;
		}
		go(rest, from, cost + weights[next]);
	};
	go(
		jobs.map((_, k) => k),
		jobs.map(() => 0),
		0
	);
	// A job in many pieces may save more visits than are reckoned with where nobody looks closer.
	return { best, whole: thorough && !givenUp() };
}
