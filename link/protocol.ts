/**
 * The line protocol of the simulated charger. One request is one line, one answer is one line, in
 * order:
 *
 *     VERB [CHARGER/CHANNEL] [JSON]      ->      OK [JSON]   |   ERR code words
 *
 * Charger and channel are addressed by the ids that the application gave them, so that a new
 * label changes nothing. Shapes are Zod schemas, checked on both sides. Verbs: HELLO, SPEED,
 * PLUG, POSE, UNPLUG, FAULTS, CHECK, START, CANCEL, STOP, STATUS, LOG.
 */
import { z } from 'zod';
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';

const ChemistryId = z.enum(CHEMISTRY_IDS as [string, ...string[]]);

/** Raised whenever an older side would misunderstand a newer one. */
export const PROTOCOL = 3;

/** Where a request goes. */
export interface ChannelAddress {
	chargerId: string;
	channelId: string;
}
export const addressText = (at: ChannelAddress): string => `${at.chargerId}/${at.channelId}`;

/** A request line: verb, charger, channel and body, each of the last three where there is one. */
export const REQUEST = /^([A-Z]{2,10})(?: ([\w-]{1,64})\/([\w-]{1,64}))?(?: ([[{\d].*))?$/;

const finite = z.number().finite();
/**
 * A pack as the application knows it, plugged in by whoever plays the bench: its label, what a
 * meter showed, and a seed. What it really is the simulated charger draws from that for itself.
 */
export const PluggedPack = z.object({
	chemistry: ChemistryId,
	cells: z.number().int().min(1).max(24),
	/** What the label says, and what was measured where somebody has, Ah. */
	labelAh: finite.positive().max(1000),
	measuredAh: finite.positive().max(1000).nullable(),
	ageYears: finite.min(0).max(100),
	balanceLead: z.boolean(),
	/** Rest volts of each cell as a meter showed them; null where nobody measured at rest. */
	restV: z.array(finite.min(-3).max(6)).min(1).max(24).nullable(),
	/**
	 * Charge of each cell as it is believed (1 = full), and how sure that is, one standard
	 * deviation.
	 */
	charge: z.array(finite.min(-0.5).max(1.5)).min(1).max(24),
	chargeSigma: finite.min(0).max(1),
	packDegC: finite.min(-60).max(150),
	airDegC: finite.min(-60).max(100),
	seed: z
		.number()
		.int()
		.min(0)
		.max(2 ** 32),
	tag: z.string().max(64)
});
export type PluggedPack = z.infer<typeof PluggedPack>;

/** A pack as it really is: what the application does not know. Posed exactly by tests. */
export const PackTruth = z
	.object({
		chemistry: ChemistryId,
		capacityAh: z.array(finite.positive().max(1000)).min(1).max(24),
		soc: z.array(finite.min(-0.5).max(1.5)).min(1).max(24),
		seriesOhm: z.array(finite.positive()).min(1).max(24),
		relaxOhm: z.array(finite.min(0)).min(1).max(24),
		startDegC: finite.min(-60).max(150),
		ambientDegC: finite.min(-60).max(100),
		balanceLead: z.boolean(),
		/** Height of the false early peak of a nickel pack, V per cell. */
		falsePeakV: z.number().min(0).default(0),
		/**
		 * How the curve of its cells departs from its chemistry's: charge by which it is bent in the
		 * middle.
		 */
		curveBend: finite.min(-0.2).max(0.2).default(0),
		/** How readily it cools, and what it stores of what is put in, against its chemistry's. */
		coolingFactor: finite.min(0.3).max(3).default(1),
		efficiencyFactor: finite.min(0.8).max(1).default(1),
		/**
		 * The charger's own errors: how much higher than it reads a cell really is, V, and real current
		 * over shown.
		 */
		voltageErrorV: finite.min(-0.05).max(0.05).default(0),
		currentFactor: finite.min(0.9).max(1.1).default(1),
		/** Marks the pack, so that the app can tell whether it is still the same one. */
		tag: z.string().max(64)
	})
	.refine((t) => [t.soc, t.seriesOhm, t.relaxOhm].every((c) => c.length === t.capacityAh.length), {
		error: 'every cell needs a capacity, a charge and both resistances'
	});
export type PackTruth = z.infer<typeof PackTruth>;

/** A cell position, from 1. */
const cell = z.number().int().min(1).max(24);
/** From which minute of the run a fault is there; 0: from the moment the pack is plugged in. */
const fromMin = finite.min(0).max(10_000).default(0);

/**
 * What can be wrong with a pack, its leads, the charger or its supply. Set with FAULTS on a
 * channel, before a start or during a run.
 */
export const Fault = z.discriminatedUnion('kind', [
	z.object({ kind: z.literal('main lead open'), fromMin }),
	/**
	 * Wire 0 is the black one at the first cell's foot, wire n the one above cell n. `pulled`: the
	 * open tap is drawn to its lower neighbour; `alike`: the input shares the volts of the two cells
	 * evenly.
	 */
	z.object({
		kind: z.literal('balance wire open'),
		wire: z.number().int().min(0).max(24),
		input: z.enum(['pulled', 'alike']).default('pulled'),
		fromMin
	}),
	z.object({ kind: z.literal('balance lead off'), fromMin }),
	/** Its resistance is so many times that of its fellows. */
	z.object({ kind: z.literal('weak cell'), cell, times: finite.min(1).max(100).default(5) }),
	/** It loses so much current inside. */
	z.object({ kind: z.literal('leaking cell'), cell, leakA: finite.positive().max(20) }),
	/** It takes no charge and holds next to no volts. */
	z.object({ kind: z.literal('dead cell'), cell }),
	/** Resistance of plug and lead that is too much, Ω for the pack's whole circuit. */
	z.object({ kind: z.literal('bad plug'), ohm: finite.positive().max(2) }),
	/**
	 * The supply gives no more than this, W; with `trips` the charger gives up when more is asked
	 * for.
	 */
	z.object({
		kind: z.literal('weak supply'),
		watts: finite.positive().max(5000),
		trips: z.boolean().default(false),
		fromMin
	}),
	/** The charger itself becomes too hot so many minutes into the run. */
	z.object({ kind: z.literal('charger hot'), fromMin }),
	/** What it reads of this cell walks away, mV an hour. */
	z.object({ kind: z.literal('drifting reading'), cell, mvPerHour: finite.min(-500).max(500) }),
	/** Height of a false early peak of a nickel cell, V. */
	z.object({ kind: z.literal('false dip'), volts: finite.positive().max(0.2).default(0.03) }),
	z.object({ kind: z.literal('missed dip') }),
	/** Its own end is so many volts a cell above what is keyed. */
	z.object({ kind: z.literal('wrong end'), byV: finite.min(-1).max(1) }),
	/**
	 * It asks for a confirmation that nobody gives: it goes back to its first screen without a word.
	 */
	z.object({ kind: z.literal('not confirmed') })
]);
export type Fault = z.infer<typeof Fault>;
export type FaultKind = Fault['kind'];
export const Faults = z.array(Fault).max(12);

/** One leg of a program. Null is off, or not asked of this leg. */
export const KeyedLeg = z.object({
	kind: z.enum(['charge', 'discharge', 'rest']),
	/** 0 for a rest. */
	currentA: z.number().min(0),
	/** End per cell; null when volts do not end it. */
	endVoltageV: z.number().positive().nullable(),
	/** Current at which constant voltage ends. */
	taperA: z.number().positive().nullable().default(null),
	balance: z.boolean().default(false),
	/**
	 * Fall from the peak that ends a nickel charge, V per cell, and what is ignored at the start, s.
	 */
	deltaV: z.number().positive().nullable().default(null),
	holdOffS: z.number().min(0).default(0),
	/** Rise of temperature that also ends it, K/min; null where it is not watched. */
	riseKPerMin: z.number().positive().nullable().default(null),
	timerMin: z.number().positive().nullable().default(null),
	capacityLimitAh: z.number().positive().nullable().default(null),
	temperatureLimitDegC: z.number().positive().nullable().default(null),
	/** What the leg's own end is called. */
	reached: z.enum(['full', 'end voltage']).default('full'),
	/** The next leg follows whatever ended this one. */
	goesOnAnyway: z.boolean().default(false)
});
export type KeyedLeg = z.infer<typeof KeyedLeg>;

/** A program as it is keyed into the simulated charger. */
export const KeyedProgram = z.object({
	/** Chosen by the caller; the same id started twice is one run. */
	runId: z.string().min(1).max(64),
	chemistry: ChemistryId,
	cells: z.number().int().min(1).max(24),
	legs: z.array(KeyedLeg).min(1).max(60)
});
export type KeyedProgram = z.infer<typeof KeyedProgram>;

export const CheckAnswer = z.object({
	/**
	 * Cells it counts from the volts of the main lead; null for nickel, which cannot be counted so.
	 */
	cells: z.number().int().nullable(),
	packV: z.number(),
	/** Volts of each cell; empty when no balance lead is seen. */
	cellV: z.array(z.number())
});
export type CheckAnswer = z.infer<typeof CheckAnswer>;

export const StatusAnswer = z.object({
	state: z.enum(['empty', 'plugged', 'running', 'ended']),
	tag: z.string().nullable(),
	runId: z.string().nullable(),
	/** Legs of the program, and the one that runs, from 1. */
	leg: z.number().int().default(1),
	legs: z.number().int().default(1),
	/**
	 * How long this charger has been on, in real seconds: what it was told before that it does not
	 * know.
	 */
	upS: z.number().min(0),
	/** Samples kept so far; the next one has this number. */
	samples: z.number().int(),
	timeS: z.number(),
	currentA: z.number(),
	packV: z.number(),
	chargeAh: z.number(),
	phase: z.string().nullable(),
	endReason: z.string().nullable(),
	/** What stands on its screen when something is wrong, in its own words. */
	message: z.string().nullable().default(null)
});
export type StatusAnswer = z.infer<typeof StatusAnswer>;

/** Samples as columns; `cellV` holds one array per cell. */
export const LogAnswer = z.object({
	from: z.number().int(),
	timeS: z.array(z.number()),
	currentA: z.array(z.number()),
	packV: z.array(z.number()),
	chargeAh: z.array(z.number()),
	temperatureDegC: z.array(z.number()),
	cellV: z.array(z.array(z.number())),
	more: z.boolean()
});
export type LogAnswer = z.infer<typeof LogAnswer>;

/** What is asked of one run alone: another one on the channel answers with an error. */
export const OfRun = z.object({ runId: z.string().min(1).max(64) });
export const LogRequest = OfRun.extend({ from: z.number().int().min(0) });

export const HelloAnswer = z.object({
	name: z.string(),
	protocol: z.number().int(),
	speed: z.number(),
	/** Channels with a run going on. */
	running: z.number().int()
});
export type HelloAnswer = z.infer<typeof HelloAnswer>;
