/** The settings of a program, described once: name, unit, and how a stored value is shown. */
import { z } from 'zod';
import type { TaskId } from '../charger/programs';

export const ProgramSettings = z.object({
	currentA: z.number().positive().max(100),
	/** Per cell. */
	endVoltageV: z.number().min(0.5).max(5),
	cells: z.number().int().min(1).max(24),
	balance: z.boolean(),
	/** Null where the charger has no such setting or it is off. */
	safetyTimerMin: z.number().positive().max(100000).nullable(),
	capacityLimitAh: z.number().positive().max(1000).nullable(),
	temperatureLimitDegC: z.number().min(10).max(100).nullable(),
	/** Discharge current, A, and its end, V per cell; null where the task takes nothing out. */
	dischargeA: z.number().positive().max(100).nullable().default(null),
	dischargeEndV: z.number().min(0.5).max(5).nullable().default(null),
	/** Fall from the peak that ends a nickel charge, V per cell; null where the charge does not end on it. */
	deltaV: z.number().min(0.001).max(0.05).nullable().default(null),
	/** Current after the end of a nickel charge, A; null is off. */
	trickleA: z.number().positive().max(2).nullable().default(null),
	/** Rest between the legs of a cycle, min, how many cycles, and which comes first. */
	restMin: z.number().min(0).max(600).nullable().default(null),
	cycles: z.number().int().min(1).max(10).nullable().default(null),
	order: z.enum(['down first', 'up first']).nullable().default(null)
});
export type ProgramSettings = z.infer<typeof ProgramSettings>;
export type SettingId = keyof ProgramSettings;

/** What a person set by hand; a setting that is absent is computed, so absent settings get no default here. */
export const Overrides = z.object(
	Object.fromEntries(
		Object.entries(ProgramSettings.shape).map(([id, shape]) => [
			id,
			('removeDefault' in shape ? shape.removeDefault() : shape).optional()
		])
	) as unknown as { [Id in keyof ProgramSettings]: z.ZodOptional<z.ZodType<ProgramSettings[Id]>> }
);
export type Overrides = z.infer<typeof Overrides>;

export interface SettingDescription {
	id: SettingId;
	name: string;
	unit: string;
	shownPerStored: number;
	decimals: number;
}

export const SETTINGS: Record<SettingId, SettingDescription> = {
	currentA: { id: 'currentA', name: 'Current', unit: 'A', shownPerStored: 1, decimals: 1 },
	endVoltageV: { id: 'endVoltageV', name: 'End of charge', unit: 'V/cell', shownPerStored: 1, decimals: 2 },
	cells: { id: 'cells', name: 'Cells', unit: 'S', shownPerStored: 1, decimals: 0 },
	balance: { id: 'balance', name: 'Balance', unit: '', shownPerStored: 1, decimals: 0 },
	safetyTimerMin: { id: 'safetyTimerMin', name: 'Safety timer', unit: 'min', shownPerStored: 1, decimals: 0 },
	capacityLimitAh: {
		id: 'capacityLimitAh',
		name: 'Capacity limit',
		unit: 'mAh',
		shownPerStored: 1000,
		decimals: 0
	},
	temperatureLimitDegC: {
		id: 'temperatureLimitDegC',
		name: 'Pack temperature',
		unit: '°C',
		shownPerStored: 1,
		decimals: 0
	},
	dischargeA: { id: 'dischargeA', name: 'Discharge', unit: 'A', shownPerStored: 1, decimals: 1 },
	dischargeEndV: {
		id: 'dischargeEndV',
		name: 'End of discharge',
		unit: 'V/cell',
		shownPerStored: 1,
		decimals: 2
	},
	deltaV: { id: 'deltaV', name: 'Dip (−ΔV)', unit: 'mV/cell', shownPerStored: 1000, decimals: 0 },
	trickleA: { id: 'trickleA', name: 'Trickle', unit: 'mA', shownPerStored: 1000, decimals: 0 },
	restMin: { id: 'restMin', name: 'Rest', unit: 'min', shownPerStored: 1, decimals: 0 },
	cycles: { id: 'cycles', name: 'Cycles', unit: '', shownPerStored: 1, decimals: 0 },
	order: { id: 'order', name: 'Order', unit: '', shownPerStored: 1, decimals: 0 }
};

export type SettingValue = ProgramSettings[SettingId];

/** Settings of one task that have another name there. */
const NAMES: Partial<Record<TaskId, Partial<Record<SettingId, string>>>> = {
	storage: { endVoltageV: 'Storage voltage', currentA: 'Current, up', dischargeA: 'Current, down' },
	recover: { endVoltageV: 'Until' }
};

/** What a setting is called in this task. */
export const settingName = (id: SettingId, task: TaskId): string => NAMES[task]?.[id] ?? SETTINGS[id].name;

/** A setting's value as a person reads it, without its unit; `off` for null. */
export function showFigure(id: SettingId, value: SettingValue): string {
	if (value === null) return 'off';
	if (typeof value === 'string') return value;
	if (typeof value === 'boolean') return value ? 'on' : 'off';
	const { shownPerStored, decimals } = SETTINGS[id];
	const shown = value * shownPerStored;
	const needed =
		(id === 'currentA' || id === 'dischargeA') && Math.abs(shown * 10 - Math.round(shown * 10)) > 1e-6
			? 2
			: decimals;
	return shown.toFixed(needed);
}

/** A setting's value with its unit, as in a sentence. */
export function showSetting(id: SettingId, value: SettingValue): string {
	const figure = showFigure(id, value);
	if (value === null || typeof value === 'boolean' || typeof value === 'string') return figure;
	return id === 'cells' ? `${figure}S` : `${figure} ${SETTINGS[id].unit}`.trim();
}
