/**
 * What the chemistries of a family have in common in how they behave and are handled. Each family
 * states its own beside its figures (`lithium.ts`, `nickel.ts`, `lead.ts`); who decides or judges
 * asks for the trait and never for the family by name.
 */

export type FamilyId = 'lithium' | 'nickel' | 'lead';

export interface Traits {
	/**
	 * A person's own ceilings and floors are meant of it (rates, careful beginnings, deeper
	 * discharges).
	 */
	readonly followsOwnFigures: boolean;
	/** Labels state the rate it bears, and makers an end of charge that may differ. */
	readonly labelled: boolean;
	/** Ending the charge lower trades charge for life, so that it is a person's choice. */
	readonly endIsChoice: boolean;
	/** A full cell rests at its end of charge; otherwise the charge goes above what it rests at. */
	readonly restsAtEnd: boolean;
	/** Rest volts tell how full it is, however roughly. */
	readonly voltsTellCharge: boolean;
	/** Packs may be charged joined in parallel. */
	readonly mayJoin: boolean;
	/**
	 * A charge may be left off and gone on with another day without harm, and a stopped one is no
	 * sign of anything.
	 */
	readonly mayPause: boolean;
	/** It gives off gas that burns near the end of its charge. */
	readonly gasses: boolean;
	/** A failing pack burns by itself and must vent. */
	readonly burns: boolean;
	/** What charging below the least temperature does, in words. */
	readonly coldHarm: string;
	/** A healthy pack hardly warms at an ordinary rate: a marked rise is a sign. */
	readonly staysCool: boolean;
	/**
	 * Above this rate labels promise more than cells bear for long, 1/h; null: above the rate of a
	 * hurry.
	 */
	readonly hardAboveC: number | null;
	/** Chargers keep it under a family by nominal volts. */
	readonly inNominalFamilies: boolean;
	/** Nothing but the limits would end a run that they are meant to end, before harm is done. */
	readonly harmedWithoutLimit: boolean;
	/**
	 * Emptied by the sum of its volts, the strong cells hold up while the weakest is driven
	 * backwards.
	 */
	readonly reverses: boolean;
	/** What is to be done once it is empty, in words; null where it may stay so. */
	readonly afterEmpty: string | null;
	/** Cycles in a row after which more tell nothing new, and why one is enough. */
	readonly cycles: { readonly most: number; readonly why: string };
	/**
	 * Rest volts per cell of a pack that was just filled, where charging it again only heats; null
	 * where it tapers anyway.
	 */
	readonly fullRestV: number | null;
	/**
	 * What low rest volts of the whole say where cells are not seen; null where they are, or volts
	 * say nothing. Below `ordinaryFromV` a cell it is charged at `rateC` at most; volts that one
	 * cell less shows when it is full lie in `oneLessV`, and a battery that is known to have been
	 * drained takes `drainedShare` of its capacity before it is judged.
	 */
	readonly lowRest: {
		readonly ordinaryFromV: number;
		readonly rateC: number;
		readonly oneLessV: { readonly low: number; readonly high: number };
		readonly drainedShare: number;
	} | null;
	/**
	 * A pack whose lowest cell rests under `belowV` is begun at `rateC` with `share` of its capacity,
	 * in `longestMin` minutes at most, and is measured again: an ordinary charge follows from `untilV` at rest. Null where
	 * none is, or `lowRest` says how.
	 */
	readonly lowStart: {
		readonly belowV: number;
		readonly untilV: number;
		readonly rateC: number;
		readonly share: number;
		readonly longestMin: number | null;
	} | null;
	/** It comes as large as a vehicle's battery. */
	readonly large: boolean;
	/** What lying empty has done to it, in words. */
	readonly emptyHarm: string;
	/** Share of charge from which it is ready; null: nearly all that its end of charge gives. */
	readonly readyFrom: number | null;
	/**
	 * Charge by which one cell differs from its siblings beyond what was read, one standard
	 * deviation, as a share.
	 */
	readonly cellSpread: { readonly cellsRead: number; readonly sumRead: number };
	/**
	 * How the cells of one pack differ, one standard deviation: capacity as a share, resistance in
	 * natural-logarithm units, charge as a share where each cell was read or only the sum. Null
	 * where a discharge is judged by the whole pack.
	 */
	readonly cellsDiffer: {
		readonly capacity: number;
		readonly resistance: number;
		readonly cellsRead: number;
		readonly sumRead: number;
	} | null;
	/**
	 * Rest volts of a healthy cell, by which a pack is known that was entered with far more cells than
	 * it has (at most `shareOfCells` of them are there), and the counts it is made in, if only some;
	 * null where each cell is read.
	 */
	readonly healthyRest: {
		readonly low: number;
		readonly high: number;
		readonly counts: readonly number[] | null;
		readonly shareOfCells: number;
	} | null;
	/**
	 * How cells are counted from the volts of a rested pack: by what one can hold at most, by its
	 * volts at rest, or not at all.
	 */
	readonly counting: { readonly by: 'most' } | { readonly by: 'rest'; readonly volts: number } | null;
	/**
	 * Rest volts per cell between which a pack of the right count stands; null: its floor and its
	 * limit.
	 */
	readonly restsBetweenV: { readonly low: number; readonly high: number } | null;
	/**
	 * How far a capacity limit goes at most: times what is missing, and times what the pack holds
	 * (common practice, no source).
	 */
	readonly limitFactors: { readonly missing: number; readonly capacity: number };
	/**
	 * Share of its label below which it is worn out for what it was bought for (common practice, no
	 * source).
	 */
	readonly wornShare: number;
	/** Some practitioners spare it capacity checks. */
	readonly sparedChecks: boolean;
}
