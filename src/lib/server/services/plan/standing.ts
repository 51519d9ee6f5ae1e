/**
 * Where a plan stands: what became of each job, what goes on, and everything that the rest is
 * planned with.
 */
import { Op } from 'sequelize';
import { channelPlaceOf } from '$core/charger/charger';
import type { Act } from '$core/plan/acts';
import type { Pack } from '$core/pack/pack';
import type { GoingOn, PlanningGround } from '$core/plan/bench';
import type { Plan, PlannedRun } from '$core/plan/plan';
import {
	comingActs,
	departureOf,
	deviation,
	progressOf,
	type JudgedRun,
	type Progress
} from '$core/plan/reality';
import { isOpen } from '$core/log/run';
import type { Store } from '../../db/connect';
import { toRun } from '../../db/map';
import { listChargers, listSupplies } from '../chargers/chargers';
import { getPreferences } from '../house/preferences';
import { judgedRun } from '../packs/care';
import { packStates } from '../packs/pack-states';
import { allPacks } from '../packs/packs';
import { openRuns } from '../runs/open-runs';
import { channelOutputs } from '../runs/run-outputs';
import { currentPlan } from './plans';
import { waysOfJobs } from './ways';

export interface Standing {
	plan: Plan;
	progress: [string, Progress][];
	/** Why the rest should be planned anew; null while things are as planned. */
	deviates: ReturnType<typeof deviation>;
	packs: Pack[];
}

async function runsDuring(db: Store, plan: Plan, packs: readonly Pack[]): Promise<JudgedRun[]> {
	const since = plan.madeAt !== null && plan.madeAt < plan.from ? plan.madeAt : plan.from;
	const rows = await db.models.Run.findAll({
		where: {
			startedAt: { [Op.lte]: plan.until },
			// What went on already when it was made counts too.
			[Op.or]: [{ startedAt: { [Op.gte]: since } }, { endedAt: null }, { endedAt: { [Op.gt]: since } }]
		},
		order: [['startedAt', 'ASC']]
	});
	const judged: JudgedRun[] = [];
	for (const run of rows.map(toRun)) {
		const pack = packs.find((p) => p.id === run.packId);
		const sound = isOpen(run) || (pack !== undefined && (await judgedRun(db, run, pack)).outcome === 'sound');
		judged.push({ ...run, sound });
	}
	return judged;
}

export async function standingOf(db: Store, plan: Plan, now: string): Promise<Standing> {
	const packs = await allPacks(db);
	const runs = await runsDuring(db, plan, packs);
	const progress = plan.jobs.map((job): [string, Progress] => {
		const planned = plan.planned.find((p) => p.jobId === job.id) ?? null;
		return [job.id, progressOf(job, planned, plan, runs, now)];
	});
	const wanted = new Set(plan.jobs.flatMap((j) => [j.packId, ...j.joined]));
	return {
		plan,
		progress,
		deviates: plan.until > now && plan.from < now ? deviation(new Map(progress), plan.planned) : null,
		packs: packs.filter((p) => wanted.has(p.id))
	};
}

/** What goes on on every channel now, until when it is likely to take it. */
async function goingOn(db: Store, now: string): Promise<GoingOn[]> {
	const runs = await openRuns(db);
	const outputs = new Map<string, number>();
	for (const id of new Set(runs.map((r) => r.chargerId)))
		for (const [channelId, w] of await channelOutputs(db, id)) outputs.set(channelId, w);
	return runs.map((run) => {
		const since = (Date.parse(now) - Date.parse(run.startedAt)) / 60e3;
		// A run whose end nobody knows holds its channel for as long as it has taken already; one that
		// is over its time, some minutes more.
		const takes = run.expectedP95Min ?? run.expectedMin ?? 2 * since;
		const untilMs = Math.max(Date.parse(run.startedAt) + takes * 60e3, Date.parse(now) + 5 * 60e3);
		return {
			channelId: run.channelId,
			packIds: [run.packId, ...run.joined],
			until: new Date(untilMs).toISOString(),
			outputW: outputs.get(run.channelId) ?? 0,
			balances: run.settings.balance
		};
	});
}

/** Everything that the rest of a plan is planned with at the moment `now`. */
export async function groundOf(db: Store, plan: Plan, now: string): Promise<PlanningGround> {
	const [{ progress }, chargers, supplies, { inventory, walkMin }, packs, going] = await Promise.all([
		standingOf(db, plan, now),
		listChargers(db),
		listSupplies(db),
		getPreferences(db),
		allPacks(db),
		goingOn(db, now)
	]);
	const over = new Set(
		progress.filter(([, p]) => ['done', 'running', 'ticked off'].includes(p.state)).map(([id]) => id)
	);
	const open = plan.jobs.filter((j) => !over.has(j.id));
	const wanted = new Set([
		...open.flatMap((j) => [j.packId, ...j.joined]),
		...going.flatMap((g) => g.packIds)
	]);
	const coolBy: Record<string, string> = {};
	const states = await packStates(
		db,
		packs.filter((p) => wanted.has(p.id)),
		now
	);
	for (const [id, { warmth }] of states) if (warmth.coolAt !== null) coolBy[id] = warmth.coolAt;
	return {
		bench: {
			chargers,
			supplies,
			inventory,
			packs: packs.filter((p) => wanted.has(p.id)),
			going,
			walkMin,
			coolBy
		},
		ways: await waysOfJobs(db, open, now),
		now
	};
}

/**
 * The plan that goes on and no longer holds, with what departs from it; null while all is as
 * planned.
 */
export async function behindNow(db: Store, now: string): Promise<{ id: string; departure: string } | null> {
	const plan = await currentPlan(db, now);
	if (!plan || plan.planned.length === 0 || plan.from > now) return null;
	const { deviates, progress } = await standingOf(db, plan, now);
	return deviates === null
		? null
		: { id: plan.id, departure: departureOf(deviates, plan.plannedAt, progress) };
}

export interface NextInPlan {
	id: string;
	name: string;
	/** What the last planning moved, and when; '' where it moved nothing. */
	moved: string;
	plannedAt: string | null;
	/** What was planned no longer holds. */
	behind: boolean;
	/** The next acts, soonest first, each with its run. */
	acts: { act: Act; run: PlannedRun; packs: string }[];
	channels: Record<string, string>;
}

/** A plan further off than this is not of today, ms. */
const SOON_MS = 36 * 3600e3;
const SHOWN_ACTS = 3;

/** What the plan asks of one's hands next; null where there is none, or not soon. */
export async function nextInPlan(db: Store, now: string): Promise<NextInPlan | null> {
	const plan = await currentPlan(db, now);
	if (!plan || plan.planned.length === 0 || Date.parse(plan.from) - Date.parse(now) > SOON_MS) return null;
	const [standing, chargers] = await Promise.all([standingOf(db, plan, now), listChargers(db)]);
	const progress = new Map(standing.progress);
	const acts = comingActs(plan.planned, (id) => progress.get(id) ?? { state: 'not planned' }, now).slice(
		0,
		SHOWN_ACTS
	);
	if (acts.length === 0) return null;
	const name = (id: string) => standing.packs.find((p) => p.id === id)?.name ?? 'a pack that is gone';
	const packs = (jobId: string) => {
		const job = plan.jobs.find((j) => j.id === jobId);
		return job ? [job.packId, ...job.joined].map(name).join(' + ') : '';
	};
	return {
		id: plan.id,
		name: plan.name,
		moved: plan.moved,
		plannedAt: plan.plannedAt,
		behind: standing.deviates !== null,
		acts: acts.map((act) => ({
			act: { ...act, firstOff: act.firstOff === null ? null : packs(act.firstOff) },
			run: plan.planned.find((p) => p.jobId === act.jobId)!,
			packs: packs(act.jobId)
		})),
		channels: Object.fromEntries(
			chargers.flatMap((c) => c.channels.map((ch) => [ch.id, channelPlaceOf(c, ch, chargers)] as const))
		)
	};
}
