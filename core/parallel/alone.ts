/** Why a pack is charged alone: the reason that holds against the batch or pack that is nearest. */
import type { ResolvedPractice } from '../practice/practice';
import type { Member } from '../simulate/joining/member';
import { apartFrom } from './apart';
import type { Fitting } from './fits';
import { whyNotTogether } from './together';

export interface Neighbour {
	/** "batch A", or the name of a pack that is alone as well. */
	name: string;
	members: readonly Member[];
	/** What they are charged at, A. */
	currentA: number;
	/** Packs that its board takes. */
	places: number;
}

/**
 * In one sentence or two. `neighbours`: all batches, and the other packs that are alone.
 * @param now ISO 8601, by which readings are old
 */
export function whyAlone(
	alone: Member,
	neighbours: readonly Neighbour[],
	fitting: Fitting,
	practice: ResolvedPractice,
	now: string
): string {
	const { name } = alone.pack;
	if (neighbours.length === 0) return `${name} is the only one that may be joined now.`;
	const apart = apartFrom(alone, neighbours, fitting.windowV);
	if (apart) return apart.sentence;
	let first: string | null = null;
	for (const near of neighbours) {
		// Too far from this one, but within the window of another.
		if (apartFrom(alone, [near], fitting.windowV)) continue;
		if (near.places <= near.members.length) {
			first ??=
				near.places > 1
					? `${name} finds no place with ${near.name}: its board takes ${near.places}.`
					: `${name} could go with ${near.name}, but no board joins them.`;
			continue;
		}
		const why = whyNotTogether([alone, ...near.members], fitting, near.places, practice, now);
		if (why === null) return `${name} could go with ${near.name}: drop it there.`;
		first ??= `${name} does not go with ${near.name}. ${why}`;
	}
	return first ?? `${name} lies between the others and is close enough to none.`;
}
