/**
 * What goes on around a program: the rest of the bench, and the pack's past. Everything has a
 * neutral default.
 */
import type { Inventory, ParallelBoard } from '../charger/inventory';
import type { PackEvent } from '../pack-state/event';
import type { PracticeLayer } from '../practice/practice';
import type { ProgramSettings } from './settings';

/** What a run on another channel needs of a shared value, and the most that still protects it. */
export interface OthersNeed {
	value: number;
	pack: string;
	channel: string;
}

export interface Surroundings {
	/** What the person and this one program follow; the pack's own practice is part of the pack. */
	practice: { person: PracticeLayer; program: PracticeLayer };
	/** The person's own lists; null when none is kept. */
	inventory: Inventory | null;
	/** Input power that other chargers draw now from the supply of this one, W. */
	othersOnSupplyW: number;
	/** Other chargers that hang on the same supply, breaker or socket, by name. */
	sameSupply: readonly string[];
	/** The most these could draw together with this charger, W. */
	sameSupplyMostW: number;
	/** Charges since the last one that balanced; null when nothing is known. */
	chargesSinceBalance: number | null;
	/** What happened to the pack, its readings included; any order. */
	events: readonly PackEvent[];
	/** The same for each pack that is joined with it, by its id. */
	joinedEvents: Readonly<Record<string, readonly PackEvent[]>>;
	/**
	 * Earlier readings of its cells' resistances, oldest first, with the pack's temperature then; at
	 * most a few.
	 */
	earlierResistances: readonly { takenAt: string; ohm: readonly number[]; degC: number | null }[];
	/** The board for parallel charging that lies at this channel; null where none is known. */
	board: ParallelBoard | null;
	/** Balance boards that other runs use now. */
	boardsInUse: number;
	/**
	 * What the most demanding pack of this channel needs, where the person sets the guards once for
	 * all; null otherwise.
	 */
	largest: Record<'safetyTimerMin' | 'capacityLimitAh', { value: number; pack: string } | null> | null;
	/**
	 * What runs on other channels of this charger need of the values that it holds for all of them;
	 * null without such a run, or where each channel has its own.
	 */
	othersNeed: Record<'safetyTimerMin' | 'capacityLimitAh', OthersNeed | null>;
	/** Programs kept for other packs on this charger. */
	keptHere: readonly { pack: string; channelId: string; settings: ProgramSettings }[];
	/** What each memory slot of the charger holds. */
	slots: readonly { slot: number; title: string }[];
}

export const ALONE: Surroundings = {
	practice: { person: {}, program: {} },
	inventory: null,
	othersOnSupplyW: 0,
	sameSupply: [],
	sameSupplyMostW: 0,
	chargesSinceBalance: null,
	events: [],
	joinedEvents: {},
	earlierResistances: [],
	board: null,
	boardsInUse: 0,
	largest: null,
	othersNeed: { safetyTimerMin: null, capacityLimitAh: null },
	keptHere: [],
	slots: []
};
