/**
 * Follows every run that is open over a link: settles a start whose answer was lost, fetches what
 * the charger has kept since the last stored sample, stores it, and notices the end. All it needs
 * to know is in the database, so a server that was killed picks its runs up without a gap. Each
 * run is looked at for itself: one charger that hangs, or one fault, holds no other up.
 */
import type { Logger } from 'pino';
import type { Telemetry } from '$core/simulate/telemetry';
import { isOpen, OPEN_STATUSES, type Run } from '$core/log/run';
import type { ChannelAddress, LogAnswer, StatusAnswer } from '../../../../../link/protocol';
import type { Database } from '../../db/connect';
import { LinkError, type ChargerLink } from '../../link/charger-link';
import type { LinkKind, Links } from '../../link/links';
import { live } from './live';
import { endRun, reopenRun, settleStart, withdrawStart } from './open-runs';
import { appendTelemetry, storedSamples, summaryOf } from './telemetry';
import { Watching } from './watching';

const EVERY_MS = 500;
/** Rounds between looks at channels on which nothing is known to run. */
const SWEEP_ROUNDS = 10;
/** A start that is younger may still be on its way to the charger, ms. */
const ON_ITS_WAY_MS = 5000;

/** How a look at a run went: `unknown`, when the charger answers and does not know the run. */
export type Look = 'followed' | 'unknown' | 'unreachable' | 'over' | 'failed';

interface Followed {
	id: string;
	at: ChannelAddress;
	kind: LinkKind;
	status: Run['status'];
	/** When it was written, ms since 1970. */
	writtenMs: number;
	/** When it began, ms since 1970. */
	startedMs: number;
	stored: number;
}

export class Follower {
	/** Samples stored of each run followed, so that they are not asked for in every round. */
	private readonly stored = new Map<string, number>();
	private readonly looks = new Map<string, Promise<Look>>();
	/** Runs whose start is being sent by this very process now. */
	readonly starting = new Set<string>();
	private timer: ReturnType<typeof setTimeout> | null = null;
	private stopped = false;
	private rounds = 0;
	private sweeping: Promise<void> | null = null;
	/** The round that goes on, or the last one. */
	private going: Promise<void> | null = null;
	private readonly watching: Watching;

	constructor(
		private readonly db: Database,
		private readonly links: Links,
		private readonly log: Logger,
		private readonly clock: () => number = Date.now
	) {
		this.watching = new Watching(db, log);
	}

	start(everyMs = EVERY_MS): void {
		const round = async () => {
			try {
				await this.begin();
				if (!this.stopped && this.rounds++ % SWEEP_ROUNDS === 0) this.sweeping ??= this.sweep();
			} catch (error) {
				this.log.error({ err: error }, 'following runs failed; trying again');
			}
			if (!this.stopped) this.timer = setTimeout(() => (this.going = round()), everyMs);
		};
		this.going = round();
	}

	/**
	 * Stops following and waits for the looks that go on; a round that is still asking which runs
	 * there are begins none.
	 */
	async stop(): Promise<void> {
		this.stopped = true;
		if (this.timer) clearTimeout(this.timer);
		await this.going;
		await Promise.allSettled([...this.looks.values(), this.sweeping]);
	}

	/** One look at every open run, to its end. */
	async round(): Promise<void> {
		await this.begin();
		await Promise.allSettled(this.looks.values());
	}

	/** Looks at one run now, or joins the look that goes on. */
	async look(runId: string): Promise<Look> {
		await this.looks.get(runId);
		const [run] = await this.openRuns({ id: runId });
		return run ? this.lookAt(run) : 'over';
	}

	/** Begins a look at every open run that is not being looked at. */
	private async begin(): Promise<void> {
		for (const run of await this.openRuns({}))
			if (!this.stopped && !this.looks.has(run.id)) void this.lookAt(run);
	}

	private async openRuns(where: { id?: string }): Promise<Followed[]> {
		const { Run: Runs, Charger } = this.db.models;
		const rows = await Runs.findAll({
			where: { ...where, status: OPEN_STATUSES, mode: 'link' },
			attributes: ['id', 'chargerId', 'channelId', 'status', 'createdAt', 'startedAt']
		});
		if (rows.length === 0) return [];
		const chargers = await Charger.findAll({
			where: { id: rows.map((row) => row.get('chargerId')) },
			attributes: ['id', 'link'],
			paranoid: false
		});
		const kindOf = new Map(chargers.map((c) => [c.get('id'), c.get('link')]));
		return Promise.all(
			rows.map(async (row) => {
				const id = row.get('id');
				const chargerId = row.get('chargerId');
				return {
					id,
					at: { chargerId, channelId: row.get('channelId') },
					kind: kindOf.get(chargerId) ?? 'none',
					status: row.get('status'),
					writtenMs: row.get('createdAt').getTime(),
					startedMs: Date.parse(row.get('startedAt')),
					stored: this.stored.get(id) ?? (await storedSamples(this.db, id))
				};
			})
		);
	}

	private lookAt(run: Followed): Promise<Look> {
		const look = this.follow(run)
			.catch((error: unknown): Look => {
				if (error instanceof LinkError) {
					const before = live.get(run.id);
					if (before?.reachable) live.set({ ...before, reachable: false });
					return 'unreachable';
				}
				this.log.error({ err: error, run: run.id }, 'following a run failed; trying again');
				return 'failed';
			})
			.finally(() => this.looks.delete(run.id));
		this.looks.set(run.id, look);
		return look;
	}

	private async follow(run: Followed): Promise<Look> {
		const link = this.links.of(run.kind);
		if (!link) throw new LinkError('unreachable', 'This charger has no data link any more.');
		const status = await link.status(run.at);
		if (status.runId !== run.id) return this.unknown(run, link, status);
		if (run.status === 'starting') await settleStart(this.db, run.id);
		const latest = await this.fetch(run, link);
		if (latest === 'over') return 'over';
		if (latest) this.publish(run, latest, status);
		if (status.state !== 'ended' || run.stored < status.samples) return 'followed';
		await this.finish(run, status.endReason as Run['endReason'], status.message);
		return 'over';
	}

	/**
	 * Stores what is new and answers with the last part of it; `over` where the run was closed
	 * meanwhile.
	 */
	private async fetch(run: Followed, link: ChargerLink): Promise<Telemetry | null | 'over'> {
		let latest: Telemetry | null = null;
		for (let more = true; more;) {
			const part = await link.log(run.at, run.id, run.stored);
			const stored = await this.db.write(async (tx) => {
				const row = await tx.models.Run.findByPk(run.id, { attributes: ['status'] });
				if (!row || !isOpen({ status: row.get('status') })) return null;
				return appendTelemetry(tx, run.id, part.from, part);
			}, 'samples');
			if (stored === null) {
				this.forget(run.id);
				return 'over';
			}
			run.stored = stored;
			this.stored.set(run.id, stored);
			if (part.timeS.length) {
				latest = part;
				await this.watch(run, link, part);
			}
			more = part.more;
		}
		return latest;
	}

	/** What the eyes see never holds up the following itself. */
	private async watch(run: Followed, link: ChargerLink, part: LogAnswer): Promise<void> {
		try {
			if (await this.watching.look(run.id, part)) await link.stop(run.at, run.id);
		} catch (error) {
			this.log.error({ err: error, run: run.id }, 'looking at the samples of a run failed');
		}
	}

	private forget(runId: string): void {
		this.stored.delete(runId);
		this.watching.forget(runId);
	}

	private publish(run: Followed, part: Telemetry, status: StatusAnswer): void {
		const k = part.timeS.length - 1;
		live.set({
			runId: run.id,
			timeS: part.timeS[k],
			currentA: part.currentA[k],
			packV: part.packV[k],
			chargeAh: part.chargeAh[k],
			temperatureDegC: part.temperatureDegC[k],
			cellV: part.cellV.map((c) => c[k]),
			phase: status.phase,
			leg: status.leg,
			legs: status.legs,
			reachable: true
		});
	}

	/**
	 * The charger answers and does not know the run: it never started, or the charger was restarted
	 * since.
	 */
	private async unknown(run: Followed, link: ChargerLink, status: StatusAnswer): Promise<Look> {
		// The machine's clock may have been set since: either way it was a while ago.
		const sinceMs = Math.abs(this.clock() - run.writtenMs);
		if (run.status === 'starting') {
			if (this.starting.has(run.id) || sinceMs < ON_ITS_WAY_MS) return 'unknown';
			if (status.upS * 1000 >= sinceMs) {
				// Only once the charger has said that it never will start it is the start taken back.
				await link.cancel(run.at, run.id);
				await withdrawStart(this.db, run.id);
				this.log.warn({ run: run.id }, 'a start never reached the charger: taken back');
				return 'over';
			}
		}
		await this.lost(run);
		return 'over';
	}

	private async finish(run: Followed, endReason: Run['endReason'], message: string | null): Promise<void> {
		const end = { ...(await summaryOf(this.db, run.id)), endReason, message };
		// By the charger's elapsed time, which advances while the application is closed.
		const endedMs = Math.min(this.clock(), run.startedMs + end.durationS * 1000);
		await endRun(this.db, run.id, end, new Date(endedMs).toISOString());
		this.forget(run.id);
		this.log.info({ run: run.id, endReason }, 'run ended');
	}

	private async lost(run: Followed): Promise<void> {
		// How the pack was left is not known: what was measured last is no reading of it.
		const end = { ...(await summaryOf(this.db, run.id)), endCellVoltagesV: null, endPackVoltageV: null };
		const notes =
			'The charger no longer knows this run: it was restarted or lost power. Look at the pack before going on.';
		await endRun(
			this.db,
			run.id,
			{ ...end, endReason: 'link lost', notes },
			new Date(this.clock()).toISOString()
		);
		this.forget(run.id);
		this.log.warn({ run: run.id }, 'run lost');
	}

	/**
	 * A run that was closed as lost while its charger did not answer may be found on it later: it is
	 * opened again and followed on, so that no charge goes on that the logbook does not know.
	 * Answers whether there was one.
	 */
	async pickUp(at: ChannelAddress, kind: LinkKind): Promise<boolean> {
		const link = this.links.of(kind);
		const status = await link?.status(at);
		if (!status?.runId || status.state === 'plugged') return false;
		const row = await this.db.models.Run.findByPk(status.runId);
		if (!row || row.get('channelId') !== at.channelId) return false;
		// What a person wrote down while it did not answer stands, unless it charges on after all.
		if (row.get('endReason') !== 'link lost' && status.state !== 'running') return false;
		if (status.state !== 'running' && status.samples <= (await storedSamples(this.db, status.runId)))
			return false;
		const opened = await reopenRun(this.db, status.runId);
		if (opened) this.log.warn({ run: status.runId }, 'a run closed as lost goes on: picked up again');
		return opened;
	}

	private async sweep(): Promise<void> {
		try {
			const { Run: Runs, Charger, Channel } = this.db.models;
			const chargers = await Charger.findAll({ attributes: ['id', 'link'] });
			for (const charger of chargers) {
				const kind = charger.get('link');
				if (!this.links.of(kind)) continue;
				const chargerId = charger.get('id');
				const open = await Runs.findAll({
					where: { chargerId, status: OPEN_STATUSES },
					attributes: ['channelId']
				});
				const busy = new Set(open.map((row) => row.get('channelId')));
				const channels = await Channel.findAll({ where: { chargerId }, attributes: ['id'] });
				for (const channel of channels) {
					const channelId = channel.get('id');
					if (!this.stopped && !busy.has(channelId)) await this.pickUp({ chargerId, channelId }, kind);
				}
			}
		} catch (error) {
			if (!(error instanceof LinkError)) this.log.error({ err: error }, 'looking over idle channels failed');
		} finally {
			this.sweeping = null;
		}
	}
}
