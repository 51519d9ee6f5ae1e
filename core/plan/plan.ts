/** A plan: jobs, the hours in which somebody is there, and where each job was put. */
import { TASK_IDS } from '../charger/programs';
import { MOST_JOINED } from '../pack/load';
import { choice, figure, flag, ids, moment, parts, reference, text, type ValuesOf } from '../quantity/field';
import { PURPOSES } from '../request/task';
import { TASTE_NAMES } from './problem';

/** A stretch of time in which somebody watches; `hands`: who also plugs and unplugs. */
export const HOURS = {
	from: moment({ label: 'From' }),
	to: moment({ label: 'To' }),
	who: text({ label: 'Who is there', least: 1, most: 40, start: 'you' }),
	hands: flag({ label: 'plugs and unplugs', start: true })
} as const;
export type Hours = ValuesOf<typeof HOURS>;

export const GOALS = ['ready', 'storage', 'capacity check', 'discharge'] as const;
export type Goal = (typeof GOALS)[number];
export const WEIGHT_WORDS = ['must', 'wanted', 'if it fits'] as const;
export const PACES = ['as it needs', 'gentle only', 'no faster than usual'] as const;
export type Pace = (typeof PACES)[number];

export const JOB = {
	id: reference({ label: 'Job', most: 64 }),
	packId: reference({ label: 'Pack', most: 64 }),
	/** Others that are charged with it, joined on one channel. */
	joined: ids({ label: 'Joined with it', most: MOST_JOINED }),
	goal: choice({ label: 'What for', options: GOALS, words: { ready: 'ready for use' }, offer: 'ready' }),
	/** By when; null where it need only be done within the plan. */
	due: moment({ label: 'By', optional: true }),
	/** Not before: it is out until then. */
	notBefore: moment({ label: 'Not before', optional: true }),
	/** By then it has been used, whatever it reads now. */
	usedByThen: flag({ label: 'used by then', start: false }),
	matters: choice({ label: 'How much it matters', options: WEIGHT_WORDS, start: 'wanted' }),
	pace: choice({ label: 'How fast', options: PACES, start: 'as it needs' }),
	/** Where and when a person wants it; null leaves it to the plan. */
	channelId: reference({ label: 'On', most: 64, optional: true, start: null }),
	startsAt: moment({ label: 'Begins', optional: true }),
	/** Taken out of the plan, with why; null where it is in it. */
	doneAt: moment({ label: 'Done', optional: true }),
	why: text({ label: 'Why', least: 0, most: 200, start: '' })
} as const;
export type Job = ValuesOf<typeof JOB>;

/** One stretch on a channel of a job that was put somewhere. */
export const PLANNED_SPAN = {
	task: choice({ label: 'Task', options: TASK_IDS, open: true }),
	from: moment({ label: 'From' }),
	likely: moment({ label: 'Likely over' }),
	to: moment({ label: 'Kept until' })
} as const;
export type PlannedSpan = ValuesOf<typeof PLANNED_SPAN>;

export const PLANNED = {
	jobId: JOB.id,
	chargerId: reference({ label: 'Charger', most: 64 }),
	channelId: reference({ label: 'Channel', most: 64 }),
	purpose: choice({ label: 'Purpose', options: PURPOSES, open: true }),
	currentA: figure({ label: 'Current', unit: 'A', min: 0, max: 300 }),
	/** The current is less than it would be alone: it leaves watts to the charger's other channels. */
	limited: flag({ label: 'leaves watts to others', start: false }),
	wear: figure({ label: 'Wear', unit: '', min: 0, max: 1000 }),
	inTime: flag({ label: 'in time', start: true }),
	spans: parts(PLANNED_SPAN, { label: 'Stretches', least: 1, most: 60 })
} as const;
export type PlannedRun = ValuesOf<typeof PLANNED>;

export const PLAN = {
	name: text({ label: 'Name', least: 1, most: 80, missing: 'A plan needs a name.' }),
	from: moment({ label: 'From' }),
	until: moment({ label: 'Until' }),
	hours: parts(HOURS, { label: 'Hours', least: 0, most: 60, start: [] }),
	jobs: parts(JOB, { label: 'Jobs', least: 0, most: 60, start: [] }),
	planned: parts(PLANNED, { label: 'Planned', least: 0, most: 60, start: [] }),
	/** What a person asks of it besides jobs done by their time. */
	taste: choice({ label: 'Planned', options: TASTE_NAMES, start: 'usual' }),
	/** When it was made: what was charged before is not of it. Null only until it is kept. */
	madeAt: moment({ label: 'Made', optional: true }),
	/** When the places were last worked out. */
	plannedAt: moment({ label: 'Worked out', optional: true }),
	/**
	 * What the last planning moved, in words: read by whoever opens it, on whichever screen it was
	 * planned anew.
	 */
	moved: text({ label: 'What moved', least: 0, most: 400, start: '' })
} as const;
export type PlanInput = ValuesOf<typeof PLAN>;
export type Plan = PlanInput & { id: string };

/** A plan is no longer than this, h: further ahead there are care and seasons. */
export const LONGEST_PLAN_H = 96;
