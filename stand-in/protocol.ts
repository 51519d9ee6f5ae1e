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
	/** Marks the pack, so that the app can tell whether it is still the same one. */
	tag: z.string()
});
export type PackTruth = z.infer<typeof PackTruth>;

/** A program as it is keyed into the simulated charger. */
export const KeyedProgram = z.object({
	/** Chosen by the caller; the same id started twice is one run. */
	runId: z.string().min(1).max(64),
	chemistry: z.string(),
	cells: z.number().int().min(1).max(24),
	currentA: z.number().positive(),
	endVoltageV: z.number().positive(),
	balance: z.boolean(),
	taperA: z.number().positive(),
	timerMin: z.number().positive().nullable(),
	capacityLimitAh: z.number().positive().nullable(),
	temperatureLimitDegC: z.number().positive().nullable()
});
export type KeyedProgram = z.infer<typeof KeyedProgram>;

export const CheckAnswer = z.object({
	/** Cells it counts from the volts of the main lead. */
	cells: z.number().int(),
	packV: z.number(),
	/** Volts of each cell; empty when no balance lead is seen. */
	cellV: z.array(z.number())
});
export type CheckAnswer = z.infer<typeof CheckAnswer>;

export const StatusAnswer = z.object({
	state: z.enum(['empty', 'plugged', 'running', 'ended']),
	tag: z.string().nullable(),
	runId: z.string().nullable(),
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
