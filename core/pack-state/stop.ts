/**
 * What of a pack's state forbids any current, in the words that every page uses: its condition,
 * heat that nothing explains, an end with a cell where it may burn.
 */
import type { PackState } from './pack-state';

export interface PackStop {
	kind: 'condition' | 'heat' | 'end';
	/** Why, and what to do; whole sentences. */
	why: string;
	/** Nothing clears it: it is not charged again. */
	forGood: boolean;
}

/** The gravest reason why nothing flows into or out of this pack; null where there is none. */
export function packStop({
	condition,
	warmth,
	endInDanger
}: Pick<PackState, 'condition' | 'warmth' | 'endInDanger'>): PackStop | null {
	if (condition.condition !== 'in service')
		return {
			kind: 'condition',
			why: `Marked ${condition.condition}. ${condition.act}`,
			forGood: condition.forGood
		};
	if (warmth.unexplained !== null)
		return {
			kind: 'heat',
			why: 'Hot, and nothing on record explains it: outdoors, watched, nothing connected.',
			forGood: false
		};
	if (endInDanger !== null)
		return { kind: 'end', why: `${endInDanger.reason} ${endInDanger.next}`, forGood: false };
	return null;
}
