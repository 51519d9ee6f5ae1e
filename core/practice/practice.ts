/**
 * The schools: matters on which practitioners differ. Each has a default with its reason; a person, a pack or one program may
 * follow another school, and the nearest wins.
 */
import { z } from 'zod';

export const Practice = z.object({
	purpose: z.enum(['gentle', 'standard', 'hurry']),
	balance: z.enum(['every charge', 'every third charge', 'every fourth charge']),
	hurryMaxC: z.number().min(0.5, 'At least 0.5C.').max(20, 'At most 20C.'),
	/** Rate for a lithium pack whose label says none, 1/h; null is the chemistry's own. */
	noLabelC: z.number().min(0.1, 'At least 0.1C.').max(5, 'At most 5C.').nullable(),
	fastMode: z.enum(['when pressed', 'never']),
	guards: z.enum(['per pack', 'largest pack', 'off']),
	stepRounding: z.enum(['down', 'nearest']),
	fullness: z.enum(['full', 'a little less']),
	storageV: z.number().min(3.5).max(3.95).nullable(),
	/** Share of charge at which packs are put away whose volts say nothing; null is the chemistry's own. */
	storageShare: z.number().min(0.4, 'At least 40 %.').max(0.7, 'At most 70 %.').nullable(),
	cautiousBelowV: z.number().min(3).max(3.8).nullable(),
	dischargeC: z.number().min(0.05).max(2),
	dischargeEnd: z.enum(['everyday', 'a little deeper', 'capacity check']),
	cycleOrder: z.enum(['down first', 'up first']),
	plugOrder: z.enum(['main lead first', 'balance lead first', 'either']),
	unplugOrder: z.enum(['balance lead first', 'main lead first']),
	storageAfterDays: z.number().min(1, 'At least a day.').max(30, 'At most 30 days.'),
	maintenance: z.enum(['monthly', 'every 3 months', 'lithium never']),
	maintenanceOrder: z.enum(['charge, empty, storage', 'charge, storage']),
	parallel: z.enum(['close volts', 'close volts, strict', 'same model only', 'never']),
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
	noLabelC: null,
	fastMode: 'when pressed',
	guards: 'per pack',
	stepRounding: 'down',
	fullness: 'full',
	storageV: null,
	storageShare: null,
	cautiousBelowV: null,
	dischargeC: 0.2,
	dischargeEnd: 'everyday',
	cycleOrder: 'down first',
	plugOrder: 'main lead first',
	unplugOrder: 'balance lead first',
	storageAfterDays: 5,
	maintenance: 'every 3 months',
	maintenanceOrder: 'charge, empty, storage',
	parallel: 'close volts',
	container: 'vented box',
	fieldBattery: 'its own battery'
};

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
