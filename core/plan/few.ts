/** A few jobs taken off a plan and put back in the best way there is: every way, cut short where it cannot be better any more. */
import type { Board } from './board';
import type { Placement } from './problem';

/** Ways that are looked at before it is given up, so that one handful never takes long. */
const MOST_TRIED = 2500;

/**
 * The best places for `jobs`, which are off the board, given everything that is on it; `now` are those that they had. Visits are
 * counted as they come. Leaves the board as it found it.
 */
export function bestOfFew(
	board: Board,
	jobs: readonly number[],
	placements: readonly (readonly Placement[])[],
	now: readonly (Placement | null)[]
): (Placement | null)[] {
	const { jobs: all, taste } = board.problem;
	const weight = (k: number) => all[jobs[k]].weight;
	// Against what stays, most places are gone already.
	const left = jobs.map((j) => placements[j].filter((p) => p.cost < all[j].weight && board.fits(p)));
	const order = jobs.map((_, k) => k).sort((a, b) => left[a].length - left[b].length);
	const least = left.map((list, k) => Math.min(weight(k), list[0]?.cost ?? Infinity));
	// Acts beside others make visits fewer.
	const gain = 2 * taste.visit;
	const floor = new Array<number>(order.length + 1).fill(0);
	for (let n = order.length - 1; n >= 0; n--) floor[n] = floor[n + 1] + least[order[n]] - gain;

	let bestCost = 0;
	const onto: Placement[] = [];
	jobs.forEach((_, k) => {
		const p = now[k];
		bestCost += p ? p.cost + board.visitsFor(p) : weight(k);
		if (p) {
			board.put(p);
			onto.push(p);
		}
	});
	onto.forEach(board.take);
	let best: (Placement | null)[] = [...now];
	const chosen: (Placement | null)[] = jobs.map(() => null);
	let tried = 0;
	const go = (n: number, cost: number): void => {
		if (tried > MOST_TRIED || cost + floor[n] >= bestCost - 1e-9) return;
		if (n === order.length) {
			[bestCost, best] = [cost, [...chosen]];
			return;
		}
		const k = order[n];
		for (const p of left[k]) {
			if (cost + p.cost - gain + floor[n + 1] >= bestCost - 1e-9) break;
			if (++tried > MOST_TRIED) return;
			if (n > 0 && !board.fits(p)) continue;
			const visits = board.visitsFor(p);
			board.put(p);
			chosen[k] = p;
			go(n + 1, cost + p.cost + visits);
			board.take(p);
			chosen[k] = null;
		}
		go(n + 1, cost + weight(k));
	};
	go(0, 0);
	return best;
}
