/**
 * The eyes on every run over a link: what they see is kept once, called out, and stops the
 * charger where the person allowed that.
 */
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { RunWatch } from '$core/follow/watch';
import type { KeptWatched, Watched, WatchRule } from '$core/follow/watched';
import { resolve } from '$core/request/context';
import type { Telemetry } from '$core/simulate/telemetry';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import type { RowOf } from '../../db/models';
import { writeEvent } from '../house/events';
import { getPreferences } from '../house/preferences';
import { othersOutputW, programContext } from '../programs/programs';
import { live } from './live';
import { readTelemetry } from './telemetry';

/** What was seen, and when that was, ISO 8601. */
export type SeenOnRun = KeptWatched & { at: string };

const toSeen = (row: RowOf<'Watched'>): SeenOnRun => {
	const { id, rule, severity, sentence, timeS, stopped } = row.get();
	return {
		id,
		rule: rule as WatchRule,
		severity,
		sentence,
		timeS,
		stopped: Boolean(stopped),
		at: row.get('createdAt').toISOString()
	};
};

/** What was seen on a run, oldest first. */
export const seenOn = async (
	db: Store,
	runIds: string | string[]
): Promise<(SeenOnRun & { runId: string })[]> =>
	(await db.models.Watched.findAll({ where: { runId: runIds }, order: [['timeS', 'ASC']] })).map((row) => ({
		...toSeen(row),
		runId: row.get('runId')
	}));

interface Eyes {
	watch: RunWatch;
	/** Output power of the charger's other channels when it was looked at last, W. */
	othersOutputW(): Promise<number>;
}

export class Watching {
	private readonly eyes = new Map<string, Promise<Eyes | null>>();

	constructor(
		private readonly db: Database,
		private readonly log: Logger
	) {}

	/** Eyes that have seen all that is stored but `fresh`, which is stored already. */
	private async open(runId: string, fresh: Telemetry): Promise<Eyes | null> {
		const { db } = this;
		const row = await db.models.Run.findByPk(runId);
		if (!row) return null;
		const run = toRun(row);
		const context = await programContext(db, run, run.startedAt);
		if (!context.ok) return null;
		const check = await db.models.StartCheck.findByPk(runId);
		const watch = new RunWatch(
			resolve(context.value),
			run.settings,
			run.expectedP95Min,
			check?.get('cellsV')
		);
		const { charger } = context.value;
		// After a restart it catches up; what it said then is kept once, whatever it says again.
		const stored = await readTelemetry(db, runId);
		const before = stored.timeS.findIndex((t) => t >= (fresh.timeS[0] ?? Infinity));
		watch.take({
			...stored,
			timeS: stored.timeS.slice(0, before < 0 ? undefined : before)
		});
		return { watch, othersOutputW: () => othersOutputW(db, charger, run.channelId) };
	}

	/**
	 * Looks at samples that were stored just now; answers whether the charger must be told to stop.
	 */
	async look(runId: string, fresh: Telemetry): Promise<boolean> {
		if (!this.eyes.has(runId)) this.eyes.set(runId, this.open(runId, fresh));
		const eyes = await this.eyes.get(runId);
		if (!eyes) return false;
		const seen = eyes.watch.take(fresh, await eyes.othersOutputW());
		return seen.length > 0 && this.keep(runId, seen);
	}

	private async keep(runId: string, seen: Watched[]): Promise<boolean> {
		const { watchStops } = await getPreferences(this.db);
		const stops = await this.db.write(async (tx) => {
			let stop = false;
			for (const watched of seen) {
				const { rule, severity } = watched;
				if (await tx.models.Watched.findOne({ where: { runId, rule, severity } })) continue;
				const stopped = watchStops && severity === 'stop';
				stop ||= stopped;
				await tx.models.Watched.create({ id: randomUUID(), runId, ...watched, stopped });
				if (stopped) await writeEvent(tx, 'run stopped', runId, { because: watched.sentence });
			}
			return stop;
		});
		for (const { rule, severity } of seen) this.log.warn({ run: runId, rule, severity }, 'seen on a run');
		live.changed(runId);
		return stops;
	}

	/** It is over. */
	forget(runId: string): void {
		this.eyes.delete(runId);
	}
}
