/**
 * A day at the bench as slots of time: what there is of everything in each slot, and the ways in
 * which each job could be done. Channels, packs, watts, boards, leads and hands are all one thing
 * here: a limit that is not to be exceeded in any slot.
 */

/** Something that there is only so much of, in every slot. */
export interface Limit {
	id: string;
	/** In words: "240 W shared by Pier Two". */
	name: string;
	kind: 'channel' | 'pack' | 'power' | 'supply' | 'board' | 'lead' | 'hands';
	/** How much there is, in whatever unit it is counted. */
	cap: number;
	/** What is used of it already, by slot; empty where nothing is. */
	taken: readonly number[];
}

/** Something that is used up over the whole plan: a battery's Wh. */
export interface Store {
	id: string;
	name: string;
	cap: number;
}

/** One run of a job: what it needs while it goes on. */
export interface Step {
	/** Slots that it takes as a rule, and that are kept free for it: 95 of 100 are over by then. */
	likely: number;
	kept: number;
	/** Slots that the pack rests on the charger afterwards, before the next step. */
	rest: number;
	/** It may be left off when nobody is there, and gone on with when somebody is. */
	divisible: boolean;
	/** What it draws of each limit of watts, by slot from its start; the last value holds on. */
	draws: readonly { limit: number; amounts: readonly number[] }[];
	/** What it takes of each store in all. */
	stores: readonly { store: number; amount: number }[];
}

/** One way to do a job: on this channel, so fast. */
export interface Way {
	/** The limit that is its channel. */
	channel: number;
	/** Where its charger stands, by number; all at 0 where nobody walks. */
	place: number;
	/** Other limits of which it takes one as long as it is connected: packs, boards, leads. */
	holds: readonly number[];
	steps: readonly Step[];
	/** Wear against an ordinary charge of the same pack; 1 is ordinary. */
	wear: number;
}

export interface SlotJob {
	id: string;
	/**
	 * First slot in which it may begin, and the one by which it must be over; null where it need
	 * only be done.
	 */
	from: number;
	due: number | null;
	/** What it costs to leave it undone, in ordinary charges' wear. */
	weight: number;
	/** Past `due` it is worth something still: the pack is charged, if late. */
	lateIsUseful: boolean;
	ways: readonly Way[];
	/** The slot it is pinned to; null where it is free. A pinned channel leaves only its ways. */
	pinnedAt: number | null;
}

export interface Problem {
	slotMin: number;
	slots: number;
	/** Somebody is there and would see what happens. */
	watched: readonly boolean[];
	/** Somebody is there who plugs and unplugs. */
	hands: readonly boolean[];
	limits: readonly Limit[];
	stores: readonly Store[];
	jobs: readonly SlotJob[];
	/** The limit that stands for hands: one act in a slot. */
	handsLimit: number;
	/** Slots that lie between two acts at different places, for the walk. */
	walk: number;
	/** What a person asks of a plan besides jobs done by their time. */
	taste: Taste;
}

/** What is used of one limit from `at` slots after the start on. */
export interface Use {
	limit: number;
	at: number;
	amounts: readonly number[];
}

/** A stretch of time in which the job is on its channel. */
export interface Span {
	step: number;
	from: number;
	/** When it is likely to be over, and the slot up to which everything is kept for it. */
	likely: number;
	to: number;
}

/** A job put somewhere: which way, when, and all that follows from it. */
export interface Placement {
	job: number;
	way: number;
	start: number;
	spans: readonly Span[];
	/** Slots in which hands plug, key or unplug. */
	acts: readonly number[];
	/** The slot after the last that is kept for its run. */
	end: number;
	inTime: boolean;
	/** Weight of being late, wear, and what little waiting costs. Visits come on top. */
	cost: number;
	uses: readonly Use[];
	stores: readonly { store: number; amount: number }[];
}

/** What counts how much, in ordinary charges' wear. */
export interface Taste {
	/** Wear itself: 1, or less where it matters less. */
	wear: number;
	/** One visit to the bench: acts in neighbouring slots are one visit. */
	visit: number;
	/** An hour's wait before a job begins. */
	waitPerH: number;
}

/** Where two plans are alike, the earlier one is better. */
export const TASTES = {
	usual: { wear: 1, visit: 0.1, waitPerH: 0.002 },
	'fewest visits': { wear: 0.3, visit: 2, waitPerH: 0.002 },
	soonest: { wear: 0.3, visit: 0.02, waitPerH: 1 },
	gentlest: { wear: 5, visit: 0.02, waitPerH: 0.001 }
} as const satisfies Record<TasteName, Taste>;
export const TASTE_NAMES = ['usual', 'fewest visits', 'soonest', 'gentlest'] as const;
export type TasteName = (typeof TASTE_NAMES)[number];

/**
 * Weights of leaving a job undone: twenty, sixty and two hundred ordinary charges' wear (our own
 * scale).
 */
export const WEIGHTS = { 'if it fits': 20, wanted: 60, must: 200 } as const;
export type Weight = keyof typeof WEIGHTS;

/**
 * A job that is late is worth so much less than one in time, as a share of its weight; a day
 * later still less.
 */
export const LATE_SHARE = 0.5;
export const LATER_SHARE_PER_DAY = 0.3;

/** Nothing stands full for days before it is used; per hour. */
export const STANDING_PER_H = 0.02;
export const STANDING_AFTER_H = 24;

/** Places that chargers stand at: 1 where all of them are within reach of each other. */
export const placeCount = ({ jobs, walk }: Pick<Problem, 'jobs' | 'walk'>): number =>
	walk > 0 ? 1 + Math.max(0, ...jobs.flatMap((j) => j.ways.map((w) => w.place))) : 1;

/** Visits of a set of acts, by slot: runs of slots with an act. */
export function visitsOf(acts: ArrayLike<number>): number {
	let visits = 0;
	for (let s = 0; s < acts.length; s++) if (acts[s] > 0 && !(s > 0 && acts[s - 1] > 0)) visits++;
	return visits;
}
