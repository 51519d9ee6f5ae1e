/** How a drill came out. */
import { figure, flag, moment, text, type ValuesOf } from '../quantity/field';

export const DRILL_RESULT = {
	drillId: text({ label: 'Drill', least: 1, most: 40 }),
	seed: figure({ label: 'Seed', unit: '', min: 0, max: 1e9, whole: true }),
	grade: figure({ label: 'Grade', unit: '', min: 1, max: 3, whole: true }),
	/** What the person took it for, and whether charge might go on. */
	causeSaid: text({ label: 'It is', least: 1, most: 60 }),
	goOnSaid: flag({ label: 'It may go on' }),
	/** Looks taken, and the minutes they took. */
	looks: figure({ label: 'Looks', unit: '', min: 0, max: 60, whole: true }),
	minutes: figure({ label: 'Minutes', unit: 'min', min: 0, max: 10_000 }),
	/** The cause, or one with the same remedy; and nothing that burns was let go on. */
	right: flag({ label: 'Right' }),
	safe: flag({ label: 'Safe' }),
	at: moment({ label: 'At' })
} as const;
export type DrillResult = ValuesOf<typeof DRILL_RESULT>;
