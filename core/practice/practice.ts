/**
 * The schools: matters on which practitioners differ. Each has a default with its reason; a
 * person, a pack or one program may follow another school, and the nearest wins.
 */
import { choice, figure, type ValuesOf } from '../quantity/field';

/** Named as the schools ask about them; `schools.ts` says why the default is what it is. */
export const PRACTICE = {
	purpose: choice({ label: 'How hard to charge', options: ['gentle', 'standard', 'hurry'] }),
	balance: choice({
		label: 'How often to balance',
		options: ['every charge', 'every third charge', 'every fourth charge']
	}),
	hurryMaxC: figure({ label: 'Most in a hurry', unit: 'C', min: 0.5, max: 20, step: 0.5 }),
	/** Rate for a lithium pack whose label says none, 1/h; null is the chemistry's own. */
	noLabelC: figure({
		label: 'Most when the label says none',
		unit: 'C',
		min: 0.1,
		max: 5,
		step: 0.1,
		optional: true
	}),
	fastMode: choice({ label: 'Fast charge', options: ['when pressed', 'never'] }),
	guards: choice({ label: 'Timer and limit', options: ['per pack', 'largest pack', 'off'] }),
	stepRounding: choice({ label: 'Rounding to the step', options: ['down', 'nearest'] }),
	fullness: choice({ label: 'End of charge', options: ['full', 'a little less'] }),
	storageV: figure({
		label: 'Storage voltage',
		unit: 'V/cell',
		min: 3.5,
		max: 3.95,
		step: 0.01,
		optional: true
	}),
	/**
	 * What a pack is put away for: to lie until it is used, or to travel, at 30 % of charge or
	 * below.
	 */
	storageFor: choice({ label: 'Put away', options: ['to lie', 'to travel'] }),
	/**
	 * Share of charge at which packs are put away whose volts say nothing; null is the chemistry's
	 * own.
	 */
	storageShare: figure({
		label: 'Storage charge',
		unit: '%',
		per: 100,
		min: 0.4,
		max: 0.7,
		step: 0.05,
		optional: true
	}),
	cautiousBelowV: figure({ label: 'Careful below', unit: 'V', min: 3, max: 3.8, step: 0.05, optional: true }),
	dischargeC: figure({ label: 'Discharge rate', unit: 'C', min: 0.05, max: 2, step: 0.05 }),
	dischargeEnd: choice({
		label: 'End of discharge',
		options: ['everyday', 'a little deeper', 'capacity check']
	}),
	cycleOrder: choice({ label: 'Order of a cycle', options: ['down first', 'up first'] }),
	plugOrder: choice({
		label: 'Order of plugging in',
		options: ['main lead first', 'balance lead first', 'either']
	}),
	unplugOrder: choice({ label: 'Order of unplugging', options: ['balance lead first', 'main lead first'] }),
	storageAfterDays: figure({ label: 'To storage after', unit: 'days', min: 1, max: 30, step: 1 }),
	maintenance: choice({ label: 'Maintenance', options: ['monthly', 'every 3 months', 'lithium never'] }),
	maintenanceOrder: choice({
		label: 'Order of maintenance',
		options: ['charge, empty, storage', 'charge, storage']
	}),
	parallel: choice({
		label: 'Parallel',
		options: ['close volts', 'close volts, strict', 'same model only', 'never']
	}),
	container: choice({ label: 'Container', options: ['vented box', 'bag', 'bricks', 'metal box'] }),
	fieldBattery: choice({ label: 'In the field', options: ['its own battery', 'the vehicle'] })
} as const;
export type Practice = ValuesOf<typeof PRACTICE>;
export type PracticeId = keyof Practice;

/** What one layer says; what is absent it leaves to the layer above. */
export type PracticeLayer = Partial<Practice>;

export const DEFAULT_PRACTICE: Practice = {
	purpose: 'standard',
	balance: 'every charge',
	hurryMaxC: 2,
	noLabelC: null,
	fastMode: 'when pressed',
	guards: 'per pack',
	stepRounding: 'down',
	fullness: 'full',
	storageFor: 'to lie',
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
