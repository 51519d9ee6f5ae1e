/** A few jobs taken off a plan and put back in the best way there is: every way, cut short where it cannot be better any more. */
import type { Board } from './board';
import type { Placement } from './problem';

/**
 * The best places for `jobs`, which are off the board, given everything that is on it; `now` are those that they had. Visits are
 * counted as they come. Leaves the board as it found it. After `mostTried` places it is given up, with the best so far, and is not
 * `whole`: something better may be left.
 */
export function bestOfFew(
	board: Board,
	jobs: readonly number[],
	placements: readonly (readonly Placement[])[],
	now: readonly (Placement | null)[],
	mostTried: number
): { best: (Placement | null)[]; whole: boolean } {
	const { jobs: all, taste } = board.problem;
	const weights = jobs.map((j) => all[j].weight);
	// Against what stays, most places are gone already.
	const left = jobs.map((j) => placements[j].filter((p) => p.cost < all[j].weight && board.fits(p)));
	// Acts beside others make visits fewer.
	const gain = 2 * taste.visit;

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
	let tried = 0;
	/** Jobs `open` are still to be put; `first` is, for each job, the first of its places that may still be there. */
	const go = (open: readonly number[], first: readonly number[], cost: number): void => {
		if (tried > mostTried) return;
		if (open.length === 0) {
			if (cost < bestCost - 1e-9) [bestCost, best] = [cost, [...chosen]];
			return;
		}
		// What each of them costs at least beside what is there now; the one with the most at stake is put first.
		const from = [...first];
		let floor = 0;
		let next = open[0];
		let stake = -1;
		for (const k of open) {
			const list = left[k];
			let i = from[k];
			while (i < list.length && !board.fits(list[i])) i++;
			from[k] = i;
			const least = i < list.length ? Math.min(weights[k], list[i].cost - gain) : weights[k];
			floor += least;
			const atStake = (weights[k] - least) / (1 + list.length - i);
			if (atStake > stake) [next, stake] = [k, atStake];
		}
		if (cost + floor >= bestCost - 1e-9) return;
		const list = left[next];
		const own =
			from[next] < list.length ? Math.min(weights[next], list[from[next]].cost - gain) : weights[next];
		const others = floor - own;
		const rest = open.filter((k) => k !== next);
		for (let i = from[next]; i < list.length; i++) {
			const p = list[i];
			if (cost + p.cost - gain + others >= bestCost - 1e-9) break;
			if (i > from[next] && !board.fits(p)) continue;
			if (++tried > mostTried) return;
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
	return { best, whole: tried <= mostTried };
}
