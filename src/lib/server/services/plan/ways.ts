/**
 * What each job of a plan would take on each kind of channel, solved here a few at a time so that
 * the bench is followed meanwhile.
 */
import { createHash } from 'node:crypto';
import { evenReading } from '$core/pack/even-reading';
import { tasksOf } from '$core/plan/goal';
import type { Job } from '$core/plan/plan';
import { alikeChannels, wayIn, type RunWay, type Ways } from '$core/plan/run-way';
import { packStop } from '$core/pack-state/stop';
import { resolve, type ProgramContext } from '$core/request/context';
import { taskOf, type Purpose, type TaskId } from '$core/request/task';
import type { Store } from '../../db/connect';
import { LoopSlices } from '../../loop-slices';
import { listChargers } from '../chargers/chargers';
import { historiesOf, NO_HISTORY } from '../packs/care';
import { packStateOf } from '../packs/pack-states';
import { getPack } from '../packs/packs';
import { getPreferences } from '../house/preferences';
import { programContext } from '../programs/programs';

/**
 * How empty a pack is taken to be that has been out: what is usual when a person stops in good
 * time (common practice, no source).
 */
const USED_SOC = 0.25;
/**
 * What was solved for one stretch of ten minutes is taken for all of it: ages of readings are
 * told in days and hours.
 */
const HOLDS_MS = 600e3;
const MOST_KEPT = 4000;
const kept = new Map<string, RunWay | string>();

/** Solved once, as long as nothing of it changes. */
function solvedWay(
	context: ProgramContext,
	tasks: readonly TaskId[],
	channelIds: string[],
	withinW: number | null
): RunWay | string {
	const now = new Date(Math.floor(Date.parse(context.now) / HOLDS_MS) * HOLDS_MS).toISOString();
	const key = createHash('sha1')
		.update(JSON.stringify([{ ...context, now }, tasks, channelIds, withinW]))
		.digest('base64');
	const before = kept.get(key);
	if (before !== undefined) return before;
	const way = wayIn(context, tasks, channelIds, withinW);
	if (kept.size >= MOST_KEPT) kept.clear();
	kept.set(key, way);
	return way;
}

const PURPOSES: readonly Purpose[] = ['gentle', 'standard', 'hurry'];
/** Currents nearer than this are one way, as a share. */
const ALIKE = 0.03;

/** The bench at rest: what else goes on is for the plan to see to. */
const atRest = (context: ProgramContext): ProgramContext => ({
	...context,
	othersOutputW: 0,
	around: context.around && { ...context.around, othersOnSupplyW: 0, boardsInUse: 0 }
});

async function waysOf(db: Store, job: Job, now: string): Promise<Ways> {
	const nowhere = (sentence: string): Ways => ({ ways: [], cannot: [{ chargerId: '', sentence }] });
	const [pack, preferences, histories, chargers] = await Promise.all([
		getPack(db, job.packId),
		getPreferences(db),
		historiesOf(db, [job.packId]),
		listChargers(db)
	]);
	if (!pack.ok) return nowhere('The pack is gone from the shelf.');
	const state = await packStateOf(db, pack.value, now);
	const tasks = tasksOf(job.goal, {
		pack: pack.value,
		full: state.claim === 'full',
		history: histories.get(job.packId) ?? NO_HISTORY,
		person: preferences.practice,
		now
	});
	if (typeof tasks === 'string') return nowhere(tasks);
	if (job.joined.length && tasks.length > 1)
		return nowhere('Joined packs are charged, not checked together.');
	const out = tasks.every((t) => taskOf(t).moves === 'out');
	const ways: RunWay[] = [];
	const cannot: Ways['cannot'] = [];
	const slices = new LoopSlices();
	for (const charger of chargers)
		for (const channelIds of alikeChannels(charger)) {
			const found: RunWay[] = [];
			let why: string | null = null;
			const context = await programContext(
				db,
				{
					packId: job.packId,
					joined: job.joined,
					chargerId: charger.id,
					channelId: channelIds[0],
					task: tasks[0],
					purpose: 'standard'
				},
				now
			);
			if (!context.ok) return nowhere(context.message);
			for (const purpose of out ? (['standard'] as const) : PURPOSES) {
				const rest = atRest({ ...context.value, purpose });
				// It is not used either where its state forbids current.
				const stop = job.usedByThen ? packStop(resolve(rest).state) : null;
				if (stop) return nowhere(stop.why);
				const used: ProgramContext = job.usedByThen
					? {
							...rest,
							reading: evenReading(rest.pack, USED_SOC, rest.ambientDegC, now),
							around: { ...rest.around, events: [] }
						}
					: rest;
				const shared = charger.sharedPowerW;
				const half = shared !== null && charger.channels.length > 1 ? shared / charger.channels.length : null;
				for (const withinW of half === null ? [null] : [null, half]) {
					const way = solvedWay(
						withinW === null ? used : { ...used, othersOutputW: shared! - withinW },
						tasks,
						channelIds,
						withinW
					);
					if (typeof way === 'string') why ??= way;
					else if (!found.some((w) => Math.abs(w.currentA - way.currentA) <= ALIKE * w.currentA))
						found.push(way);
					await slices.pause();
				}
			}
			ways.push(...found);
			if (!found.length && why) cannot.push({ chargerId: charger.id, sentence: why });
		}
	return { ways, cannot: ways.length ? [] : cannot };
}

/** The ways of every job that is still to be done, by job. */
export async function waysOfJobs(
	db: Store,
	jobs: readonly Job[],
	now: string
): Promise<Record<string, Ways>> {
	const out: Record<string, Ways> = {};
	for (const job of jobs) out[job.id] = await waysOf(db, job, now);
	return out;
}
