/**
 * A plan that is changed is changed no more than is worth it: whoever stands at the bench has
 * read the old one.
 */
import type { Placement, Problem } from './problem';

/**
 * What it costs to tell a person something else, in ordinary charges' wear: another channel,
 * another pace, another time.
 */
const CHANNEL = 0.4;
const PACE = 0.1;
const TIME_AT_LEAST = 0.05;
const TIME_PER_H = 0.2;
const TIME_AT_MOST = 0.4;
/** A slot sooner or later is no change to anybody. */
const SAME_SLOTS = 1;

/**
 * Placements with what their departing from `before` costs on top; jobs without one before stay
 * as they are.
 */
export function nearTo(
	problem: Problem,
	placements: readonly (readonly Placement[])[],
	before: readonly (Placement | null)[]
): Placement[][] {
	return placements.map((list, j) => {
		const old = before[j];
		if (!old) return [...list];
		const { ways } = problem.jobs[j];
		return list
			.map((p) => {
				const apart = Math.abs(p.start - old.start);
				const time =
					apart <= SAME_SLOTS
						? 0
						: Math.min(TIME_AT_MOST, TIME_AT_LEAST + (TIME_PER_H * apart * problem.slotMin) / 60);
				const channel = ways[p.way].channel === ways[old.way].channel ? 0 : CHANNEL;
				return { ...p, cost: p.cost + time + channel + (p.way === old.way || channel ? 0 : PACE) };
			})
			.sort((a, b) => a.cost - b.cost);
	});
}

/** The same places at their own cost. */
export const atOwnCost = (
	placements: readonly (readonly Placement[])[],
	placed: readonly (Placement | null)[]
): (Placement | null)[] =>
	placed.map((p, j) => p && (placements[j].find((q) => q.way === p.way && q.start === p.start) ?? null));
