/**
 * The line protocol of the simulated charger. One request is one line, one answer is one line, in order:
 *
 *     VERB [CHANNEL] [JSON]      ->      OK [JSON]   |   ERR code words
 *
 * Shapes are Zod schemas, checked on both sides. Verbs: HELLO, SPEED, PLUG, UNPLUG, CHECK, START, STOP, STATUS, LOG.
 */
import { z } from 'zod';

/** A pack as it really is: what the app does not know. Plugged into a channel by whoever plays the bench. */
export const PackTruth = z.object({
	chemistry: z.string(),
	capacityAh: z.array(z.number().positive()).min(1).max(24),
	soc: z.array(z.number()),
	seriesOhm: z.array(z.number().positive()),
	relaxOhm: z.array(z.number().min(0)),
	startDegC: z.number(),
	ambientDegC: z.number(),
	balanceLead: z.boolean(),
	/** Height of the false early peak of a nickel pack, V per cell. */
	falsePeakV: z.number().min(0).default(0),
	/** Marks the pack, so that the app can tell whether it is still the same one. */
	tag: z.string()
});
export type PackTruth = z.infer<typeof PackTruth>;

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
	/** Fall from the peak that ends a nickel charge, V per cell, and what is ignored at the start, s. */
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
	chemistry: z.string(),
	cells: z.number().int().min(1).max(24),
	legs: z.array(KeyedLeg).min(1).max(60)
});
export type KeyedProgram = z.infer<typeof KeyedProgram>;

export const CheckAnswer = z.object({
	/** Cells it counts from the volts of the main lead; null for nickel, which cannot be counted so. */
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
	/** Samples kept so far; the next one has this number. */
	samples: z.number().int(),
	timeS: z.number(),
	currentA: z.number(),
	packV: z.number(),
	chargeAh: z.number(),
	phase: z.string().nullable(),
	endReason: z.string().nullable()
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

export const HelloAnswer = z.object({
	name: z.string(),
	protocol: z.literal(1),
	channels: z.array(z.string()),
	speed: z.number()
});
export type HelloAnswer = z.infer<typeof HelloAnswer>;
