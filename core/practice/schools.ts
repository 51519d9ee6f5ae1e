/** The schools described: the question and the choices; forms and notes read this. */
import type { Field } from '../quantity/field';
import { PRACTICE, type PracticeId } from './practice';

/** What a school is about; forms lay them out in these groups. */
export const SCHOOL_GROUPS = ['charge', 'lying and emptying', 'hands and place'] as const;
export type SchoolGroup = (typeof SCHOOL_GROUPS)[number];

export interface School {
	id: PracticeId;
	about: SchoolGroup;
	question: string;
	/** Values to choose from; for figures the range and unit, shares of one in per cent. */
	choices: readonly string[] | { min: number; max: number; step: number; unit: string; off: string | null };
	/** A pack may have its own; the others are matters of the person alone. */
	ofPack: boolean;
	/**
	 * One program may have its own. The others are matters of care, or are chosen in the program by
	 * other means: the purpose, a guard that is switched off, a finding that is answered.
	 */
	ofProgram: boolean;
}

/**
 * The figures that a school lets choose from, as the field is described; `off` is what it is
 * called where it is not set.
 */
function range(id: PracticeId, off: string | null): Exclude<School['choices'], readonly string[]> {
	const field: Field = PRACTICE[id];
	if (field.kind !== 'figure') throw new Error(`${id} is no figure`);
	return { min: field.min, max: field.max, step: field.step ?? 1, unit: field.unit, off };
}

export const SCHOOLS: readonly School[] = [
	{
		id: 'purpose',
		about: 'charge',
		question: 'How hard to charge',
		choices: ['gentle', 'standard', 'hurry'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'hurryMaxC',
		about: 'charge',
		question: 'Most in a hurry',
		choices: range('hurryMaxC', null),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'noLabelC',
		about: 'charge',
		question: 'No rate on the label',
		// Offered in fewer steps than are taken.
		choices: { ...range('noLabelC', 'by chemistry'), min: 0.5, max: 3, step: 0.5 },
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'fastMode',
		about: 'charge',
		question: 'Fast charge',
		choices: ['when pressed', 'never'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'guards',
		about: 'charge',
		question: 'Timer and limit',
		choices: ['per pack', 'largest pack', 'off'],
		ofPack: false,
		ofProgram: false
	},
	{
		id: 'balance',
		about: 'charge',
		question: 'Balance lead',
		choices: ['every charge', 'every third charge', 'every fourth charge'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'fullness',
		about: 'charge',
		question: 'End of charge',
		choices: ['full', 'a little less'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'stepRounding',
		about: 'charge',
		question: 'Rounding to the step',
		choices: ['down', 'nearest'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'cautiousBelowV',
		about: 'charge',
		question: 'Gentle on cells under',
		choices: range('cautiousBelowV', 'off'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'parallel',
		about: 'charge',
		question: 'Joined in parallel',
		choices: ['close volts', 'close volts, strict', 'same model only', 'never'],
		ofPack: false,
		ofProgram: false
	},
	{
		id: 'storageV',
		about: 'lying and emptying',
		question: 'Storage voltage',
		choices: range('storageV', 'by chemistry'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'storageFor',
		about: 'lying and emptying',
		question: 'Put away',
		choices: ['to lie', 'to travel'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'storageShare',
		about: 'lying and emptying',
		question: 'Storage by charge',
		choices: range('storageShare', 'by chemistry'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'storageAfterDays',
		about: 'lying and emptying',
		question: 'Full for at most',
		choices: range('storageAfterDays', null),
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'dischargeC',
		about: 'lying and emptying',
		question: 'Discharge rate',
		choices: range('dischargeC', null),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'dischargeEnd',
		about: 'lying and emptying',
		question: 'End of discharge',
		choices: ['everyday', 'a little deeper', 'capacity check'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'cycleOrder',
		about: 'lying and emptying',
		question: 'Cycle begins',
		choices: ['down first', 'up first'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'maintenance',
		about: 'lying and emptying',
		question: 'Capacity check',
		choices: ['monthly', 'every 3 months', 'lithium never'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'maintenanceOrder',
		about: 'lying and emptying',
		question: 'Check goes',
		choices: ['charge, empty, storage', 'charge, storage'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'plugOrder',
		about: 'hands and place',
		question: 'Plug order',
		choices: ['main lead first', 'balance lead first', 'either'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'unplugOrder',
		about: 'hands and place',
		question: 'Unplug order',
		choices: ['balance lead first', 'main lead first'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'container',
		about: 'hands and place',
		question: 'Container',
		choices: ['vented box', 'bag', 'bricks', 'metal box'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'fieldBattery',
		about: 'hands and place',
		question: 'Power at the field',
		choices: ['its own battery', 'the vehicle'],
		ofPack: false,
		ofProgram: false
	}
];

const CHOICES_OF = new Map(SCHOOLS.map((s) => [s.id, s]));

/** A school's value as it is written: `2C`, `by chemistry`, `vented box`. */
export function showChoice(id: PracticeId, value: unknown): string {
	const { choices } = CHOICES_OF.get(id)!;
	if (!('unit' in choices)) return String(value);
	if (value === null) return choices.off ?? 'off';
	if (choices.unit === '%') return `${Math.round(100 * Number(value))} %`;
	return choices.unit === 'C' ? `${value}C` : `${value} ${choices.unit}`;
}
