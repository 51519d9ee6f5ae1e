/**
 * Settings that a charger keeps whether or not the program on its screen mentions them: safety timer, capacity limit and
 * the like. Each has a scope, the value it left the factory with and the value it holds now, because what was keyed last
 * persists and then cuts the next charge short.
 */
import { z } from 'zod';
import { TaskId } from './programs';

/** What a held setting is about. `off` is written as null. */
export const HeldSettingKind = z.enum([
	'safetyTimerMin',
	'capacityLimitAh',
	'temperatureLimitDegC',
	'inputFloorV',
	'rateCapC',
	'trickleA',
	'dischargeEndV',
	'nominalV',
	'checkTimeMin',
	'recoveryTimeMin'
]);
export type HeldSettingKind = z.infer<typeof HeldSettingKind>;

/** Whether a value belongs to the whole charger, to one channel, or to each memory slot. */
export const SettingScope = z.enum(['charger', 'channel', 'slot']);
export type SettingScope = z.infer<typeof SettingScope>;

export const HeldSetting = z
	.object({
		kind: HeldSettingKind,
		scope: SettingScope,
		/** Channel it belongs to when the scope is a channel; null otherwise. */
		channelId: z.string().nullable().default(null),
		/** The program it is kept for, where the charger keeps one value per program; null for all of them. */
		task: TaskId.nullable().default(null),
		/** As it leaves the factory; null is off. */
		defaultValue: z.number().nullable(),
		/** As it stands now; null is off. */
		heldValue: z.number().nullable(),
		min: z.number(),
		max: z.number(),
		step: z.number().positive(),
		canBeOff: z.boolean().default(true),
		/** The charger does not let it be changed. */
		fixed: z.boolean().default(false)
	})
	.refine((s) => s.min <= s.max, { error: 'The least value is above the greatest.', path: ['min'] });
export type HeldSetting = z.infer<typeof HeldSetting>;

export interface HeldSettingDescription {
	label: string;
	unit: string;
	/** Factor from the stored unit to the unit people read (Ah to mAh: 1000). */
	shownPerStored: number;
}

export const HELD_SETTINGS: Record<HeldSettingKind, HeldSettingDescription> = {
	safetyTimerMin: { label: 'Safety timer', unit: 'min', shownPerStored: 1 },
	capacityLimitAh: { label: 'Capacity limit', unit: 'mAh', shownPerStored: 1000 },
	temperatureLimitDegC: { label: 'Pack temperature', unit: '°C', shownPerStored: 1 },
	inputFloorV: { label: 'Input floor', unit: 'V', shownPerStored: 1 },
	rateCapC: { label: 'Rate cap', unit: 'C', shownPerStored: 1 },
	trickleA: { label: 'Trickle', unit: 'mA', shownPerStored: 1000 },
	dischargeEndV: { label: 'End of discharge', unit: 'V/cell', shownPerStored: 1 },
	nominalV: { label: 'Nominal-voltage family', unit: 'V', shownPerStored: 1 },
	checkTimeMin: { label: 'Cell check lasts', unit: 'min', shownPerStored: 1 },
	recoveryTimeMin: { label: 'Recovery lasts', unit: 'min', shownPerStored: 1 }
};

/** A held value with its unit, or `off`. */
export function showHeld(kind: HeldSettingKind, value: number | null): string {
	if (value === null) return 'off';
	const { unit, shownPerStored } = HELD_SETTINGS[kind];
	const figure = Number((value * shownPerStored).toPrecision(8));
	return unit === 'C' ? `${figure}C` : `${figure} ${unit}`;
}
