/**
 * What may be looked at, felt, metered or tried, and the answers it can have. Each says how often
 * a bench on which something else is wrong would give them (common practice, no source): a cause
 * only states where it differs from that.
 */

import type { SymptomId, SymptomPhase } from './symptom';

/**
 * The order of looking: danger by eye and nose, the charger's own pages, hands, meter, swap, then
 * what takes hours.
 */
export const STAGES = ['danger', 'known', 'page', 'hands', 'meter', 'swap', 'long'] as const;
export type Stage = (typeof STAGES)[number];

export interface Clue {
	/** As it is asked. */
	asks: string;
	stage: Stage;
	/** Minutes that it takes. */
	minutes: number;
	/** It lets current pass: never before danger is excluded. */
	passesCurrent?: true;
	/** Only these families have it. */
	families?: readonly ('lithium' | 'nickel' | 'lead')[];
	/** It is only asked of what shows in these phases; elsewhere it has no answer. */
	phases?: readonly SymptomPhase[];
	/** Nor of these, which have no such moment. */
	notOf?: readonly SymptomId[];
	/** Answers and how usual they are where nothing bears on them. */
	usual: Record<string, number>;
	/** Clues that tell the same thing another way: heard together they count for less. */
	kin?: string;
}

export const CLUES = {
	eye: {
		asks: 'A glance: is the pack swollen, dented, leaking; does it smell or hiss?',
		stage: 'danger',
		minutes: 0.2,
		usual: { 'sound, nothing smells': 0.98, 'swollen, dented or leaking': 0.012, 'smells or hisses': 0.008 }
	},
	'pack-warm': {
		asks: 'How warm is the pack, with the back of your hand?',
		stage: 'danger',
		minutes: 0.2,
		usual: { cool: 0.6, warm: 0.36, hot: 0.04 }
	},
	'plug-warm': {
		asks: 'Touch plug and lead, with the charger stopped: how warm?',
		stage: 'danger',
		minutes: 0.2,
		usual: { 'as the pack': 0.86, warm: 0.11, hot: 0.03 }
	},
	colours: {
		asks: 'Red to red, black to black, at the pack and at the charger?',
		stage: 'danger',
		minutes: 0.3,
		usual: { right: 0.985, reversed: 0.015 }
	},
	count: {
		asks: 'How many cells does it read?',
		stage: 'page',
		minutes: 0.2,
		usual: { 'as the pack has': 0.9, 'one less': 0.04, 'another number': 0.03, none: 0.03 },
		kin: 'count'
	},
	'cell-page': {
		asks: 'What does its cell page show?',
		stage: 'page',
		minutes: 0.3,
		families: ['lithium'],
		usual: {
			level: 0.78,
			'one low': 0.06,
			'one high': 0.04,
			'zero beside double': 0.01,
			'an end cell zero': 0.01,
			'all zero': 0.04,
			'all low': 0.05,
			'all high': 0.01
		},
		kin: 'cells'
	},
	'main-sum': {
		asks: 'Main volts beside the sum of the cells?',
		stage: 'page',
		minutes: 0.3,
		families: ['lithium'],
		usual: {
			agree: 0.85,
			'main a little more': 0.09,
			'main more by a cell': 0.02,
			'main reads nothing': 0.04
		},
		kin: 'cells'
	},
	paused: {
		asks: 'Paused for a minute, nothing flowing: what do its cells do?',
		stage: 'page',
		minutes: 1.5,
		phases: ['going'],
		families: ['lithium'],
		usual: { level: 0.82, 'much closer at once': 0.06, 'as far apart as before': 0.12 },
		kin: 'cells'
	},
	input: {
		asks: 'What are its input volts doing?',
		stage: 'page',
		minutes: 0.3,
		usual: { steady: 0.88, 'sagging under load': 0.07, 'too low or none': 0.03, 'too high': 0.02 },
		kin: 'supply'
	},
	held: {
		asks: 'What does the charger hold, in its own settings?',
		stage: 'page',
		minutes: 1,
		usual: { 'as programmed': 0.85, 'a limit or cap at just that figure': 0.08, 'other values': 0.07 }
	},
	'charger-warm': {
		asks: 'How warm is the charger, and does its fan turn?',
		stage: 'page',
		minutes: 0.2,
		usual: { 'as ever': 0.94, 'hot, or the fan still': 0.06 }
	},
	reseat: {
		asks: 'Unplug and plug again, fully home: does it stay?',
		stage: 'hands',
		minutes: 0.5,
		usual: { 'as before': 0.92, cured: 0.08 },
		kin: 'contact'
	},
	wires: {
		asks: 'Follow the balance lead by hand: this pack’s, its own port, black to the mark?',
		stage: 'hands',
		minutes: 0.5,
		families: ['lithium'],
		usual: { right: 0.94, 'wrong port or shifted': 0.04, 'another pack’s': 0.02 }
	},
	label: {
		asks: 'Label beside what is set: chemistry and cells?',
		stage: 'hands',
		minutes: 0.5,
		usual: { 'as set': 0.94, 'something else': 0.06 }
	},
	vents: {
		asks: 'Vents clear, out of the sun?',
		stage: 'hands',
		minutes: 0.2,
		usual: { clear: 0.93, 'shut or in the sun': 0.07 }
	},
	breaker: {
		asks: 'What else hangs on the same breaker, socket or adapter?',
		stage: 'hands',
		minutes: 1,
		usual: { little: 0.9, 'other chargers or heaters': 0.1 }
	},
	pressed: {
		asks: 'Did it ask something that nobody confirmed, or was nobody at it?',
		stage: 'hands',
		minutes: 0.2,
		usual: { no: 0.85, yes: 0.15 }
	},
	'meter-plug': {
		asks: 'Meter at the pack’s own plug?',
		stage: 'meter',
		minutes: 1.5,
		usual: { 'as expected': 0.91, nothing: 0.03, 'a cell short': 0.04, 'another count': 0.02 },
		kin: 'meter'
	},
	'meter-lead': {
		asks: 'Meter at the end of the lead, pack plugged into it?',
		stage: 'meter',
		minutes: 1.5,
		usual: { 'as at the plug': 0.92, nothing: 0.08 }
	},
	'meter-taps': {
		asks: 'Meter every cell at the balance plug?',
		stage: 'meter',
		minutes: 2,
		families: ['lithium'],
		usual: {
			level: 0.83,
			'one low': 0.06,
			'one near nothing': 0.02,
			'one over': 0.02,
			'all low': 0.03,
			'all over': 0.01,
			'a tap reads nothing': 0.03
		},
		kin: 'cells'
	},
	'charger-meter': {
		asks: 'Charger beside meter, at the same plug?',
		stage: 'meter',
		minutes: 1.5,
		usual: { agree: 0.92, 'charger reads lower': 0.04, 'charger reads higher': 0.04 }
	},
	'across-plug': {
		asks: 'Meter across the plug while it charges, briefly?',
		stage: 'meter',
		minutes: 2,
		phases: ['going'],
		passesCurrent: true,
		usual: { 'a few millivolts': 0.93, 'a tenth of a volt or more': 0.07 },
		kin: 'contact'
	},
	resistance: {
		asks: 'Resistance of the cells, as the charger or a meter shows it?',
		stage: 'meter',
		minutes: 2,
		usual: { 'as ever': 0.84, 'one much higher': 0.06, 'all higher': 0.1 }
	},
	'other-lead': {
		asks: 'The same with another lead?',
		stage: 'swap',
		minutes: 3,
		usual: { same: 0.92, cured: 0.08 },
		kin: 'contact'
	},
	'other-channel': {
		asks: 'The same pack on another channel or charger?',
		stage: 'swap',
		minutes: 4,
		usual: { same: 0.85, cured: 0.15 },
		kin: 'charger'
	},
	'other-pack': {
		asks: 'Another sound pack on this channel?',
		stage: 'swap',
		minutes: 4,
		usual: { 'works well': 0.87, 'same trouble': 0.13 },
		kin: 'charger'
	},
	'fewer-amps': {
		asks: 'With half the amps?',
		stage: 'swap',
		minutes: 3,
		phases: ['going'],
		passesCurrent: true,
		usual: { 'same trouble': 0.75, 'it holds': 0.25 },
		kin: 'supply'
	},
	'rest-after': {
		asks: 'Volts half an hour after the end?',
		stage: 'long',
		minutes: 30,
		phases: ['going', 'end', 'afterwards'],
		usual: { 'stay near the end': 0.7, 'fall well below': 0.2, 'low as before': 0.1 }
	},
	'hour-later': {
		asks: 'The cells an hour after the end?',
		stage: 'long',
		minutes: 60,
		families: ['lithium'],
		usual: { level: 0.88, 'one lower': 0.06, 'all lower': 0.06 },
		kin: 'rest'
	},
	'day-later': {
		asks: 'The cells a day later, nothing connected?',
		stage: 'long',
		minutes: 1440,
		usual: { level: 0.86, 'one lower': 0.06, 'all lower': 0.08 },
		kin: 'rest'
	},
	'capacity-check': {
		asks: 'A capacity check, from full to its everyday end?',
		stage: 'long',
		minutes: 240,
		passesCurrent: true,
		usual: { 'holds what it should': 0.75, 'much less': 0.25 }
	},
	when: {
		asks: 'When did it show?',
		stage: 'known',
		minutes: 0.1,
		phases: ['going'],
		notOf: ['goes-on', 'took-more', 'nickel-late', 'input-amps'],
		usual: { 'from the start': 0.4, 'as volts rose': 0.25, 'when another began': 0.1, suddenly: 0.25 }
	},
	watts: {
		asks: 'Its watts divided by the volts: is that the current it gives?',
		stage: 'known',
		minutes: 0.5,
		phases: ['going'],
		usual: { no: 0.8, 'yes, just that': 0.2 }
	},
	'near-end': {
		asks: 'Are the volts at the end of charge by then?',
		stage: 'known',
		minutes: 0.2,
		phases: ['going', 'end'],
		usual: { 'no, well below': 0.65, yes: 0.35 }
	},
	'others-run': {
		asks: 'Does another channel of this charger run?',
		stage: 'known',
		minutes: 0.1,
		usual: { no: 0.75, yes: 0.25 }
	},
	'charge-share': {
		asks: 'How much went in, beside what was missing?',
		stage: 'known',
		minutes: 0.2,
		phases: ['going', 'end', 'afterwards'],
		usual: { 'about what was missing': 0.65, little: 0.25, 'more than it holds': 0.1 }
	},
	'was-full': {
		asks: 'How full was it before, by its volts then?',
		stage: 'known',
		minutes: 0.2,
		usual: { low: 0.5, 'part charged': 0.27, 'nearly full': 0.23 },
		kin: 'before'
	},
	'reading-age': {
		asks: 'How old was the reading that it was programmed from?',
		stage: 'known',
		minutes: 0.1,
		usual: { fresh: 0.7, 'old, or used since': 0.3 }
	},
	air: {
		asks: 'How warm is it where the pack lies?',
		stage: 'known',
		minutes: 0.1,
		usual: { 'as in a room': 0.85, cold: 0.1, hot: 0.05 }
	},
	'pack-age': {
		asks: 'How old and used is the pack?',
		stage: 'known',
		minutes: 0.1,
		usual: { 'young or little used': 0.6, 'old or much used': 0.4 }
	},
	balanced: {
		asks: 'When was it charged with balance last?',
		stage: 'known',
		minutes: 0.2,
		families: ['lithium'],
		usual: { lately: 0.75, 'long ago, or never': 0.25 }
	},
	'balance-on': {
		asks: 'Does this program balance?',
		stage: 'known',
		minutes: 0.1,
		families: ['lithium'],
		usual: { yes: 0.75, no: 0.25 }
	},
	'used-just-now': {
		asks: 'Was it used in the last hour?',
		stage: 'known',
		minutes: 0.1,
		usual: { no: 0.8, yes: 0.2 }
	},
	rate: {
		asks: 'How fast is it charged?',
		stage: 'known',
		minutes: 0.1,
		families: ['nickel'],
		usual: { 'at half its capacity an hour or faster': 0.65, slower: 0.35 }
	},
	emptied: {
		asks: 'How long did it lie, and how empty, before?',
		stage: 'known',
		minutes: 0.2,
		usual: { 'used lately': 0.7, 'empty for days': 0.15, 'full or part charged for weeks': 0.15 },
		kin: 'before'
	},
	joined: {
		asks: 'Is it joined with other packs?',
		stage: 'known',
		minutes: 0.1,
		usual: { alone: 0.9, joined: 0.1 }
	},
	'hours-left-on': {
		asks: 'How long did it stay on the charger after the end?',
		stage: 'known',
		minutes: 0.1,
		phases: ['end', 'afterwards'],
		usual: { minutes: 0.75, 'hours or days': 0.25 }
	}
} as const satisfies Record<string, Clue>;
export type ClueId = keyof typeof CLUES;
export const CLUE_IDS = Object.keys(CLUES) as ClueId[];
export const clueOf = (id: ClueId): Clue => CLUES[id];
/** The answers that a clue can have. */
export type AnswerOf<C extends ClueId> = keyof (typeof CLUES)[C]['usual'] & string;
