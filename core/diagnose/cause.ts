/**
 * A cause: what it is, how likely it is where something shows, what it makes of each clue, and
 * what is done about it.
 */
import type { AnswerOf, ClueId } from './clue';
import type { SymptomId } from './symptom';

export const AREAS = ['normal', 'settings', 'leads', 'cells', 'supply', 'charger', 'surroundings'] as const;
export type Area = (typeof AREAS)[number];

/** What is done in the end. Causes with the same action need not be told apart. */
export const ACTIONS = {
	'go on': 'Nothing is wrong: let it go on',
	'wait and watch': 'Let it go on, watched',
	reseat: 'Seat the plug; mend or swap the lead',
	'replace lead': 'Stop; replace the plug or lead before anything flows again',
	'mend balance lead': 'Mend the balance lead; no balance charge until then',
	'sort leads': 'Unplug all; sort leads and ports',
	'set right': 'Key in what the pack is',
	'meter cells': 'Nothing flows until every cell was metered',
	retire: 'Retire the pack',
	'recover or retire': 'Recover it gently, or retire it',
	'take out': 'Out, on stone, watched; then retire it',
	'change held': 'Change what the charger holds',
	'help supply': 'Fewer amps, a stronger supply, or shorter leads',
	'mend supply': 'Charge, replace or switch the supply',
	'spread load': 'Spread the chargers over breakers and sockets',
	'warm it': 'Warm the pack to room temperature first',
	'cool it': 'Stop, outside, let it cool, then look closely',
	'read again': 'Measure it again and go on from there',
	'coarser end': 'Rest, then charge with a coarser end and the guards on',
	'count as full': 'Stop, let it cool, count it as full',
	calibrate: 'Do not use this charger before it is checked against a meter',
	'stay and confirm': 'Start again and stay until it counts amps',
	'look twice': 'Switch off; look at both plugs before anything is joined',
	'give air': 'Air, shade and fewer watts',
	wake: 'Wake it as its maker says',
	'measure tomorrow': 'Unplug; measure each cell again tomorrow',
	'balance it': 'Balance it, every charge for a while',
	'part and level': 'Stop, part the packs, join again only when level',
	'stop by hand': 'Stop it by hand at the volts you want',
	'spare use': 'Charge it more slowly; spare use, then retire'
} as const;
export type ActionId = keyof typeof ACTIONS;

/**
 * What it makes of a clue: the answers it makes likelier or rarer; the others keep their usual
 * shares of what is left.
 */
export type Shows = { readonly [C in ClueId]?: { readonly [A in AnswerOf<C>]?: number } };

export interface Cause {
	id: string;
	name: string;
	area: Area;
	/** It can burn, gas or break something while charge goes on. */
	burns: boolean;
	action: ActionId;
	/** How often it is behind each symptom, per cent before anything is looked at. */
	odds: { readonly [S in SymptomId]?: number };
	shows: Shows;
	/** What it shows otherwise than that where a symptom of its own says more. */
	in?: { readonly [S in SymptomId]?: Shows };
	/** What tells it apart, in words. */
	tells: string;
	/** All that may be done about it. */
	remedies: readonly string[];
	/** What must not be done. */
	never?: string;
	/** Only these families have it. */
	families?: readonly ('lithium' | 'nickel' | 'lead')[];
}

/** Keeps the type of a cause's own words checked. */
export const cause = (c: Cause): Cause => c;
