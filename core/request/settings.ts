/** The settings of a program, described once: name, unit, and how a stored value is shown. */
import type { TaskId } from '../charger/programs';
import { choice, figure, flag, shown, type ValuesOf } from '../quantity/field';

/** Where the charger has no such setting, where it is off, or where the task has no use for it. */
const orNone = { optional: true, start: null } as const;

export const SETTINGS = {
	currentA: figure({ label: 'Current', unit: 'A', min: 0.001, max: 100, decimals: 1 }),
	endVoltageV: figure({ label: 'End of charge', unit: 'V/cell', min: 0.5, max: 5, decimals: 2 }),
	cells: figure({ label: 'Cells', unit: 'S', min: 1, max: 24, whole: true }),
	balance: flag({ label: 'Balance' }),
	safetyTimerMin: figure({ label: 'Safety timer', unit: 'min', min: 0.001, max: 100000, optional: true }),
	capacityLimitAh: figure({
		label: 'Capacity limit',
		unit: 'mAh',
		per: 1000,
		min: 0.001,
		max: 1000,
		optional: true
	}),
	temperatureLimitDegC: figure({ label: 'Pack temperature', unit: '°C', min: 10, max: 100, optional: true }),
	/** Discharge current and its end, per cell. */
	dischargeA: figure({ label: 'Discharge', unit: 'A', min: 0.001, max: 100, decimals: 1, ...orNone }),
	dischargeEndV: figure({
		label: 'End of discharge',
		unit: 'V/cell',
		min: 0.5,
		max: 5,
		decimals: 2,
		...orNone
	}),
	/** Fall from the peak that ends a nickel charge, per cell. */
	deltaV: figure({ label: 'Dip (−ΔV)', unit: 'mV/cell', per: 1000, min: 0.001, max: 0.05, ...orNone }),
	/** Current after the end of a nickel charge. */
	trickleA: figure({ label: 'Trickle', unit: 'mA', per: 1000, min: 0.001, max: 2, ...orNone }),
	/** Rest between the legs of a cycle, how many cycles, and which comes first. */
	restMin: figure({ label: 'Rest', unit: 'min', min: 0, max: 600, step: 5, ...orNone }),
	cycles: figure({ label: 'Cycles', unit: '', min: 1, max: 10, whole: true, ...orNone }),
	order: choice({ label: 'Order', options: ['down first', 'up first'], ...orNone })
} as const;
export type ProgramSettings = ValuesOf<typeof SETTINGS>;
export type SettingId = keyof ProgramSettings;

/** What a person set by hand; a setting that is absent is computed. */
export type Overrides = Partial<ProgramSettings>;

/** How a setting's stored figure is read. */
const reading = (id: SettingId): { unit: string; per?: number; decimals?: number } => {
	const field = SETTINGS[id];
	return field.kind === 'figure' ? field : { unit: '' };
};

/** The unit of a setting, and what its stored figure is multiplied by to be read. */
export const unitOf = (id: SettingId): string => reading(id).unit;
export const shownPerStored = (id: SettingId): number => reading(id).per ?? 1;

export type SettingValue = ProgramSettings[SettingId];

/** Settings of one task that have another name there. */
const NAMES: Partial<Record<TaskId, Partial<Record<SettingId, string>>>> = {
	storage: { endVoltageV: 'Storage voltage', currentA: 'Current, up', dischargeA: 'Current, down' },
	recover: { endVoltageV: 'Until' }
};

/** What a setting is called in this task. */
export const settingName = (id: SettingId, task: TaskId): string => NAMES[task]?.[id] ?? SETTINGS[id].label;

/** A setting's value as a person reads it, without its unit; `off` for null. */
export function showFigure(id: SettingId, value: SettingValue): string {
	if (value === null) return 'off';
	if (typeof value === 'string') return value;
	if (typeof value === 'boolean') return value ? 'on' : 'off';
	const { decimals = 0 } = reading(id);
	const read = shown(reading(id), value);
	// A channel whose step is finer than a tenth shows it.
	const finer = decimals === 1 && Math.abs(read * 10 - Math.round(read * 10)) > 1e-6;
	return read.toFixed(finer ? 2 : decimals);
}

/** A setting's value with its unit, as in a sentence. */
export function showSetting(id: SettingId, value: SettingValue): string {
	const figure = showFigure(id, value);
	if (value === null || typeof value === 'boolean' || typeof value === 'string') return figure;
	return id === 'cells' ? `${figure}S` : `${figure} ${unitOf(id)}`.trim();
}
