/**
 * Benches with something hidden, to learn on: what the charger is told, what is wrong, and what
 * hands and meter would find. What the simulated charger shows by itself is not written down here
 * (common practice, no source).
 */
import type { AnswerOf, ClueId } from '../core/diagnose/clue';
import type { SymptomId } from '../core/diagnose/symptom';
import type { Fault } from '../link/protocol';

export const GRADES = [1, 2, 3] as const;
export type Grade = (typeof GRADES)[number];

export interface Drill {
	id: string;
	grade: Grade;
	/** What really is behind it. */
	causeId: string;
	shows: SymptomId;
	chemistry: 'lipo' | 'liion' | 'life' | 'nimh';
	/** Charge at the start, and whether the cells differ by so much. */
	soc: number;
	apart?: number;
	/** Put in; `cell` is one of the pack's own, drawn by the seed. */
	faults: (cells: number, cell: number) => Fault[];
	/** Read before a start, or after so many minutes of a charge. */
	minutes: number | 'check';
	/** Current set, C, and watts of the channel at most where they bind. */
	rateC?: number;
	balance?: boolean;
	/** What hands and meter find; the rest is as usual. */
	finds: { [C in ClueId]?: AnswerOf<C> };
	/** What a wrong move would have cost. */
	cost: string;
}

const none = (): Fault[] => [];

export const DRILLS: readonly Drill[] = [
	{
		id: 'plug',
		grade: 1,
		causeId: 'plug-not-home',
		shows: 'no-pack',
		chemistry: 'lipo',
		soc: 0.5,
		faults: () => [{ kind: 'main lead open', fromMin: 0 }],
		minutes: 'check',
		finds: { reseat: 'cured', 'meter-lead': 'nothing', 'other-lead': 'cured' },
		cost: 'Nothing but time; a plug forced into the wrong one would have cost both.'
	},
	{
		id: 'balance-out',
		grade: 1,
		causeId: 'balance-lead-out',
		shows: 'cells-zero',
		chemistry: 'lipo',
		soc: 0.5,
		faults: () => [{ kind: 'balance lead off', fromMin: 0 }],
		minutes: 'check',
		finds: { reseat: 'cured' },
		cost: 'Charged without it the cells would have been nobody’s: the highest decides alone.'
	},
	{
		id: 'dead',
		grade: 1,
		causeId: 'dead-cell',
		shows: 'count-differs',
		chemistry: 'lipo',
		soc: 0.45,
		faults: (_, cell) => [{ kind: 'dead cell', cell }],
		minutes: 'check',
		finds: {
			'meter-taps': 'one near nothing',
			'meter-plug': 'a cell short',
			'hour-later': 'one lower',
			'day-later': 'one lower',
			label: 'as set'
		},
		cost: 'Keyed one cell lower and charged, the sound cells would have been driven past their limit: a fire.'
	},
	{
		id: 'inner',
		grade: 1,
		causeId: 'inner-wire-open',
		shows: 'cell-odd',
		chemistry: 'lipo',
		soc: 0.5,
		faults: (cells) => [
			{ kind: 'balance wire open', wire: Math.max(1, cells - 2), input: 'pulled', fromMin: 0 }
		],
		minutes: 'check',
		finds: { 'meter-taps': 'a tap reads nothing' },
		cost: 'Balanced through an open tap one cell would have been bled and the other over-charged.'
	},
	{
		id: 'watts',
		grade: 1,
		causeId: 'channel-watts',
		shows: 'less-current',
		chemistry: 'lipo',
		soc: 0.4,
		faults: none,
		minutes: 10,
		rateC: 5,
		finds: { watts: 'yes, just that', when: 'as volts rose' },
		cost: 'Nothing: it was normal. Stopping it would have cost an hour.'
	},
	{
		id: 'hot-charger',
		grade: 1,
		causeId: 'charger-hot',
		shows: 'hot-charger',
		chemistry: 'lipo',
		soc: 0.3,
		faults: () => [{ kind: 'charger hot', fromMin: 12 }],
		minutes: 15,
		finds: { 'charger-warm': 'hot, or the fan still', vents: 'shut or in the sun', 'other-channel': 'cured' },
		cost: 'Started again hot it would have given up again, or given way.'
	},
	{
		id: 'outer',
		grade: 2,
		causeId: 'outer-wire-open',
		shows: 'cell-odd',
		chemistry: 'liion',
		soc: 0.5,
		faults: (cells) => [{ kind: 'balance wire open', wire: cells, input: 'pulled', fromMin: 0 }],
		minutes: 'check',
		finds: { 'meter-taps': 'a tap reads nothing' },
		cost: 'Taken for a dead cell a sound pack would have been thrown away; balanced it would have burned.'
	},
	{
		id: 'trips',
		grade: 2,
		causeId: 'supply-limits',
		shows: 'restarts',
		chemistry: 'lipo',
		soc: 0.3,
		faults: () => [{ kind: 'weak supply', watts: 20, trips: true, fromMin: 0 }],
		minutes: 5,
		finds: {
			input: 'sagging under load',
			'fewer-amps': 'it holds',
			'other-pack': 'same trouble',
			when: 'suddenly'
		},
		cost: 'A new charger would have been bought for an old supply.'
	},
	{
		id: 'hot-plug',
		grade: 2,
		causeId: 'hot-plug',
		shows: 'current-falls',
		chemistry: 'lipo',
		soc: 0.4,
		faults: () => [{ kind: 'bad plug', ohm: 0.12 }],
		minutes: 30,
		finds: {
			'plug-warm': 'hot',
			'across-plug': 'a tenth of a volt or more',
			'other-lead': 'cured',
			'rest-after': 'fall well below'
		},
		cost: 'The plug would have melted under the next hurry: volts at the charger, heat at the hand.'
	},
	{
		id: 'weak',
		grade: 2,
		causeId: 'weak-cell',
		shows: 'cells-part',
		chemistry: 'lipo',
		soc: 0.35,
		faults: (_, cell) => [{ kind: 'weak cell', cell, times: 8 }],
		minutes: 20,
		finds: {
			resistance: 'one much higher',
			'hour-later': 'level',
			'pack-age': 'old or much used',
			'rest-after': 'fall well below',
			balanced: 'lately'
		},
		cost: 'In the model it would have gone under its floor first, and out of service hot.'
	},
	{
		id: 'false-dip',
		grade: 2,
		causeId: 'false-dip',
		shows: 'nickel-early',
		chemistry: 'nimh',
		soc: 0.1,
		faults: () => [{ kind: 'false dip', volts: 0.1 }],
		minutes: 60,
		rateC: 1,
		finds: {
			'pack-warm': 'cool',
			'rest-after': 'low as before',
			emptied: 'full or part charged for weeks',
			'was-full': 'low'
		},
		cost: 'Taken for full it would have left the boat on the pond.'
	},
	{
		id: 'taper',
		grade: 2,
		causeId: 'taper',
		shows: 'current-falls',
		chemistry: 'lipo',
		soc: 0.75,
		faults: none,
		minutes: 35,
		balance: false,
		finds: { when: 'as volts rose' },
		cost: 'Nothing: it was normal.'
	},
	{
		id: 'drift',
		grade: 2,
		causeId: 'charger-off',
		shows: 'ends-high',
		chemistry: 'lipo',
		soc: 0.6,
		faults: () => [{ kind: 'wrong end', byV: 0.08 }],
		minutes: 90,
		balance: false,
		finds: {
			'charger-meter': 'agree',
			'meter-taps': 'all over',
			'other-pack': 'same trouble',
			'other-channel': 'cured',
			label: 'as set'
		},
		cost: 'Every pack of the evening would have been over-charged by it.'
	},
	{
		id: 'leak',
		grade: 3,
		causeId: 'leaking-cell',
		shows: 'cells-part',
		chemistry: 'liion',
		soc: 0.3,
		faults: (_, cell) => [{ kind: 'leaking cell', cell, leakA: 0.6 }],
		minutes: 60,
		balance: false,
		finds: {
			'meter-taps': 'one low',
			'hour-later': 'one lower',
			'day-later': 'one lower',
			'pack-warm': 'warm',
			balanced: 'lately',
			resistance: 'as ever',
			'charge-share': 'more than it holds'
		},
		cost: 'Left on the charger it would have heated in one place, for hours.'
	},
	{
		id: 'unbalanced',
		grade: 3,
		causeId: 'rarely-balanced',
		shows: 'cells-part',
		chemistry: 'lipo',
		soc: 0.5,
		apart: 0.12,
		faults: none,
		minutes: 10,
		balance: false,
		finds: {
			balanced: 'long ago, or never',
			resistance: 'as ever',
			'hour-later': 'level',
			'day-later': 'level',
			'meter-taps': 'one low'
		},
		cost: 'Retired for nothing: three balanced charges would have levelled it.'
	},
	{
		id: 'missed-dip',
		grade: 3,
		causeId: 'missed-dip',
		shows: 'nickel-late',
		chemistry: 'nimh',
		soc: 0.7,
		faults: () => [{ kind: 'missed dip' }],
		minutes: 90,
		rateC: 0.5,
		finds: { 'pack-warm': 'hot', rate: 'slower' },
		cost: 'It would have gone on until it vented.'
	},
	{
		id: 'not-empty',
		grade: 3,
		causeId: 'was-not-empty',
		shows: 'few-mah',
		chemistry: 'lipo',
		soc: 0.9,
		faults: none,
		minutes: 60,
		balance: false,
		finds: {
			'was-full': 'nearly full',
			'rest-after': 'stay near the end',
			'pack-age': 'young or little used'
		},
		cost: 'Nothing: it was nearly full before.'
	},
	{
		id: 'miscounted',
		grade: 3,
		causeId: 'miscounted-used',
		shows: 'count-differs',
		chemistry: 'lipo',
		soc: -0.005,
		faults: none,
		minutes: 'check',
		finds: { 'meter-taps': 'all low', 'meter-plug': 'a cell short', label: 'as set', emptied: 'used lately' },
		cost: 'Keyed by the count that it read, the cells would have been charged to another pack’s end.'
	},
	{
		id: 'wire-shared',
		grade: 3,
		causeId: 'balancing',
		shows: 'jumps',
		chemistry: 'lipo',
		soc: 0.9,
		apart: 0.04,
		faults: none,
		minutes: 12,
		finds: { 'charge-share': 'about what was missing' },
		cost: 'Nothing: it was balancing.'
	}
];
export const drillOf = (id: string): Drill | null => DRILLS.find((d) => d.id === id) ?? null;
