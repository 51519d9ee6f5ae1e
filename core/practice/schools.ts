/** The schools described: the question, why the default is what it is, and the choices; forms and notes read this. */
import type { Field } from '../quantity/field';
import { PRACTICE, whose, type PracticeId, type ResolvedPractice } from './practice';

/** What a school is about; forms lay them out in these groups. */
export const SCHOOL_GROUPS = ['charge', 'lying and emptying', 'hands and place'] as const;
export type SchoolGroup = (typeof SCHOOL_GROUPS)[number];

export interface School {
	id: PracticeId;
	about: SchoolGroup;
	question: string;
	/** Why the default is what it is; common practice, no source. */
	why: string;
	/** Values to choose from; for figures the range and unit, shares of one in per cent. */
	choices: readonly string[] | { min: number; max: number; step: number; unit: string; off: string | null };
	/** A pack may have its own; the others are matters of the person alone. */
	ofPack: boolean;
	/**
	 * One program may have its own. The others are matters of care, or are chosen in the program by other means: the purpose, a
	 * guard that is switched off, a finding that is answered.
	 */
	ofProgram: boolean;
}

/** The figures that a school lets choose from, as the field is described; `off` is what it is called where it is not set. */
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
		why: 'About 1C whatever the label; hurry goes up to the label, gentle is about half.',
		choices: ['gentle', 'standard', 'hurry'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'hurryMaxC',
		about: 'charge',
		question: 'Most in a hurry',
		why: 'Twice the capacity per hour: many labels promise more than cells bear for long.',
		choices: range('hurryMaxC', null),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'noLabelC',
		about: 'charge',
		question: 'No rate on the label',
		why: 'What the chemistry bears without harm, 1C for most; more is a guess.',
		// Offered in fewer steps than are taken.
		choices: { ...range('noLabelC', 'by chemistry'), min: 0.5, max: 3, step: 0.5 },
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'fastMode',
		about: 'charge',
		question: 'Fast charge',
		why: 'Only when it is asked for, and then what it skips is said.',
		choices: ['when pressed', 'never'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'guards',
		about: 'charge',
		question: 'Timer and limit',
		why: 'For each pack its own: a limit that fits the largest protects no smaller one.',
		choices: ['per pack', 'largest pack', 'off'],
		ofPack: false,
		ofProgram: false
	},
	{
		id: 'balance',
		about: 'charge',
		question: 'Balance lead',
		why: 'Every charge: it also lets the charger watch each cell.',
		choices: ['every charge', 'every third charge', 'every fourth charge'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'fullness',
		about: 'charge',
		question: 'End of charge',
		why: 'Full; a little less gives up about a tenth for many more cycles.',
		choices: ['full', 'a little less'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'stepRounding',
		about: 'charge',
		question: 'Rounding to the step',
		why: 'Down, so that no limit is passed by a step.',
		choices: ['down', 'nearest'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'cautiousBelowV',
		about: 'charge',
		question: 'Gentle on cells under',
		why: 'Off: between floor and full no cell needs special care.',
		choices: range('cautiousBelowV', 'off'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'parallel',
		about: 'charge',
		question: 'Joined in parallel',
		why: 'Same chemistry and cells, every cell within 0.1 V, and no more than 1C as they meet.',
		choices: ['close volts', 'close volts, strict', 'same model only', 'never'],
		ofPack: false,
		ofProgram: false
	},
	{
		id: 'storageV',
		about: 'lying and emptying',
		question: 'Storage voltage',
		why: 'The middle of what people use for the chemistry.',
		choices: range('storageV', 'by chemistry'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'storageFor',
		about: 'lying and emptying',
		question: 'Put away',
		why: 'To lie until it is used; what travels by air holds 30 % of charge at most, and carriers may ask for less.',
		choices: ['to lie', 'to travel'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'storageShare',
		about: 'lying and emptying',
		question: 'Storage by charge',
		why: 'By volts where they tell the charge, half full where they do not, as on LiFe; people keep 40 to 70 %.',
		choices: range('storageShare', 'by chemistry'),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'storageAfterDays',
		about: 'lying and emptying',
		question: 'Full for at most',
		why: 'Five days; some put a pack away the same day, some after a week.',
		choices: range('storageAfterDays', null),
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'dischargeC',
		about: 'lying and emptying',
		question: 'Discharge rate',
		why: 'A fifth of the capacity per hour, as capacities are rated.',
		choices: range('dischargeC', null),
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'dischargeEnd',
		about: 'lying and emptying',
		question: 'End of discharge',
		why: 'The everyday end, 3.3 V for LiPo; a tenth of a volt deeper for more of the pack; the floor only to check a capacity.',
		choices: ['everyday', 'a little deeper', 'capacity check'],
		ofPack: true,
		ofProgram: true
	},
	{
		id: 'cycleOrder',
		about: 'lying and emptying',
		question: 'Cycle begins',
		why: 'Down first: the pack is full when it ends.',
		choices: ['down first', 'up first'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'maintenance',
		about: 'lying and emptying',
		question: 'Capacity check',
		why: 'Every three months shows a tired pack in time; each check is a cycle of wear.',
		choices: ['monthly', 'every 3 months', 'lithium never'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'maintenanceOrder',
		about: 'lying and emptying',
		question: 'Check goes',
		why: 'Full, then empty: what comes out is the capacity. Full, then storage spares the deep end and shows only what went in.',
		choices: ['charge, empty, storage', 'charge, storage'],
		ofPack: true,
		ofProgram: false
	},
	{
		id: 'plugOrder',
		about: 'hands and place',
		question: 'Plug order',
		why: 'Main lead first, so that no charge flows through thin balance wires.',
		choices: ['main lead first', 'balance lead first', 'either'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'unplugOrder',
		about: 'hands and place',
		question: 'Unplug order',
		why: 'The reverse of plugging in: balance lead first.',
		choices: ['balance lead first', 'main lead first'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'container',
		about: 'hands and place',
		question: 'Container',
		why: 'Vented and fire-resistant; a sealed metal box holds the pressure in.',
		choices: ['vented box', 'bag', 'bricks', 'metal box'],
		ofPack: false,
		ofProgram: true
	},
	{
		id: 'fieldBattery',
		about: 'hands and place',
		question: 'Power at the field',
		why: 'Its own battery: a drained vehicle does not start.',
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

/** Whose choice a value is, and, where nobody chose, why it is so: "by the usual practice: main lead first, so that …". */
export function because(practice: ResolvedPractice, id: PracticeId): string {
	const by = `by ${whose(practice, id)}`;
	if (practice.from[id] !== 'default') return by;
	const { why } = CHOICES_OF.get(id)!;
	return `${by}: ${why[0].toLowerCase()}${why.slice(1).replace(/\.$/, '')}`;
}
