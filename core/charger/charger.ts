/** A charger: channels, what they share, what feeds them, and what it holds. */
import { z } from 'zod';
import { ChemistryId } from '../chemistry/catalogue';
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
		hasProbe: z.boolean().default(false)
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
	asks: z
		.array(
			z.enum([
				'chemistry',
				'task',
				'cells',
				'currentA',
				'endVoltageV',
				'balance',
				'safetyTimerMin',
				'capacityLimitAh'
			])
		)
		.default(['chemistry', 'task', 'cells', 'currentA']),
	held: z.array(HeldSetting).max(40).default([]),
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

/** What a channel says about one chemistry; null when it has no program for it. */
export function entryFor(channel: Pick<Channel, 'chemistries'>, chemistryId: string) {
	return channel.chemistries.find((c) => c.chemistry === chemistryId) ?? null;
}
