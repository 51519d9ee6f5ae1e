/** A charger: channels, what they share, what feeds them, and what it holds. */
import { z } from 'zod';
import { ChemistryId } from '../chemistry/catalogue';
import { TaskId } from './programs';
import { HeldSetting } from './setting';

/** What a channel takes of one chemistry: cells, and the range of its end-of-charge setting. */
export const ChannelChemistry = z
	.object({
		chemistry: ChemistryId,
		minCells: z.number().int().min(1),
		maxCells: z.number().int().min(1).max(24),
		/** V per cell; null leaves it to the chemistry. */
		endVoltageMinV: z.number().min(1).max(5).nullable().default(null),
		endVoltageMaxV: z.number().min(1).max(5).nullable().default(null)
	})
	.refine((c) => c.minCells <= c.maxCells, {
		error: 'The least count is above the greatest.',
		path: ['minCells']
	});

export const ChannelFields = z
	.object({
		label: z.string().trim().min(1, 'A channel needs a label.').max(20),
		/** Greatest output power, W. */
		powerW: z.number().min(1, 'Power must be at least 1 W.').max(5000, 'Power must be at most 5000 W.'),
		/** Least and greatest current it can be set to, A. */
		minCurrentA: z.number().positive('Least current must be above 0 A.').max(50),
		maxCurrentA: z.number().positive('Current must be above 0 A.').max(100, 'Current must be at most 100 A.'),
		/** Step of the current setting, A. */
		currentStepA: z.number().positive('Step must be above 0 A.').max(10),
		/** Step of the end-of-charge setting, V per cell; null when it cannot be changed. */
		endVoltageStepV: z.number().positive().max(0.1).nullable(),
		chemistries: z.array(ChannelChemistry).min(1, 'A channel charges at least one chemistry.'),
		/** Bleed current of one cell, A; 0 when the channel does not balance. */
		balanceCurrentA: z.number().min(0).max(20),
		/** Cells its balance port takes; 0 when it has none. */
		balancePortCells: z.number().int().min(0).max(24),
		/** Shows each cell on its screen. */
		showsCells: z.boolean().default(true),
		/** Greatest discharge power, W, and current, A; 0 when it cannot discharge. */
		dischargePowerW: z.number().min(0).max(2000),
		dischargeCurrentA: z.number().min(0).max(100),
		/** How far its cell volts may be off, V per cell. */
		voltageAccuracyV: z.number().min(0).max(0.1),
		/** A temperature probe can be connected. */
		hasProbe: z.boolean().default(false),
		/** Programs its screen offers. */
		tasks: z
			.array(TaskId)
			.min(1, 'A channel offers at least one program.')
			.default(['balance', 'charge', 'storage', 'discharge']),
		/** Current it always uses, A; null when it can be set. The same in its storage program. */
		fixedCurrentA: z.number().positive().max(100).nullable().default(null),
		storageCurrentA: z.number().positive().max(100).nullable().default(null),
		/** Storage end that cannot be changed, V per cell; null when it can be. */
		storageV: z.number().min(3).max(4.2).nullable().default(null),
		/** Range and step of its sensitivity to the dip, V per cell; null where it cannot be set. */
		deltaVMinV: z.number().min(0.001).max(0.05).nullable().default(null),
		deltaVMaxV: z.number().min(0.001).max(0.05).nullable().default(null),
		deltaVStepV: z.number().min(0.0005).max(0.01).nullable().default(null),
		/** Its screen asks for a trickle current, whatever the chemistry. */
		asksTrickle: z.boolean().default(false),
		/** It ends a nickel charge when the temperature climbs too fast. */
		endsOnTemperatureRise: z.boolean().default(false),
		/** It knows packs that carry their own balancer. */
		knowsOwnBalancer: z.boolean().default(false),
		/** Its storage program asks for per cent of charge instead of volts. */
		storageInPercent: z.boolean().default(false)
	})
	.refine((c) => c.deltaVMinV === null || c.deltaVMaxV === null || c.deltaVMinV <= c.deltaVMaxV, {
		error: 'The least dip is above the greatest.',
		path: ['deltaVMinV']
	})
	.refine((c) => c.minCurrentA <= c.maxCurrentA, {
		error: 'The least current is above the greatest.',
		path: ['minCurrentA']
	})
	.refine((c) => c.currentStepA <= c.maxCurrentA, {
		error: 'The step is larger than the greatest current.',
		path: ['currentStepA']
	});
export type ChannelFields = z.infer<typeof ChannelFields>;
export const Channel = ChannelFields.and(z.object({ id: z.string().min(1).max(64) }));
export type Channel = z.infer<typeof Channel>;

/** What a charger's screen may ask for. */
export const Ask = z.enum([
	'chemistry',
	'task',
	'cells',
	'capacity',
	'currentA',
	'endVoltageV',
	'balance',
	'dischargeA',
	'dischargeEndV',
	'deltaV',
	'trickleA',
	'order',
	'cycles',
	'restMin',
	'safetyTimerMin',
	'capacityLimitAh',
	'temperatureLimitDegC'
]);
export type Ask = z.infer<typeof Ask>;

/** What a charger guards against by itself. */
export const Protection = z.enum([
	'reversed polarity',
	'cell count',
	'over-voltage',
	'under-voltage',
	'timer',
	'temperature'
]);
export type Protection = z.infer<typeof Protection>;

const ChargerBase = z.object({
	name: z.string().trim().min(1, 'A charger needs a name.').max(80),
	/** Volts its input takes. For a mains unit the line volts. */
	inputMinV: z.number().min(5, 'Input volts start at 5 V.').max(420),
	inputMaxV: z.number().min(5).max(420, 'Input volts go up to 420 V.'),
	/** Greatest current it draws from its input, A; null when not stated. */
	inputCurrentA: z.number().positive().max(200).nullable().default(null),
	/** Power all channels share, W; null when every channel has its own. */
	sharedPowerW: z.number().positive().max(20000).nullable().default(null),
	/** Output power over input power while charging, less its own watts. */
	efficiency: z
		.number()
		.min(0.3, 'Efficiency is at least 0.3.')
		.max(1, 'Efficiency is at most 1.')
		.default(0.8),
	/** What it draws for itself, W. */
	overheadW: z.number().min(0).max(200).default(5),
	supplyId: z.string().nullable().default(null),
	/** How it is reached: not at all (its screen is keyed by hand) or the simulated charger. */
	link: z.enum(['none', 'stand-in']).default('none'),
	/** Settings in the order in which its screen asks for them. */
	asks: z.array(Ask).default(['chemistry', 'task', 'cells', 'currentA']),
	held: z.array(HeldSetting).max(60).default([]),
	/** Memory slots it has; 0 for none. */
	slots: z.number().int('Slots must be a whole number.').min(0).max(99, 'At most 99 slots.').default(0),
	/** Whether it asks for the pack's capacity, and what it does with it. */
	capacityKeyed: z.enum(['not asked', 'a title only', 'sets the current']).default('not asked'),
	/** What is keyed in is lost when it loses power. */
	forgetsAtRestart: z.boolean().default(false),
	/** What it does at the cell check when nobody presses anything. */
	atCheck: z.enum(['waits', 'starts by itself', 'cancels by itself']).default('waits'),
	protections: z.array(Protection).default(['reversed polarity', 'cell count', 'over-voltage']),
	/** Price, in whatever money; null when not known. */
	price: z.number().positive('A price is above 0.').max(1e6).nullable().default(null),
	notes: z.string().max(4000).default('')
});

type Shared = z.infer<typeof ChargerBase>;
const inputRangeIsARange = (c: Pick<Shared, 'inputMinV' | 'inputMaxV'>) => c.inputMinV <= c.inputMaxV;
const inputRangeMessage = { error: 'The least input volts are above the greatest.', path: ['inputMinV'] };

export const ChargerInput = ChargerBase.extend({
	channels: z.array(ChannelFields).min(1, 'A charger has at least one channel.').max(8)
}).refine(inputRangeIsARange, inputRangeMessage);
export type ChargerInput = z.infer<typeof ChargerInput>;

export const Charger = ChargerBase.extend({
	id: z.string().min(1).max(64),
	channels: z.array(Channel).min(1)
}).refine(inputRangeIsARange, inputRangeMessage);
export type Charger = z.infer<typeof Charger>;

/** The held settings that bear on one channel: the charger's, the channel's own, and those kept per memory slot. */
export function heldFor(charger: Pick<Charger, 'held'>, channelId: string): HeldSetting[] {
	return charger.held.filter((s) => s.scope !== 'channel' || s.channelId === channelId);
}

/** The setting of this kind that bears on a task on a channel: the one kept for that task before the one kept for all. */
export function heldOf(
	charger: Pick<Charger, 'held'>,
	channelId: string,
	kind: HeldSetting['kind'],
	task: TaskId
): HeldSetting | null {
	const bearing = heldFor(charger, channelId).filter((s) => s.kind === kind);
	return bearing.find((s) => s.task === task) ?? bearing.find((s) => s.task === null) ?? null;
}

/** What a channel says about one chemistry; null when it has no program for it. */
export function entryFor(channel: Pick<Channel, 'chemistries'>, chemistryId: string) {
	return channel.chemistries.find((c) => c.chemistry === chemistryId) ?? null;
}
