/** What a program is for. A task is data; lists, cards and rules read this description. */
import type { Chemistry } from '../chemistry/chemistry';
import { TASK_IDS, taskIdOf, type TaskId } from '../charger/programs';
import { PRACTICE } from '../practice/practice';
import type { TaskAim } from '../pack-state/event';
import type { SettingId } from './settings';

export { TASK_IDS, taskIdOf, type TaskId };

type Family = Chemistry['family'];

export interface Task extends TaskAim {
	id: TaskId;
	name: string;
	/** One line on what it does. */
	purpose: string;
	/** Chemistries' families that have it. */
	families: readonly Family[];
	/** Why the other families have not, in words. */
	refusals: Partial<Record<Family, string>>;
	/**
	 * Settings in the order in which they are explained; those that a chemistry or pack has no use
	 * for fall away.
	 */
	settings: readonly SettingId[];
	/** The balance lead is used: the charger sees, and bleeds, each cell. */
	balances: boolean;
	/** Timer and capacity limit are the program itself, not guards around it. */
	limitsAreProgram: boolean;
	/** What it leaves out, said plainly; empty when nothing. */
	skips: string;
	/** Runs of other tasks that together do the same on a charger that has no such program. */
	composedOf: readonly TaskId[];
}

const GUARDS: readonly SettingId[] = ['safetyTimerMin', 'capacityLimitAh', 'temperatureLimitDegC'];
const CHARGE: readonly SettingId[] = [
	'currentA',
	'endVoltageV',
	'deltaV',
	'cells',
	'balance',
	'trickleA',
	...GUARDS
];
const ALL: readonly Family[] = ['lithium', 'nickel', 'lead'];

/** What most tasks do not do; each says what it does. */
const NOTHING_SPECIAL = {
	fills: false,
	stores: false,
	recovers: false,
	repeats: false,
	cutsTaper: false,
	limitEndsWell: false
};

export const TASKS: readonly Task[] = [
	{
		id: 'balance',
		name: 'Balance charge',
		purpose: 'Full, with every cell watched and levelled',
		families: ['lithium'],
		refusals: {
			nickel: 'Nickel packs have no balance lead: their cells level themselves in the last of a slow charge.',
			lead: 'Lead batteries have no balance lead: a long absorption levels their cells.'
		},
		settings: CHARGE,
		balances: true,
		moves: 'in',
		...NOTHING_SPECIAL,
		fills: true,
		limitsAreProgram: false,
		skips: '',
		composedOf: ['charge']
	},
	{
		id: 'charge',
		name: 'Charge',
		purpose: 'Full, without levelling the cells',
		families: ALL,
		refusals: {},
		settings: CHARGE,
		balances: false,
		moves: 'in',
		...NOTHING_SPECIAL,
		fills: true,
		limitsAreProgram: false,
		skips: '',
		composedOf: []
	},
	{
		id: 'fast',
		name: 'Fast charge',
		purpose: 'Nearly full, sooner: the taper is cut short',
		families: ['lithium'],
		refusals: {
			nickel: 'A nickel pack is fast charged by its current: choose Charge and the purpose Hurry.',
			lead: 'A lead battery that is charged faster gasses: choose Charge.'
		},
		settings: CHARGE,
		balances: false,
		moves: 'in',
		...NOTHING_SPECIAL,
		fills: true,
		cutsTaper: true,
		limitsAreProgram: false,
		skips:
			'It leaves out levelling and the last of the taper: a few per cent of charge and the look at each cell.',
		composedOf: ['charge']
	},
	{
		id: 'storage',
		name: 'Storage',
		purpose: 'Up or down to where the pack keeps best',
		families: ['lithium'],
		refusals: {
			nickel: 'Nickel packs are put away part charged as they are: there is no storage voltage.',
			lead: 'A lead battery is put away full: choose Charge, and top it up.'
		},
		settings: ['endVoltageV', 'currentA', 'dischargeA', 'cells', 'balance', ...GUARDS],
		balances: true,
		moves: 'either',
		...NOTHING_SPECIAL,
		stores: true,
		limitEndsWell: true,
		limitsAreProgram: false,
		skips: '',
		composedOf: ['charge', 'discharge']
	},
	{
		id: 'discharge',
		name: 'Discharge',
		purpose: 'Down to its end, to measure what it holds',
		families: ALL,
		refusals: {},
		settings: ['dischargeA', 'dischargeEndV', 'cells', ...GUARDS],
		balances: false,
		moves: 'out',
		...NOTHING_SPECIAL,
		limitsAreProgram: false,
		skips: '',
		composedOf: []
	},
	{
		id: 'cycle',
		name: 'Cycle',
		purpose: 'Discharge and charge in turn, with rests',
		families: ['lithium', 'nickel'],
		refusals: {
			lead: 'Each deep cycle wears a lead battery: measure it with one Discharge, then Charge.'
		},
		settings: [
			'order',
			'cycles',
			'restMin',
			'currentA',
			'endVoltageV',
			'deltaV',
			'dischargeA',
			'dischargeEndV',
			'cells',
			'balance',
			...GUARDS
		],
		balances: true,
		moves: 'both',
		...NOTHING_SPECIAL,
		fills: true,
		repeats: true,
		limitsAreProgram: false,
		skips: '',
		composedOf: ['discharge', 'charge']
	},
	{
		id: 'recover',
		name: 'Recover',
		purpose: 'A few minutes at a trickle for cells just under their floor',
		families: ['lithium', 'lead'],
		refusals: {
			nickel:
				'A nickel pack that went low is charged as usual; one with a reversed cell is not worth recovering.'
		},
		settings: ['currentA', 'endVoltageV', 'cells', ...GUARDS],
		balances: false,
		moves: 'in',
		...NOTHING_SPECIAL,
		recovers: true,
		limitEndsWell: true,
		limitsAreProgram: true,
		skips:
			'It does not fill the pack: an hour later every cell must rest above its floor, or the pack is retired.',
		composedOf: ['charge']
	}
];

export function taskOf(id: TaskId): Task {
	return TASKS.find((t) => t.id === id)!;
}

/**
 * What a person would do with a pack of this chemistry and cell count when they say nothing else.
 */
export function ordinaryTask(chemistry: Pick<Chemistry, 'balanceFromCells'>, cells: number): TaskId {
	return chemistry.balanceFromCells !== null && cells >= chemistry.balanceFromCells ? 'balance' : 'charge';
}

/** Why a program is wanted; decides how hard the pack is charged. */
export const PURPOSES = PRACTICE.purpose.options;
export type Purpose = (typeof PURPOSES)[number];

/** The word as a purpose, or null when there is no such purpose. */
export const purposeOf = (word: unknown): Purpose | null => PURPOSES.find((p) => p === word) ?? null;
