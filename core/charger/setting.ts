/**
 * Settings that a charger keeps whether or not the program on its screen mentions them: safety
 * timer, capacity limit and the like. Each has a scope, the value it left the factory with and
 * the value it holds now, because what was keyed last persists and then cuts the next charge
 * short.
 */
import { choice, figure, flag, reference, shown, type Figure, type ValuesOf } from '../quantity/field';
import { CHEMISTRY_CHOICE } from '../chemistry/catalogue';
import { TASK_IDS } from './programs';

/** A value that a charger keeps: what it is called, its unit, and what a new one begins with. */
interface HeldKind {
	label: string;
	unit: string;
	per?: number;
	/**
	 * Range, step and values that suit most chargers, to start from (common practice, no source); in
	 * the unit people read.
	 */
	usual: { defaultValue: number | null; min: number; max: number; step: number };
}

/** What a held setting is about. `off` is written as null. */
export const HELD_SETTINGS = {
	safetyTimerMin: {
		label: 'Safety timer',
		unit: 'min',
		usual: { defaultValue: 120, min: 10, max: 720, step: 1 }
	},
	capacityLimitAh: {
		label: 'Capacity limit',
		unit: 'mAh',
		per: 1000,
		usual: { defaultValue: 5000, min: 100, max: 50000, step: 50 }
	},
	temperatureLimitDegC: {
		label: 'Pack temperature',
		unit: '°C',
		usual: { defaultValue: 50, min: 20, max: 80, step: 1 }
	},
	inputFloorV: { label: 'Input floor', unit: 'V', usual: { defaultValue: 11, min: 10, max: 24, step: 0.1 } },
	rateCapC: { label: 'Rate cap', unit: 'C', usual: { defaultValue: 2, min: 0.5, max: 10, step: 0.5 } },
	trickleA: {
		label: 'Trickle',
		unit: 'mA',
		per: 1000,
		usual: { defaultValue: null, min: 50, max: 300, step: 10 }
	},
	endVoltageV: {
		label: 'End of charge',
		unit: 'V/cell',
		usual: { defaultValue: 4.2, min: 3.5, max: 4.4, step: 0.01 }
	},
	dischargeEndV: {
		label: 'End of discharge',
		unit: 'V/cell',
		usual: { defaultValue: 3, min: 2.5, max: 3.9, step: 0.1 }
	},
	nominalV: {
		label: 'Nominal-voltage family',
		unit: 'V',
		usual: { defaultValue: 3.7, min: 3.3, max: 3.8, step: 0.1 }
	},
	checkTimeMin: {
		label: 'Cell check lasts',
		unit: 'min',
		usual: { defaultValue: 10, min: 1, max: 30, step: 1 }
	},
	recoveryTimeMin: {
		label: 'Recovery lasts',
		unit: 'min',
		usual: { defaultValue: 30, min: 1, max: 60, step: 1 }
	}
} as const satisfies Record<string, HeldKind>;
export type HeldSettingKind = keyof typeof HELD_SETTINGS;
export const HELD_KINDS = Object.keys(HELD_SETTINGS) as HeldSettingKind[];
export const isHeldKind = (word: unknown): word is HeldSettingKind => HELD_KINDS.some((k) => k === word);

/** Whatever unit a kind has, no charger's figure is larger than this. */
const MOST = 1e6;
const value = { unit: '', min: 0, max: MOST, optional: true } as const;

export const HELD_SETTING = {
	kind: choice({ label: 'Setting', options: HELD_KINDS, open: true }),
	/** Whether a value belongs to the whole charger, to one channel, or to each memory slot. */
	scope: choice({ label: 'Belongs to', options: ['charger', 'channel', 'slot'], offer: 'charger' }),
	/** Channel it belongs to when the scope is a channel; null otherwise. */
	channelId: reference({ label: 'Channel', most: 64, optional: true, start: null }),
	/**
	 * The program it is kept for, where the charger keeps one value per program; null for all of
	 * them.
	 */
	task: choice({ label: 'Program', options: TASK_IDS, open: true, optional: true, start: null }),
	/**
	 * The chemistry it is kept for, where the charger keeps one value for each; null for all of
	 * them.
	 */
	chemistry: choice({ ...CHEMISTRY_CHOICE, label: 'Chemistry', optional: true, start: null }),
	/** As it leaves the factory; null is off. */
	defaultValue: figure({ label: 'Maker’s', ...value }),
	/** As it stands now; null is off. */
	heldValue: figure({ label: 'Now', ...value }),
	/** That value was read off the charger, or keyed; else it is the maker's, as a guess. */
	known: flag({ label: 'seen on it', start: false }),
	min: figure({ label: 'From', unit: '', min: 0, max: MOST }),
	max: figure({ label: 'To', unit: '', min: 0, max: MOST }),
	step: figure({ label: 'Step', unit: '', min: 1e-7, max: MOST }),
	canBeOff: flag({ label: 'can be off', start: true }),
	/** The charger does not let it be changed. */
	fixed: flag({ label: 'cannot be changed', start: false })
} as const;
export type HeldSetting = ValuesOf<typeof HELD_SETTING>;
export type SettingScope = HeldSetting['scope'];

/** Whether the charger is known to hold this value (null is off); a fixed one always is. */
export const holds = (
	held: Pick<HeldSetting, 'heldValue' | 'known' | 'fixed'>,
	value: number | null
): boolean => (held.known || held.fixed) && held.heldValue === value;

/** A figure of a held setting in the unit of its kind. */
export function heldFigure(
	kind: HeldSettingKind,
	key: 'defaultValue' | 'heldValue' | 'min' | 'max' | 'step'
): Figure {
	const { label, unit, per = 1 }: HeldKind = HELD_SETTINGS[kind];
	const field = HELD_SETTING[key];
	const named =
		key === 'defaultValue' || key === 'heldValue' ? label : `${label}, ${field.label.toLowerCase()}`;
	return { ...field, label: named, unit, per };
}

/** A held value with its unit, or `off`. */
export function showHeld(kind: HeldSettingKind, value: number | null): string {
	if (value === null) return 'off';
	const { unit }: HeldKind = HELD_SETTINGS[kind];
	const read = shown(HELD_SETTINGS[kind] as HeldKind, value);
	return unit === 'C' ? `${read}C` : `${read} ${unit}`;
}
