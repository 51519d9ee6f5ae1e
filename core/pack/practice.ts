/**
 * The schools: matters on which practitioners differ. Each has a default with its reason; a person, a pack or one program may
 * follow another school, and the nearest wins.
 */
import { z } from 'zod';

export const Practice = z.object({
	purpose: z.enum(['gentle', 'standard', 'hurry']),
	balance: z.enum(['every charge', 'every third charge']),
	hurryMaxC: z.number().min(0.5, 'At least 0.5C.').max(20, 'At most 20C.'),
	stepRounding: z.enum(['down', 'nearest']),
	fullness: z.enum(['full', 'a little less']),
	storageV: z.number().min(3.5).max(3.95).nullable(),
	cautiousBelowV: z.number().min(3).max(3.8).nullable(),
	dischargeC: z.number().min(0.05).max(2),
	dischargeEnd: z.enum(['everyday', 'capacity check']),
	cycleOrder: z.enum(['down first', 'up first']),
	plugOrder: z.enum(['main lead first', 'balance lead first']),
	unplugOrder: z.enum(['balance lead first', 'main lead first']),
	storageAfterDays: z.number().min(1, 'At least a day.').max(30, 'At most 30 days.'),
	container: z.enum(['vented box', 'bag', 'bricks', 'metal box']),
	fieldBattery: z.enum(['its own battery', 'the vehicle'])
});
export type Practice = z.infer<typeof Practice>;
export type PracticeId = keyof Practice;

/** What one layer says; what is absent it leaves to the layer above. */
export const PracticeLayer = Practice.partial();
export type PracticeLayer = z.infer<typeof PracticeLayer>;

export const DEFAULT_PRACTICE: Practice = {
	purpose: 'standard',
	balance: 'every charge',
	hurryMaxC: 2,
	stepRounding: 'down',
	fullness: 'full',
	storageV: null,
	cautiousBelowV: null,
	dischargeC: 0.2,
	dischargeEnd: 'everyday',
	cycleOrder: 'down first',
	plugOrder: 'main lead first',
	unplugOrder: 'balance lead first',
	storageAfterDays: 5,
	container: 'vented box',
	fieldBattery: 'its own battery'
};

export interface School {
	id: PracticeId;
	question: string;
	/** Why the default is what it is; common practice, no source. */
	why: string;
	/** Values to choose from; for figures the range and unit. */
	choices: readonly string[] | { min: number; max: number; step: number; unit: string; off: string | null };
	/** A pack may have its own; the others are matters of the person alone. */
	ofPack: boolean;
}

export const SCHOOLS: readonly School[] = [
	{
		id: 'purpose',
		question: 'How hard to charge',
		why: 'About 1C whatever the label; hurry goes up to the label, gentle is about half.',
		choices: ['gentle', 'standard', 'hurry'],
		ofPack: true
	},
	{
		id: 'hurryMaxC',
		question: 'Most in a hurry',
		why: 'Twice the capacity per hour: many labels promise more than cells bear for long.',
		choices: { min: 0.5, max: 20, step: 0.5, unit: 'C', off: null },
		ofPack: true
	},
	{
		id: 'balance',
		question: 'Balance lead',
		why: 'Every charge: it also lets the charger watch each cell.',
		choices: ['every charge', 'every third charge'],
		ofPack: true
	},
	{
		id: 'fullness',
		question: 'End of charge',
		why: 'Full; a little less gives up about a tenth for many more cycles.',
		choices: ['full', 'a little less'],
		ofPack: true
	},
	{
		id: 'stepRounding',
		question: 'Rounding to the step',
		why: 'Down, so that no limit is passed by a step.',
		choices: ['down', 'nearest'],
		ofPack: false
	},
	{
		id: 'storageV',
		question: 'Storage voltage',
		why: 'The middle of what the schools use for the chemistry.',
		choices: { min: 3.5, max: 3.95, step: 0.01, unit: 'V/cell', off: 'by chemistry' },
		ofPack: true
	},
	{
		id: 'cautiousBelowV',
		question: 'Gentle on cells under',
		why: 'Off: between floor and full no cell needs special care.',
		choices: { min: 3, max: 3.8, step: 0.05, unit: 'V', off: 'off' },
		ofPack: true
	},
	{
		id: 'dischargeC',
		question: 'Discharge rate',
		why: 'A fifth of the capacity per hour, as capacities are rated.',
		choices: { min: 0.05, max: 2, step: 0.05, unit: 'C', off: null },
		ofPack: true
	},
	{
		id: 'dischargeEnd',
		question: 'End of discharge',
		why: 'The everyday end; the floor only to check a capacity.',
		choices: ['everyday', 'capacity check'],
		ofPack: true
	},
	{
		id: 'cycleOrder',
		question: 'Cycle begins',
		why: 'Down first: the pack is full when it ends.',
		choices: ['down first', 'up first'],
		ofPack: false
	},
	{
		id: 'plugOrder',
		question: 'Plug order',
		why: 'Main lead first, so that no charge flows through thin balance wires.',
		choices: ['main lead first', 'balance lead first'],
		ofPack: false
	},
	{
		id: 'unplugOrder',
		question: 'Unplug order',
		why: 'The reverse of plugging in: balance lead first.',
		choices: ['balance lead first', 'main lead first'],
		ofPack: false
	},
	{
		id: 'storageAfterDays',
		question: 'Full for at most',
		why: 'Five days; some put a pack away the same day, some after a week.',
		choices: { min: 1, max: 30, step: 1, unit: 'days', off: null },
		ofPack: true
	},
	{
		id: 'container',
		question: 'Container',
		why: 'Vented and fire-resistant; a sealed metal box holds the pressure in.',
		choices: ['vented box', 'bag', 'bricks', 'metal box'],
		ofPack: false
	},
	{
		id: 'fieldBattery',
		question: 'Power at the field',
		why: 'Its own battery: a drained vehicle does not start.',
		choices: ['its own battery', 'the vehicle'],
		ofPack: false
	}
];

export type Layer = 'default' | 'person' | 'pack' | 'program';

export interface ResolvedPractice {
	values: Practice;
	/** Which layer each value came from. */
	from: Record<PracticeId, Layer>;
}

/** Lays the layers over one another: program over pack over person over default. */
export function resolvePractice(
	person: PracticeLayer = {},
	pack: PracticeLayer = {},
	program: PracticeLayer = {}
): ResolvedPractice {
	const values: Record<string, unknown> = { ...DEFAULT_PRACTICE };
	const from = Object.fromEntries(Object.keys(DEFAULT_PRACTICE).map((id) => [id, 'default'])) as Record<
		PracticeId,
		Layer
	>;
	const layers: [Layer, PracticeLayer][] = [
		['person', person],
		['pack', pack],
		['program', program]
	];
	for (const [layer, chosen] of layers)
		for (const [id, value] of Object.entries(chosen)) {
			if (value === undefined) continue;
			values[id] = value;
			from[id as PracticeId] = layer;
		}
	return { values: values as Practice, from };
}

const WORDS: Record<Layer, string> = {
	default: 'the usual practice',
	person: 'your practice',
	pack: "this pack's practice",
	program: "this program's choice"
};

/** In words, whose choice a value is: "your practice". */
export const whose = (practice: ResolvedPractice, id: PracticeId): string => WORDS[practice.from[id]];

/** The purpose to begin with, by the nearest layer. */
export const usualPurpose = (person: PracticeLayer, pack: PracticeLayer): Practice['purpose'] =>
	resolvePractice(person, pack).values.purpose;
