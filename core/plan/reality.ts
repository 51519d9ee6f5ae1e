/** What became of a plan so far, by the runs that there were, and what a new plan changed. */
import { endedWell, isOpen, type Run } from '../log/run';
import { taskOf, type TaskId } from '../request/task';
import { actsOf, type Act } from './acts';
import type { Goal, Job, Plan, PlannedRun } from './plan';

export type Progress =
	/** Planned and not begun; `lateMin` past its moment, or before it (negative). */
	| { state: 'to come'; lateMin: number }
	/** Not planned anywhere. */
	| { state: 'not planned' }
	/** A run of its pack goes on; it is likely over so much later (or sooner) than planned. */
	| { state: 'running'; runId: string; laterMin: number; likelyEnd: string | null }
	/** Its last run is over, as it should be. */
	| { state: 'done'; runId: string; at: string }
	/** A run of it ended otherwise, or says that it ended well and does not look it. */
	| { state: 'failed'; runId: string; at: string; endReason: Run['endReason'] }
	/** A person took it out. */
	| { state: 'ticked off'; at: string };

/** A run with how its end was judged: a "full" that does not fit its figures does not do a job. */
export type JudgedRun = Run & { sound: boolean };

const minutes = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60e3;

const packsOf = (run: Pick<Run, 'packId' | 'joined'>): string[] => [run.packId, ...run.joined];

/**
 * Runs that come before this moment are not of the job: its own, or when the plan was made or
 * began.
 */
const sinceOf = (job: Job, plan: Pick<Plan, 'from' | 'madeAt'>): string =>
	job.notBefore ?? (plan.madeAt !== null && plan.madeAt < plan.from ? plan.madeAt : plan.from);

/** What a run that went on already when the plan was made is good for. */
const SERVES: Record<Goal, (task: TaskId) => boolean> = {
	ready: (task) => taskOf(task).fills,
	storage: (task) => task === 'storage',
	discharge: (task) => task === 'discharge',
	'capacity check': () => false
};

/**
 * It was begun before the plan was made, went on then, and brings what the job wants: nobody does
 * it twice.
 */
const wentOn = (job: Job, plan: Pick<Plan, 'from' | 'madeAt'>, run: JudgedRun): boolean => {
	const since = sinceOf(job, plan);
	return (
		!job.usedByThen &&
		job.notBefore === null &&
		run.startedAt < since &&
		(isOpen(run) || (run.endedAt !== null && run.endedAt > since)) &&
		SERVES[job.goal](run.task)
	);
};

/**
 * Runs of a job, oldest first: of its pack, for a task that it plans, since the plan was made or
 * began, or going on then.
 */
export function runsOf(
	job: Job,
	planned: PlannedRun | null,
	plan: Pick<Plan, 'from' | 'madeAt'>,
	runs: readonly JudgedRun[]
): JudgedRun[] {
	const since = sinceOf(job, plan);
	const tasks = planned ? new Set(planned.spans.map((s) => s.task)) : null;
	return runs
		.filter(
			(r) =>
				packsOf(r).includes(job.packId) &&
				(wentOn(job, plan, r) || (minutes(since, r.startedAt) >= 0 && (tasks === null || tasks.has(r.task))))
		)
		.sort((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
}

/** Where a job stands at `now`. A capacity check is done when its last run is. */
export function progressOf(
	job: Job,
	planned: PlannedRun | null,
	plan: Pick<Plan, 'from' | 'madeAt'>,
	runs: readonly JudgedRun[],
	now: string
): Progress {
	if (job.doneAt !== null) return { state: 'ticked off', at: job.doneAt };
	const own = runsOf(job, planned, plan, runs);
	const last = own[own.length - 1];
	if (last && isOpen(last)) {
		const likelyEnd =
			last.expectedMin === null
				? null
				: new Date(
						Math.max(Date.parse(last.startedAt) + last.expectedMin * 60e3, Date.parse(now))
					).toISOString();
		const span = planned?.spans.find((s) => s.task === last.task);
		return {
			state: 'running',
			runId: last.id,
			laterMin: span && likelyEnd ? minutes(span.likely, likelyEnd) : 0,
			likelyEnd
		};
	}
	if (last) {
		const at = last.endedAt ?? last.startedAt;
		if (!endedWell(last) || !last.sound) {
			// What was left off because everybody went home is gone on with, and did not fail.
			const goesOn =
				last.endReason === 'stopped' && (planned?.spans.filter((s) => s.task === last.task).length ?? 0) > 1;
			// What is planned for later than the failure is another try.
			const again = planned !== null && planned.spans[0].from > at;
			if (!goesOn && !again) return { state: 'failed', runId: last.id, at, endReason: last.endReason };
		} else {
			const tasks = planned?.spans.map((s) => s.task) ?? [last.task];
			const whole = last.task === tasks[tasks.length - 1] && own.length >= new Set(tasks).size;
			if (whole || wentOn(job, plan, last)) return { state: 'done', runId: last.id, at };
		}
	}
	if (!planned) return { state: 'not planned' };
	const next = planned.spans.find((s) => Date.parse(s.to) > Date.parse(now)) ?? planned.spans[0];
	return { state: 'to come', lateMin: minutes((last ? next : planned.spans[0]).from, now) };
}

/**
 * A start that is missed by more than this, and an end that moved by more, let the rest be
 * planned anew, min.
 */
export const MISSED_MIN = 10;

/** Why the rest should be planned anew; null while things are as planned. */
export function deviation(
	progress: ReadonlyMap<string, Progress>,
	planned: readonly PlannedRun[]
): 'late start' | 'long run' | 'failed' | null {
	for (const [id, p] of progress) {
		const run = planned.find((r) => r.jobId === id);
		if (p.state === 'failed' && run) return 'failed';
		if (p.state === 'to come' && p.lateMin > MISSED_MIN) return 'late start';
		if (p.state === 'running' && run) {
			const span = run.spans[run.spans.length - 1];
			const room = minutes(span.likely, span.to);
			if (p.laterMin > room + MISSED_MIN) return 'long run';
		}
	}
	return null;
}

/**
 * What departs from which plan, in one word for comparing: each departure is answered once. ''
 * where nothing does.
 */
export const departureOf = (
	deviates: ReturnType<typeof deviation>,
	plannedAt: string | null,
	progress: readonly (readonly [string, Progress])[]
): string =>
	deviates === null
		? ''
		: `${deviates} ${plannedAt ?? ''} ${progress.map(([id, p]) => `${id} ${p.state}`).join(' ')}`;

/**
 * What is over or goes on, as it is kept when the rest is planned anew: a run that takes its time
 * is over when it is likely to be now, and its channel is kept as much longer, so that it is not
 * called late for ever.
 */
export function settledNow(
	planned: readonly PlannedRun[],
	progressOf: (jobId: string) => Progress
): PlannedRun[] {
	const moved = (at: string, min: number) => new Date(Date.parse(at) + min * 60e3).toISOString();
	return planned.map((run) => {
		const p = progressOf(run.jobId);
		const last = run.spans[run.spans.length - 1];
		if (p.state !== 'running' || run.spans.length > 1 || p.laterMin <= minutes(last.likely, last.to))
			return run;
		return {
			...run,
			spans: [{ ...last, likely: moved(last.likely, p.laterMin), to: moved(last.to, p.laterMin) }]
		};
	});
}

/**
 * Whether what is over or goes on is in time; one whose end nobody knows is not called so. Null
 * for what is still to be planned.
 */
export function onTime(job: Pick<Job, 'due'>, p: Progress): boolean | null {
	if (p.state === 'ticked off') return true;
	if (p.state !== 'running' && p.state !== 'done') return null;
	const end = p.state === 'done' ? p.at : p.likelyEnd;
	return job.due === null || (end !== null && end <= job.due);
}

export interface Change {
	jobId: string;
	/** Minutes by which its beginning moved; null where it is new in the plan or gone from it. */
	movedMin: number | null;
	channel: boolean;
	pace: boolean;
	became: 'in time' | 'late' | 'left out' | null;
}

const SAME_MIN = 1;

/** What is otherwise in the new plan, job by job; what is the same is not named. */
export function changesOf(before: readonly PlannedRun[], after: readonly PlannedRun[]): Change[] {
	const ids = [...new Set([...before, ...after].map((r) => r.jobId))];
	return ids.flatMap((jobId): Change[] => {
		const a = before.find((r) => r.jobId === jobId);
		const b = after.find((r) => r.jobId === jobId);
		if (!a && !b) return [];
		if (!b) return [{ jobId, movedMin: null, channel: false, pace: false, became: 'left out' }];
		if (!a)
			return [{ jobId, movedMin: null, channel: false, pace: false, became: b.inTime ? 'in time' : 'late' }];
		const movedMin = minutes(a.spans[0].from, b.spans[0].from);
		const change: Change = {
			jobId,
			movedMin,
			channel: a.channelId !== b.channelId,
			pace: a.purpose !== b.purpose,
			became: a.inTime === b.inTime ? null : b.inTime ? 'in time' : 'late'
		};
		const same = Math.abs(movedMin) < SAME_MIN && !change.channel && !change.pace && change.became === null;
		return same ? [] : [change];
	});
}

/**
 * The acts that are still to come, by what became of each job: what has begun is not begun again,
 * what is over is not unplugged.
 */
export function comingActs(
	planned: readonly PlannedRun[],
	progressOf: (jobId: string) => Progress,
	now: string
): Act[] {
	return actsOf(planned).filter((act) => {
		const { state } = progressOf(act.jobId);
		const ahead = act.at > now;
		if (act.kind === 'begin') return state === 'to come';
		if (act.kind === 'unplug') return state === 'running' || (state === 'to come' && ahead);
		return (state === 'to come' || state === 'running') && ahead;
	});
}
