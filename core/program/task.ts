/** What a program is for. A task is data; lists, cards and rules read this description. */
import { z } from 'zod';
import type { Chemistry } from '../chemistry/chemistry';
import type { SettingId } from './settings';

export const TaskId = z.enum(['balance', 'charge']);
export type TaskId = z.infer<typeof TaskId>;

export interface Task {
	id: TaskId;
	name: string;
	/** One line on what it does. */
	purpose: string;
	families: readonly Chemistry['family'][];
	/** Settings in the order in which they are explained. */
	settings: readonly SettingId[];
	/** The balance lead is used: the charger sees, and bleeds, each cell. */
	balances: boolean;
}

const CHARGE_SETTINGS: readonly SettingId[] = [
	'currentA',
	'endVoltageV',
	'cells',
	'balance',
	'safetyTimerMin',
	'capacityLimitAh',
	'temperatureLimitDegC'
];

export const TASKS: readonly Task[] = [
	{
		id: 'balance',
		name: 'Balance charge',
		purpose: 'Full, with every cell watched and levelled',
		families: ['lithium'],
		settings: CHARGE_SETTINGS,
		balances: true
	},
	{
		id: 'charge',
		name: 'Charge',
		purpose: 'Full, without levelling the cells',
		families: ['lithium'],
		settings: CHARGE_SETTINGS,
		balances: false
	}
];

export function taskOf(id: TaskId): Task {
	return TASKS.find((t) => t.id === id)!;
}

/** Why a program is wanted; decides how hard the pack is charged. */
export const Purpose = z.enum(['gentle', 'standard', 'hurry']);
export type Purpose = z.infer<typeof Purpose>;
