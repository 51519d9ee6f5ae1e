/** A run as the logbook keeps it. */
import { z } from 'zod';
import { ProgramSettings } from '../request/settings';
import { Purpose, TaskId } from '../request/task';

/** `link`: started and followed over a data link. `by hand`: keyed in by a person, who writes down what the screen says. */
export const RunMode = z.enum(['link', 'by hand']);

/**
 * `starting`: the charger has been told and has not answered yet, so that it may or may not be charging. `running`: it said that
 * it started. Both are open: they hold their channel and their pack.
 */
export const RunStatus = z.enum(['starting', 'running', 'ended']);
export type RunStatus = z.infer<typeof RunStatus>;

/** The states of a run that is not over. */
export const OPEN_STATUSES: RunStatus[] = ['starting', 'running'];
export const isOpen = (run: { status: RunStatus }): boolean => run.status !== 'ended';

export const EndReason = z.enum([
	'full',
	'end voltage',
	'timer',
	'capacity limit',
	'temperature',
	'temperature rise',
	'stopped',
	'charger error',
	'link lost'
]);
export type EndReason = z.infer<typeof EndReason>;

/** A finding that a person decided to go past, with the reason given. */
export const OverriddenFinding = z.object({
	rule: z.string().max(80),
	sentence: z.string().max(1000),
	reason: z.string().trim().min(3, 'Say in a few words why this is all right.').max(400)
});
export type OverriddenFinding = z.infer<typeof OverriddenFinding>;

export const Run = z.object({
	id: z.string(),
	packId: z.string(),
	chargerId: z.string(),
	channelId: z.string(),
	/** The kept program it was started from; null where that is not known. */
	programId: z.string().nullable(),
	mode: RunMode,
	status: RunStatus,
	task: TaskId,
	purpose: Purpose,
	settings: ProgramSettings,
	overridden: z.array(OverriddenFinding),
	/** Forecast at the start: minutes and charge, and the minutes 95 of 100 runs stay within. */
	expectedMin: z.number().nullable(),
	expectedP95Min: z.number().nullable(),
	expectedAh: z.number().nullable(),
	startedAt: z.string(),
	endedAt: z.string().nullable(),
	endReason: EndReason.nullable(),
	durationS: z.number().nullable(),
	chargeAh: z.number().nullable(),
	peakTemperatureDegC: z.number().nullable(),
	endCellVoltagesV: z.array(z.number()).nullable(),
	notes: z.string()
});
export type Run = z.infer<typeof Run>;

/** Whether a run ended as its program meant it to. */
export function endedWell(run: Pick<Run, 'task' | 'endReason'>): boolean {
	if (run.endReason === 'full' || run.endReason === 'end voltage' || run.endReason === 'temperature rise')
		return true;
	const byLimit = run.endReason === 'timer' || run.endReason === 'capacity limit';
	return byLimit && (run.task === 'recover' || run.task === 'storage');
}

/** What a person writes down at the end of a run keyed in by hand. */
export const RunResult = z.object({
	endReason: EndReason,
	durationMin: z.number().min(0, 'Minutes cannot be negative.').max(10000),
	chargeAh: z.number().min(0, 'Charge cannot be negative.').max(1000),
	endCellVoltagesV: z
		.array(z.number().min(-3, 'A cell cannot read below −3 V.').max(6, 'A cell above 6 V is not a cell.'))
		.max(24)
		.nullable()
		.default(null),
	notes: z.string().max(4000).default('')
});
export type RunResult = z.infer<typeof RunResult>;

/** A look at the charger's screen during a run keyed in by hand. */
export const RunLook = z.object({
	timeMin: z.number().min(0, 'Minutes cannot be negative.').max(10000),
	packV: z.number().min(0).max(90),
	currentA: z.number().min(0, 'Current cannot be negative.').max(200),
	chargeAh: z.number().min(0, 'Charge cannot be negative.').max(1000)
});
export type RunLook = z.infer<typeof RunLook>;
