/**
 * A plan on the page: what is kept of it, what is found for it, and every change with its way
 * back.
 */
import { proxy, wrap, type Remote } from 'comlink';
import { toast } from 'svelte-sonner';
import type { PlanningGround } from '$core/plan/bench';
import type { Helps, Outcome, PowerCurve } from '$core/plan/outcome';
import type { Job, Plan, PlannedRun } from '$core/plan/plan';
import { channelPlaceOf } from '$core/charger/charger';
import { changesOf, settledNow, type Progress } from '$core/plan/reality';
import { movedWords } from '$core/plan/words';
import type { Explained, OtherWay, PlanWorker } from '$lib/workers/plan.worker';
import type { Standing } from '$lib/server/services/plan/standing';
import { offerUndo } from '../frame/undo.svelte';
import { send } from '../server/api';
import { present } from './local-time';
import { refresh } from '../server/refresh';

/** What each way to plan is for. */
export const TASTE_WORDS: Record<Plan['taste'], string> = {
	usual: 'least wear, then few visits',
	'fewest visits': 'the fewest visits',
	soonest: 'all done as soon as can be',
	gentlest: 'the gentlest charges'
};

export class PlanDesk {
	standing = $state.raw<Standing>() as Standing;
	ground = $state.raw<PlanningGround | null>(null);
	explained = $state.raw<Explained | null>(null);
	power = $state.raw<{ curves: PowerCurve[]; from: string; slotMin: number } | null>(null);
	helps = $state.raw<Helps[]>([]);
	others = $state.raw<OtherWay[]>([]);
	/**
	 * What the planning that was last done here changed, in words: '' where nothing, null before
	 * there was one.
	 */
	moved = $state<string | null>(null);
	private keeping: Promise<void> = Promise.resolve();
	/** How far the search is, 0 to 1; null while none runs. */
	progress = $state<number | null>(null);
	/** It is still being found out what more could be had. */
	thinking = $state(false);
	/** Found and not kept yet. */
	private found = $state.raw<PlannedRun[] | null>(null);
	private remote: Remote<PlanWorker> | null = null;
	private job = 0;

	constructor(standing: Standing) {
		this.standing = standing;
	}

	/** What the server says now; what was found here and is not kept yet is no longer of it. */
	hear(standing: Standing): void {
		if (standing.plan.id !== this.standing.plan.id) {
			[this.explained, this.power, this.helps, this.others, this.moved] = [null, null, [], [], null];
		}
		this.standing = standing;
		this.found = null;
	}

	get plan(): Plan {
		return this.standing.plan;
	}
	/** What is drawn: the newest that was found. */
	get planned(): PlannedRun[] {
		return this.found ?? this.plan.planned;
	}
	/** Places are drawn that are not kept yet: what is to be done at them is not known before. */
	get unkept(): boolean {
		return this.found !== null;
	}
	progressOf(jobId: string): Progress {
		return this.standing.progress.find(([id]) => id === jobId)?.[1] ?? { state: 'not planned' };
	}

	/** Opens the worker; returns what closes it. */
	open(): () => void {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
		const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
		this.remote = wrap<PlanWorker>(worker);
		return () => worker.terminate();
	}

	/** What is over or goes on keeps its place. */
	private settled(): PlannedRun[] {
		const { ground } = this;
		if (!ground) return [];
		return settledNow(
			this.plan.planned.filter((p) => !ground.ways[p.jobId]),
			(id) => this.progressOf(id)
		);
	}

	/** What a planning changed, in words. */
	private movedSince(before: readonly PlannedRun[]): string {
		const { packs, plan } = this.standing;
		const chargers = this.ground?.bench.chargers ?? [];
		const name = (id: string) => packs.find((p) => p.id === id)?.name ?? 'a pack that is gone';
		return movedWords(changesOf(before, this.planned), this.planned, {
			job: (id) => {
				const job = plan.jobs.find((j) => j.id === id);
				return job ? [job.packId, ...job.joined].map(name).join(' + ') : 'a job that is gone';
			},
			channel: (id) => {
				for (const charger of chargers) {
					const channel = charger.channels.find((c) => c.id === id);
					if (channel) return channelPlaceOf(charger, channel, chargers);
				}
				return 'a channel that is gone';
			}
		});
	}

	/**
	 * Works out the places of all that is still to be done; `keep` changes no more than is worth it,
	 * `brief` asks for nothing beside.
	 */
	async work(keep: boolean, brief = false): Promise<void> {
		if (!this.remote) return;
		const job = ++this.job;
		this.progress = 0;
		this.thinking = true;
		[this.helps, this.others, this.explained] = [[], [], null];
		const sent = await send<PlanningGround>('GET', `/plans/${this.plan.id}/ground`);
		if (job !== this.job) return;
		if (!sent.ok) {
			[this.progress, this.thinking] = [null, false];
			return void toast.error(sent.message);
		}
		this.ground = sent.value;
		const before = this.plan.planned;
		const show = ({ planned, power, curvesFrom, slotMin }: Outcome) => {
			this.found = [...this.settled(), ...planned];
			this.power = { curves: power, from: curvesFrom, slotMin };
		};
		const events = {
			better: (outcome: Outcome, share: number) => {
				if (job !== this.job) return;
				show(outcome);
				this.progress = share;
			},
			explained: (outcome: Outcome, explained: Explained) => {
				if (job !== this.job) return;
				show(outcome);
				this.progress = null;
				this.explained = explained;
				this.helps = [];
				this.moved = before.length ? this.movedSince(before) : null;
				this.keeping = this.keepPlanned();
			},
			other: (way: OtherWay) => {
				if (job === this.job) this.others = [...this.others, way];
			},
			help: (help: Helps) => {
				if (job === this.job) this.helps = [...this.helps, help];
			}
		};
		await this.remote.plan(
			job,
			{ plan: $state.snapshot(this.plan) as Plan, ground: sent.value, keep, brief },
			proxy(events)
		);
		await this.keeping;
		if (job !== this.job) return;
		[this.progress, this.thinking] = [null, false];
	}

	/** Keeps what is there and looks no further. */
	cancel(): void {
		this.job++;
		[this.progress, this.thinking] = [null, false];
		void this.remote?.cancel();
		this.moved = this.plan.planned.length ? this.movedSince(this.plan.planned) : null;
		void this.keepPlanned();
	}

	/**
	 * Writes down the places that were found; what another window said of the plan meanwhile is not
	 * overwritten.
	 */
	private async keepPlanned(): Promise<void> {
		const { found, plan } = this;
		if (!found) return;
		if (JSON.stringify(found) === JSON.stringify(plan.planned)) {
			this.found = null;
			return;
		}
		const { id, ...fields } = plan;
		const { jobs, hours, name, taste, from, until } = plan;
		const sent = await send<Plan>('PUT', `/plans/${id}`, {
			...fields,
			planned: found,
			plannedAt: present(),
			moved: (this.moved ?? '').slice(0, 400),
			was: { jobs, hours, name, taste, from, until }
		});
		if (sent.ok) this.take(sent.value);
		else toast.error(sent.message);
		await this.reread();
	}

	private take(plan: Plan): void {
		this.standing = { ...this.standing, plan };
		this.found = null;
	}

	/** Changes jobs, hours, name or length, says so with the way back, and plans anew. */
	async change(change: Partial<Plan>, said: string | null): Promise<boolean> {
		const before = this.plan;
		const { id, ...fields } = before;
		const was = Object.fromEntries(Object.keys(change).map((key) => [key, before[key as keyof Plan]]));
		const sent = await send<Plan>('PUT', `/plans/${id}`, { ...fields, ...change, was });
		if (!sent.ok) {
			toast.error(sent.message);
			if (sent.current) await this.reread();
			return false;
		}
		this.take(sent.value);
		await this.reread();
		if (said)
			offerUndo(said, () =>
				this.change(
					Object.fromEntries(Object.keys(change).map((key) => [key, before[key as keyof Plan]])),
					null
				)
			);
		void this.work(true);
		return true;
	}

	changeJob(jobId: string, change: Partial<Job>, said: string | null): Promise<boolean> {
		return this.change({ jobs: this.plan.jobs.map((j) => (j.id === jobId ? { ...j, ...change } : j)) }, said);
	}

	/** Takes another way to plan as the plan. */
	async takeOther(way: OtherWay): Promise<void> {
		this.job++;
		void this.remote?.cancel();
		[this.progress, this.thinking] = [null, false];
		await this.change(
			{ taste: way.taste, planned: [...this.settled(), ...way.outcome.planned] },
			`Planned for ${TASTE_WORDS[way.taste]}.`
		);
	}

	private async reread(): Promise<void> {
		this.found = null;
		await refresh('app:plan');
	}
}
