/** The settings of a program, described once: name, unit, and how a stored value is shown. */
import { z } from 'zod';

export const ProgramSettings = z.object({
	currentA: z.number().positive().max(100),
	/** Per cell. */
	endVoltageV: z.number().min(0.5).max(5),
	cells: z.number().int().min(1).max(24),
	balance: z.boolean(),
	/** Null where the charger has no such setting or it is off. */
	safetyTimerMin: z.number().positive().max(100000).nullable(),
	capacityLimitAh: z.number().positive().max(1000).nullable(),
	temperatureLimitDegC: z.number().min(10).max(100).nullable()
});
export type ProgramSettings = z.infer<typeof ProgramSettings>;
export type SettingId = keyof ProgramSettings;

/** What a person set by hand; a setting that is absent is computed. */
export const Overrides = ProgramSettings.partial();
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
	}
};

/** A setting's value as a person reads it, without its unit; `off` for null. */
export function showFigure(id: SettingId, value: number | boolean | null): string {
	if (value === null) return 'off';
	if (typeof value === 'boolean') return value ? 'on' : 'off';
	const { shownPerStored, decimals } = SETTINGS[id];
	const shown = value * shownPerStored;
	const needed = id === 'currentA' && Math.abs(shown * 10 - Math.round(shown * 10)) > 1e-6 ? 2 : decimals;
	return shown.toFixed(needed);
}

/** A setting's value with its unit, as in a sentence. */
export function showSetting(id: SettingId, value: number | boolean | null): string {
	const figure = showFigure(id, value);
	if (value === null || typeof value === 'boolean') return figure;
	return id === 'cells' ? `${figure}S` : `${figure} ${SETTINGS[id].unit}`;
}
